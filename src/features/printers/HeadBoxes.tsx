'use client';

import { Plus, X } from 'lucide-react';
import { Button } from '@/components/Button';
import { NumberField } from '@/components/form/NumberField';
import { ACROSS_MM, type HeadBox } from '@/core/printer/nozzleShape';

interface HeadBoxesProps {
  readonly head: readonly HeadBox[];
  readonly onChange: (head: readonly HeadBox[]) => void;
}

/** Boxes to begin with, mm from the nozzle: to be measured with a ruler at the cold printer. */
const KINDS: readonly HeadBox[] = [
  { name: 'Fan duct', minX: -20, maxX: 20, minY: -30, maxY: 15, heightMm: 3 },
  { name: 'Carriage', minX: -35, maxX: 35, minY: -40, maxY: 40, heightMm: 20 },
  { name: 'Gantry along X', minX: -ACROSS_MM, maxX: ACROSS_MM, minY: 20, maxY: 60, heightMm: 30 },
  { name: 'Gantry along Y', minX: 20, maxX: 60, minY: -ACROSS_MM, maxY: ACROSS_MM, heightMm: 30 },
];

const SIDES = [
  ['minX', 'left to'],
  ['maxX', 'right to'],
  ['minY', 'front to'],
  ['maxY', 'back to'],
] as const;

/** The head as boxes: each with its sides seen from the nozzle, and how high its underside is. */
export function HeadBoxes({ head, onChange }: HeadBoxesProps) {
  const free = KINDS.filter(({ name }) => !head.some((box) => box.name === name));
  return (
    <div className="pt-2">
      <h4 className="font-medium">Head as boxes</h4>
      <p className="pb-1 text-sm text-muted">
        {head.length === 0
          ? 'Until you add boxes, Lamella keeps the clear radius above. Measure at the cold printer, from the tip of the nozzle.'
          : 'The boxes count in place of the clear radius. All are measured from the tip of the nozzle.'}
      </p>
      {head.length > 0 && <HeadPicture head={head} />}
      <ul className="grid gap-2">
        {head.map((box, i) => (
          <li key={box.name} className="rounded-md border border-line px-2 py-1">
            <div className="flex items-center">
              <span className="min-w-0 flex-1 font-medium">{box.name}</span>
              <Button
                kind="quiet"
                aria-label={`Remove ${box.name}`}
                onClick={() => onChange(head.filter((_, k) => k !== i))}
              >
                <X aria-hidden size={16} />
              </Button>
            </div>
            {SIDES.filter(([side]) => Math.abs(box[side]) < ACROSS_MM).map(([side, words]) => (
              <NumberField
                key={side}
                label={`${box.name}, ${words}`}
                unit="mm"
                min={-500}
                max={500}
                value={box[side]}
                onChange={(mm) => mm !== null && onChange(head.with(i, { ...box, [side]: mm }))}
              />
            ))}
            <NumberField
              label={`${box.name}, above the tip`}
              unit="mm"
              min={0}
              max={500}
              value={box.heightMm}
              onChange={(mm) => mm !== null && onChange(head.with(i, { ...box, heightMm: mm }))}
            />
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-1.5 pt-1.5">
        {free.map((box) => (
          <Button key={box.name} onClick={() => onChange([...head, box])}>
            <Plus aria-hidden size={15} /> {box.name}
          </Button>
        ))}
      </div>
    </div>
  );
}

/** Width and height of the drawing, mm of the printer. */
const WIDE = 160;
const HIGH = 60;

/** The head from the front: each box as far above the tip as it is. */
function HeadPicture({ head }: { readonly head: readonly HeadBox[] }) {
  const words = head.map(({ name, heightMm }) => `${name} ${heightMm} mm above the tip`);
  return (
    <svg
      role="img"
      aria-label={`The head from the front: ${words.join(', ')}.`}
      viewBox={`${-WIDE / 2} ${-HIGH} ${WIDE} ${HIGH + 6}`}
      className="mb-2 w-full max-w-72 rounded-md border border-line bg-paper"
    >
      {head
        .toSorted((a, b) => b.heightMm - a.heightMm)
        .map(({ name, minX, maxX, heightMm }) => {
          const [left, right] = [Math.max(minX, -WIDE / 2), Math.min(maxX, WIDE / 2)];
          return (
            <g key={name}>
              <rect
                x={left}
                y={-heightMm - 14}
                width={Math.max(1, right - left)}
                height={14}
                className="fill-sunk stroke-edge"
                strokeWidth={0.7}
              />
              <text x={left + 2} y={-heightMm - 4} className="fill-ink text-[6px]">
                {name}
              </text>
            </g>
          );
        })}
      <path d="M-0.5 0h1l4 -5h-9z" className="fill-accent-soft stroke-accent" strokeWidth={0.7} />
      <path d={`M${-WIDE / 2} 0H${WIDE / 2}`} className="stroke-edge" strokeDasharray="2 2" />
    </svg>
  );
}
