'use client';

import { useState } from 'react';

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** A line of text that must not be empty. It is taken when the field is left or Enter is pressed. */
export function TextField({ label, value, onChange }: TextFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = (): void => {
    const text = typed?.trim();
    if (text && text !== value) onChange(text);
    setTyped(null);
  };
  return (
    <label className="flex min-h-8 items-center gap-2 py-0.5">
      <span>{label}</span>
      <input
        value={typed ?? value}
        maxLength={60}
        className="min-w-0 flex-1 rounded-md border border-edge bg-paper px-2 py-1"
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
    </label>
  );
}
