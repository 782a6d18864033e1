'use client';

import { formatMm } from '@/core/format';
import type { Step } from '@/core/geometry/steps';
import { showLayer } from '@/store/plans/viewStore';
import { CORE_LEFT, NOTCH_LEFT } from './corePlaces';

/** A step: a notch at the core's left, with the share of the print that stays visible below it. */
export function StepNotch({ step, y }: { step: Step; y: number }) {
  const percent = Math.round(step.share * 100);
  return (
    <button
      type="button"
      onClick={() => showLayer(step.layer)}
      aria-label={`Step: layer ${step.layer} starts at ${formatMm(step.z)} mm, ${percent} % of the surface stays below it`}
      className="absolute flex h-6 -translate-y-1/2 items-center rounded text-xs font-semibold text-ink hover:text-accent"
      style={{ top: y, left: NOTCH_LEFT, width: CORE_LEFT - NOTCH_LEFT - 2 }}
    >
      {percent}%
      <svg viewBox="0 0 10 12" className="ml-auto h-3 w-2.5 fill-accent" aria-hidden>
        <path d="M0 0 L10 6 L0 12 Z" />
      </svg>
    </button>
  );
}
