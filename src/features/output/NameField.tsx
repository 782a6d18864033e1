'use client';

import { useState } from 'react';
import { useJob } from '@/features/job/jobContext';
import { fileNameOf } from '@/features/job/useOutput';
import { NAME_WORDS } from '@/core/output/fileName';
import { changePlan } from '@/store/planStore';

/** The pattern of the output's name, and what it comes to. */
export function NameField() {
  const { plan, job, reading, printer } = useJob();
  const [typed, setTyped] = useState<string | null>(null);
  const namePattern = typed ?? plan.namePattern;
  const name = fileNameOf({ ...plan, namePattern }, job.fileName, reading.layers.length, printer);
  const take = (): void => {
    if (typed !== null && typed !== plan.namePattern) {
      changePlan('name of the file', (one) => ({ ...one, namePattern: typed.slice(0, 80) }));
    }
    setTyped(null);
  };
  return (
    <div className="pt-1">
      <label className="flex items-center gap-2">
        <span>Name</span>
        <input
          value={namePattern}
          maxLength={80}
          spellCheck={false}
          aria-describedby="name-words"
          className="min-w-0 flex-1 rounded-md border border-edge bg-paper px-2 py-1 font-mono text-xs leading-5"
          onChange={(event) => setTyped(event.target.value)}
          onBlur={take}
          onKeyDown={(event) => event.key === 'Enter' && take()}
        />
      </label>
      <p className="pt-1 font-medium break-all">{name}</p>
      <p id="name-words" className="text-sm text-muted">
        {Object.entries(NAME_WORDS).map(([word, about], i) => (
          <span key={word}>
            {i > 0 && ', '}
            <code className="font-mono text-xs">{word}</code> {about}
          </span>
        ))}
      </p>
    </div>
  );
}
