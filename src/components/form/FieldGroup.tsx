import type { ReactNode } from 'react';

/** Fields that belong together, under their title. */
export function FieldGroup({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="grid gap-1 *:min-w-0">
      <legend className="mb-1 font-semibold">{title}</legend>
      {children}
    </fieldset>
  );
}
