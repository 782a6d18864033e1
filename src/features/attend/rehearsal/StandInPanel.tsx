'use client';

import { Disclosure } from '@/components/controls/Disclosure';
import { Button } from '@/components/Button';
import type { Fault, StandInState } from '@/core/run/standIn';
import type { StandInView } from './useStandIn';

interface StandInPanelProps {
  readonly state: StandInState;
  readonly onAct: StandInView['act'];
  readonly onResume: () => void;
}

const FAULT_BUTTONS: readonly { readonly fault: Fault; readonly name: string }[] = [
  { fault: 'miss-stop', name: 'Miss the next stop' },
  { fault: 'run-out', name: 'Run out of filament' },
  { fault: 'lose-place', name: 'Lose position' },
  { fault: 'wait-long', name: 'Wait a quarter of an hour' },
];

/** The simulated printer: a small bed with a head over it, what its display says, and its buttons. */
export function StandInPanel({ state, onAct, onResume }: StandInPanelProps) {
  const { phase, display, nozzle, nozzleTarget, motorsHeld, isPlaceLost } = state;
  const waits = phase === 'waiting' || phase === 'paused' || phase === 'run-out';
  const isCold = nozzleTarget === 0 || nozzle < nozzleTarget - 20;
  return (
    <section
      aria-label="Simulated printer"
      className="flex flex-wrap items-center gap-4 rounded-lg border border-line bg-sunk p-4"
    >
      <svg viewBox="0 0 96 64" aria-hidden className="h-16 w-24 shrink-0">
        <rect x="8" y="54" width="80" height="4" rx="2" fill="var(--edge)" />
        <rect x="34" y="42" width="28" height="12" rx="1.5" fill="var(--muted)" />
        <g transform={`translate(${waits ? -28 : 0} ${waits ? -14 : 0})`}>
          <path d="M42 18h12v14l-4 6h-4l-4-6z" fill={isCold ? 'var(--edge)' : 'var(--danger)'} />
        </g>
      </svg>
      <output className="min-w-44 flex-1 rounded-md border border-edge bg-panel px-3 py-2 font-mono text-sm">
        <span className="block font-semibold">{display[0]}</span>
        <span className="block text-muted">{display[1]}</span>
        {!motorsHeld && <span className="block text-caution">Motors off</span>}
        {isPlaceLost && <span className="block text-danger">Position lost</span>}
      </output>
      <div className="flex flex-wrap gap-2">
        {phase === 'printing' && (
          <Button className="min-h-11" onClick={() => onAct({ action: 'pause' })}>
            Pause
          </Button>
        )}
        {waits && (
          <Button className="min-h-11" onClick={onResume}>
            Resume at the printer
          </Button>
        )}
        {waits && nozzleTarget === 0 && (
          <Button className="min-h-11" onClick={() => onAct({ action: 'reheat' })}>
            Reheat
          </Button>
        )}
      </div>
      {isPlaceLost && (
        <p role="status" className="w-full rounded-md bg-danger-soft px-3 py-2 text-sm">
          It has lost its position: from here on it would print beside the part. On the real printer
          you would cancel, clear the bed and start again.
        </p>
      )}
      <Disclosure className="w-full text-sm" title="Practise a problem">
        <div className="flex flex-wrap gap-2 pt-1">
          {FAULT_BUTTONS.map(({ fault, name }) => (
            <Button
              key={fault}
              className="min-h-11"
              disabled={fault === 'wait-long' ? !waits : phase !== 'printing'}
              onClick={() => onAct({ action: 'fault', fault })}
            >
              {name}
            </Button>
          ))}
        </div>
      </Disclosure>
    </section>
  );
}
