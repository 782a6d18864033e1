'use client';

import { useState } from 'react';

interface MacroFieldProps {
  readonly label: string;
  /** In capitals. */
  readonly words: readonly string[];
  readonly onChange: (words: readonly string[]) => void;
}

const WORD = /^[A-Z_][A-Z_0-9]*$/;

/** Names of macros, divided by blanks or commas. They are taken when the field is left. */
export function MacroField({ label, words, onChange }: MacroFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const wanted = typed === null ? words : wordsOf(typed);
  const odd = wanted.find((word) => !WORD.test(word));
  const take = (): void => {
    if (typed === null || odd !== undefined) return;
    if (wanted.join() !== words.join()) onChange(wanted);
    setTyped(null);
  };
  return (
    <label className="grid gap-0.5 py-1">
      <span>{label}</span>
      <input
        value={typed ?? words.join(', ')}
        placeholder="none"
        aria-invalid={odd !== undefined}
        className="min-w-0 rounded-md border border-edge bg-paper px-2 py-1 font-mono text-sm"
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
      {odd !== undefined && (
        <span role="alert" className="text-sm text-danger">
          “{odd}” is no name of a macro: letters, digits and _ only.
        </span>
      )}
    </label>
  );
}

function wordsOf(text: string): string[] {
  const words = text.toUpperCase().split(/[\s,;]+/);
  return [...new Set(words.filter((word) => word !== ''))];
}
