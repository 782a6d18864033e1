'use client';

import { useTyped } from '@/browser/useTyped';

interface MacroFieldProps {
  readonly label: string;
  /** In capitals. */
  readonly words: readonly string[];
  readonly onChange: (words: readonly string[]) => void;
}

const WORD = /^[A-Z_][A-Z_0-9]{0,39}$/;

/** Names of macros, divided by blanks or commas. They are taken as they are typed. */
export function MacroField({ label, words, onChange }: MacroFieldProps) {
  const { text, onType, onLeave } = useTyped(words.join(', '), (typed) => {
    const wanted = wordsOf(typed);
    if (oddOf(wanted) === undefined && wanted.join() !== words.join()) onChange(wanted);
  });
  const odd = oddOf(wordsOf(text));
  const leave = (): void => {
    if (odd === undefined) onLeave();
  };
  return (
    <label className="grid gap-0.5 py-1">
      <span>{label}</span>
      <input
        value={text}
        placeholder="none"
        aria-invalid={odd !== undefined}
        className="min-w-0 rounded-md border border-edge bg-paper px-2 py-1 font-mono text-sm"
        onChange={(event) => onType(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => event.key === 'Enter' && leave()}
      />
      {odd !== undefined && (
        <span role="alert" className="text-sm text-danger">
          “{odd}” is no name of a macro: at most 40 letters, digits and _.
        </span>
      )}
    </label>
  );
}

function oddOf(words: readonly string[]): string | undefined {
  return words.find((word) => !WORD.test(word));
}

function wordsOf(text: string): string[] {
  const words = text.toUpperCase().split(/[\s,;]+/);
  return [...new Set(words.filter((word) => word !== ''))];
}
