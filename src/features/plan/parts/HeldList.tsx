'use client';

import type { OpenedJob } from '@/base/job/jobContext';
import type { PartsView } from '@/base/work/useParts';
import { showLayer } from '@/store/plans/viewStore';

/** Most sections that are listed. */
const SHOWN = 5;

/** Sections that cannot be moved, and why. */
export function HeldList({ view, parts }: { view: OpenedJob; parts: PartsView }) {
  const held = parts.answer?.held ?? [];
  if (held.length === 0) return null;
  return (
    <section aria-labelledby="held-title">
      <h2 id="held-title" className="pb-1 font-semibold">
        Printed in file order
      </h2>
      <ul className="grid gap-1 text-sm">
        {held.slice(0, SHOWN).map(({ section, line, text }) => {
          const { layer } = view.reading.sections[section];
          return (
            <li key={section}>
              <button
                type="button"
                onClick={() => showLayer(layer)}
                className="text-left hover:underline"
              >
                Layer {layer}: line {line} holds {text}, and its effect on later lines is not known.
              </button>
            </li>
          );
        })}
      </ul>
      {held.length > SHOWN && <p className="text-sm text-muted">and {held.length - SHOWN} more.</p>}
    </section>
  );
}
