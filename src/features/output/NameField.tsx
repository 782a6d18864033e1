'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { object } from 'yup';
import { FieldError } from '@/components/form/fields';
import { textRule } from '@/components/form/rules';
import { SavedForm } from '@/components/form/SavedForm';
import { useTypedField } from '@/components/form/useField';
import { useJob } from '@/base/job/jobContext';
import { fileNameOf } from '@/features/output/useOutput';
import { NAME_WORDS } from '@/core/delivery/fileName';
import { changePlan } from '@/store/plans/planStore';

const rules = object({ namePattern: textRule(80, 'Enter a file name.') });

/** The pattern of the output's name, and what it comes to. */
export function NameField() {
  const { plan } = useJob();
  return (
    <SavedForm
      values={{ namePattern: plan.namePattern }}
      rules={rules}
      onSave={(_, pattern) =>
        changePlan('name of the file', (one) => ({ ...one, namePattern: pattern as string }))
      }
    >
      <Name />
    </SavedForm>
  );
}

function Name() {
  const { plan, job, arrangement, printer } = useJob();
  const field = useTypedField('namePattern');
  const name = fileNameOf({ ...plan, namePattern: field.text }, job.fileName, arrangement, printer);
  return (
    <div className="pt-1">
      <label className="flex items-center gap-2">
        <span>Name</span>
        <input
          {...field.input}
          maxLength={80}
          spellCheck={false}
          aria-describedby={
            field.error === undefined ? 'name-words' : `name-words ${field.errorId}`
          }
          className={`${FIELD} min-w-0 flex-1 font-mono text-xs leading-5`}
        />
      </label>
      <FieldError field={field} />
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
