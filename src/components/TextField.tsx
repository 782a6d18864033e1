'use client';

import { useTyped } from '@/browser/useTyped';

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** A line of text that must not be empty. It is taken as it is typed. */
export function TextField({ label, value, onChange }: TextFieldProps) {
  const { text, onType, onLeave } = useTyped(value, (typed) => {
    const trimmed = typed.trim();
    if (trimmed !== '' && trimmed !== value) onChange(trimmed);
  });
  return (
    <label className="flex min-h-8 items-center gap-2 py-0.5">
      <span>{label}</span>
      <input
        value={text}
        maxLength={60}
        className="min-w-0 flex-1 rounded-md border border-edge bg-paper px-2 py-1"
        onChange={(event) => onType(event.target.value)}
        onBlur={onLeave}
        onKeyDown={(event) => event.key === 'Enter' && onLeave()}
      />
    </label>
  );
}
