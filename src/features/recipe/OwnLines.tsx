'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { object } from 'yup';
import { Button } from '@/components/Button';
import { FieldError } from '@/components/form/fields';
import { SubmittedForm } from '@/components/form/SubmittedForm';
import { useTypedField } from '@/components/form/useField';
import { ownLine } from '@/core/recipe/recipeFile';

interface OwnLinesProps {
  readonly title: string;
  readonly lines: readonly string[];
  readonly onChange: (lines: readonly string[]) => void;
}

interface NewLine {
  readonly line: string;
}

const rules = object({ line: ownLine });

/** The person's own commands at one end of a swap. They are proven with the rest. */
export function OwnLines({ title, lines, onChange }: OwnLinesProps) {
  const [isAdding, setIsAdding] = useState(false);
  return (
    <div className="py-1">
      <div className="flex items-center justify-between gap-2">
        <span className="text-sm text-muted">
          {title}
          {lines.length === 0 && ': none'}
        </span>
        {!isAdding && lines.length < 20 && (
          <Button kind="quiet" onClick={() => setIsAdding(true)}>
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
      {isAdding && (
        <SubmittedForm<NewLine>
          values={{ line: '' }}
          rules={rules}
          onSubmit={({ line }) => {
            onChange([...lines, line]);
            setIsAdding(false);
          }}
        >
          <LineField title={title} onGiveUp={() => setIsAdding(false)} />
        </SubmittedForm>
      )}
    </div>
  );
}

interface LineFieldProps {
  readonly title: string;
  readonly onGiveUp: () => void;
}

function LineField({ title, onGiveUp }: LineFieldProps) {
  const field = useTypedField('line');
  return (
    <>
      <span className="flex gap-1">
        <input
          {...field.input}
          autoFocus
          aria-label={`New line: ${title}`}
          spellCheck={false}
          className={`${FIELD} min-w-0 flex-1 font-mono text-sm`}
          onKeyDown={(event) => event.key === 'Escape' && onGiveUp()}
        />
        <Button type="submit">Add</Button>
      </span>
      <FieldError field={field} />
    </>
  );
}
