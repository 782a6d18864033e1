'use client';

import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { ownLine } from '@/core/recipe/recipeFile';

interface OwnLinesProps {
  readonly title: string;
  readonly lines: readonly string[];
  readonly onChange: (lines: readonly string[]) => void;
}

/** The person's own commands at one end of a swap. They are proven with the rest. */
export function OwnLines({ title, lines, onChange }: OwnLinesProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const trouble = typed === null || typed === '' ? null : troubleWith(typed);
  const add = (): void => {
    if (!typed?.trim() || trouble) return;
    onChange([...lines, typed.trim()]);
    setTyped(null);
  };
  return (
    <div className="py-1">
      <div className="flex items-center justify-between gap-2">
        <span className="text-sm text-muted">
          {title}
          {lines.length === 0 && ': none'}
        </span>
        {typed === null && lines.length < 20 && (
          <Button kind="quiet" onClick={() => setTyped('')}>
            <Plus aria-hidden size={16} /> Line<span className="sr-only"> to: {title}</span>
          </Button>
        )}
      </div>
      <ul>
        {lines.map((line, i) => (
          <li key={i} className="flex items-center gap-1">
            <code className="min-w-0 flex-1 truncate font-mono text-sm">{line}</code>
            <Button
              kind="quiet"
              aria-label={`Remove the line ${line}`}
              onClick={() => onChange(lines.filter((_, at) => at !== i))}
            >
              <X aria-hidden size={15} />
            </Button>
          </li>
        ))}
      </ul>
      {typed !== null && (
        <form
          className="flex gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            add();
          }}
        >
          <input
            autoFocus
            aria-label={`New line: ${title}`}
            value={typed}
            spellCheck={false}
            aria-invalid={trouble !== null || undefined}
            className="min-w-0 flex-1 rounded-md border border-edge bg-paper px-2 py-1 font-mono text-sm aria-invalid:border-danger"
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setTyped(null)}
          />
          <Button type="submit">Add</Button>
        </form>
      )}
      {trouble && (
        <p role="alert" className="text-sm text-danger">
          {trouble}
        </p>
      )}
    </div>
  );
}

function troubleWith(line: string): string | null {
  try {
    ownLine.validateSync(line);
    return null;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}
