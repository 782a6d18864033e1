'use client';

import { useTyped } from '@/browser/useTyped';

interface CommandFieldProps {
  readonly label: string;
  readonly command: string;
  readonly isGood: (command: string) => boolean;
  readonly onChange: (command: string) => void;
}

/** The command that stops the printer: a known one, or the name of a macro. */
export function CommandField({ label, command, isGood, onChange }: CommandFieldProps) {
  const { text, onType, onLeave } = useTyped(command, (typed) => {
    const trimmed = typed.trim();
    if (isGood(trimmed) && trimmed !== command) onChange(trimmed);
  });
  const good = isGood(text.trim());
  // What cannot be taken stays in the field, so that it can be mended.
  const leave = (): void => {
    if (good) onLeave();
  };
  return (
    <div>
      <label className="flex min-h-8 items-center gap-2 py-0.5">
        <span className="flex-1">{label}</span>
        <input
          value={text}
          spellCheck={false}
          aria-invalid={!good || undefined}
          aria-describedby={good ? undefined : 'command-trouble'}
          className="w-40 rounded-md border border-edge bg-paper px-2 py-1 font-mono text-xs leading-5 aria-invalid:border-danger"
          onChange={(event) => onType(event.target.value)}
          onBlur={leave}
          onKeyDown={(event) => event.key === 'Enter' && leave()}
        />
      </label>
      {!good && (
        <p id="command-trouble" role="alert" className="text-sm text-danger">
          No known way to stop. Use a stop command, or the name of a macro of your firmware.
        </p>
      )}
    </div>
  );
}
