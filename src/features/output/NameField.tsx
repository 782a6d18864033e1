'use client';

import { useTyped } from '@/browser/useTyped';
import { useJob } from '@/base/job/jobContext';
import { fileNameOf } from '@/features/output/useOutput';
import { NAME_WORDS } from '@/core/delivery/fileName';
import { changePlan } from '@/store/plans/planStore';

/** The pattern of the output's name, and what it comes to. */
export function NameField() {
  const { plan, job, arrangement, printer } = useJob();
  const {
    text: namePattern,
    onType,
    onLeave,
  } = useTyped(plan.namePattern, (typed) => {
    if (typed.trim() === '' || typed === plan.namePattern) return;
    changePlan('name of the file', (one) => ({ ...one, namePattern: typed.slice(0, 80) }));
  });
  const name = fileNameOf({ ...plan, namePattern }, job.fileName, arrangement, printer);
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
          onChange={(event) => onType(event.target.value)}
          onBlur={onLeave}
          onKeyDown={(event) => event.key === 'Enter' && onLeave()}
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
