'use client';

import { Disclosure } from '@/components/controls/Disclosure';
import { HAIR } from '@/core/tolerances';
import { useRef, type PointerEvent } from 'react';
import { formatCm2, formatMm, plural } from '@/core/format';
import type { ModelFacts } from '@/core/model/model';
import { useSize } from '@/browser/useSize';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { flatWords } from './words';

interface HeightsPanelProps {
  readonly facts: ModelFacts;
  /** Where the model is cut, mm. */
  readonly cut: number;
  readonly onCut: (z: number) => void;
}

const TOP = 10;
const BOTTOM = 10;
/** Room for the numbers of the ruler, px. */
const RULER = 46;
/** Rows at most: a relief has a flat face in every layer. */
const MOST_ROWS = 60;

/** The flat faces by height: as bars to both sides of a ruler, and as rows. */
export function HeightsPanel({ facts, cut, onCut }: HeightsPanelProps) {
  const shown = [...facts.flats]
    .sort((a, b) => b.aboveMm2 + b.belowMm2 - a.aboveMm2 - a.belowMm2)
    .slice(0, MOST_ROWS)
    .sort((a, b) => b.z - a.z);
  return (
    <section
      aria-label="Heights"
      className="flex min-h-0 flex-col border-line bg-panel lg:border-r"
    >
      <div className="px-4 pt-3">
        <h2 className="text-base font-semibold">Heights</h2>
        <p className="text-sm text-muted">
          Flat faces: facing up on the right, facing down on the left.
        </p>
      </div>
      <Bars facts={facts} cut={cut} onCut={onCut} />
      <ul className="min-h-24 flex-1 overflow-y-auto border-t border-line px-2 py-1">
        {shown.map((flat) => (
          <li key={flat.z}>
            <button
              type="button"
              onClick={() => onCut(flat.z)}
              aria-current={Math.abs(flat.z - cut) < HAIR || undefined}
              className="w-full rounded-md px-2 py-1.5 text-left hover:bg-sunk aria-current:bg-accent-soft"
            >
              <span className="font-semibold">{formatMm(flat.z)} mm</span>
              <span className="block text-sm text-muted">{flatWords(flat)}</span>
            </button>
          </li>
        ))}
        {shown.length === 0 && (
          <li className="px-2 py-1.5 text-sm text-muted">
            The model has no flat faces. Rotate it, or cut it at heights of your choice.
          </li>
        )}
      </ul>
      {facts.objects.length > 1 && (
        <Disclosure
          className="border-t border-line px-4 py-2 text-sm"
          title={<>{plural(facts.objects.length, 'object')} in the file</>}
        >
          <ul className="max-h-28 overflow-y-auto">
            {facts.objects.map(({ name, from, to }, i) => (
              <li key={i}>
                {name || `Object ${i + 1}`}: {formatMm(from)} to {formatMm(to)} mm
              </li>
            ))}
          </ul>
        </Disclosure>
      )}
      {facts.steepMm2 >= 10 && (
        <p className="border-t border-line px-4 py-2 text-sm text-muted">
          {formatCm2(facts.steepMm2)} overhang by more than 45°.
        </p>
      )}
    </section>
  );
}

/** The bars, and a mark at the cut that can be dragged along the ruler. */
function Bars({ facts, cut, onCut }: HeightsPanelProps) {
  const { flats, size } = facts;
  const frame = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(frame);
  const highest = Math.max(0.1, size[2]);
  const y = scaleLinear([0, highest], [height - BOTTOM, TOP]);
  const heightAt = (event: PointerEvent): number => {
    const box = frame.current!.getBoundingClientRect();
    const share = (box.bottom - BOTTOM - event.clientY) / Math.max(1, height - TOP - BOTTOM);
    const z = Math.max(0, Math.min(1, share)) * highest;
    // A flat face pulls the mark to itself.
    const near = flats.find((flat) => Math.abs(y(flat.z) - y(z)) < 4);
    return near ? near.z : Math.round(z * 100) / 100;
  };
  return (
    <div
      ref={frame}
      role="slider"
      tabIndex={0}
      aria-label="Height of the cut"
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={highest}
      aria-valuenow={cut}
      aria-valuetext={`${formatMm(cut)} mm`}
      className="relative my-2 h-64 cursor-ns-resize touch-none"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        onCut(heightAt(event));
      }}
      onPointerMove={(event) => {
        if (event.buttons === 1) onCut(heightAt(event));
      }}
      onKeyDown={(event) => {
        const step = event.shiftKey ? 1 : 0.05;
        const direction = { ArrowUp: step, ArrowDown: -step }[event.key];
        if (direction === undefined) return;
        event.preventDefault();
        event.stopPropagation();
        onCut(Math.max(0, Math.min(highest, Math.round((cut + direction) * 100) / 100)));
      }}
    >
      {width > 0 && height > 0 && (
        <BarPicture facts={facts} cut={cut} y={y} width={width} height={height} />
      )}
    </div>
  );
}

interface BarPictureProps {
  readonly facts: HeightsPanelProps['facts'];
  readonly cut: number;
  readonly y: ScaleLinear<number, number>;
  readonly width: number;
  readonly height: number;
}

/** What can be seen from above and below at each height, and the cut. */
function BarPicture({ facts, cut, y, width, height }: BarPictureProps) {
  const { flats, size } = facts;
  const highest = Math.max(0.1, size[2]);
  const most = flats.reduce((all, { upMm2, downMm2 }) => Math.max(all, upMm2, downMm2), 1);
  const middle = RULER + (width - RULER) * 0.35;
  const rightEnd = Math.max(1, width - middle - 12);
  const leftEnd = Math.max(1, middle - RULER - 6);
  const ticks = Array.from({ length: 5 }, (_, i) => (highest * i) / 4);
  return (
    <svg aria-hidden width={width} height={height} className="absolute inset-0">
      {ticks.map((z) => (
        <g key={z}>
          <line x1={RULER - 4} x2={width - 8} y1={y(z)} y2={y(z)} className="stroke-line" />
          <text x={RULER - 8} y={y(z) + 4} textAnchor="end" className="fill-muted text-xs">
            {formatMm(z)}
          </text>
        </g>
      ))}
      <line x1={middle} x2={middle} y1={TOP} y2={height - BOTTOM} className="stroke-edge" />
      {flats.map(({ z, upMm2, aboveMm2, downMm2 }) => (
        <g key={z}>
          <rect
            x={middle}
            y={y(z) - 2}
            width={Math.max(1, (upMm2 / most) * rightEnd)}
            height={4}
            className="fill-edge"
          />
          <rect
            x={middle}
            y={y(z) - 2}
            width={(Math.min(aboveMm2, upMm2) / most) * rightEnd}
            height={4}
            className="fill-accent"
          />
          <rect
            x={middle - (downMm2 / most) * leftEnd}
            y={y(z) - 2}
            width={(downMm2 / most) * leftEnd}
            height={4}
            className="fill-muted"
          />
        </g>
      ))}
      <line
        x1={RULER - 4}
        x2={width}
        y1={y(Math.min(cut, highest))}
        y2={y(Math.min(cut, highest))}
        strokeWidth={2}
        strokeDasharray="5 3"
        className="stroke-ink"
      />
    </svg>
  );
}
