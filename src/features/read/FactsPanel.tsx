'use client';

import { InlineNumber } from '@/components/form/InlineNumber';
import { describeLayer } from '@/core/describeLayer';
import type { SlicedFile } from '@/core/read/slicedFile';
import type { Printer } from '@/core/printer/printer';
import { useViewStore, showLayer } from '@/store/plans/viewStore';
import { factsOf } from './facts';

interface FactsPanelProps {
  readonly reading: SlicedFile;
  readonly printer: Printer;
  readonly onLine: (line: number) => void;
}

/** The file's facts, and a way to any layer's lines. */
export function FactsPanel({ reading, printer, onLine }: FactsPanelProps) {
  const shown = reading.layers[useViewStore((state) => state.layer) - 1] ?? reading.layers[0];
  const facts = factsOf(reading, printer.filamentDiameter);
  return (
    <section aria-labelledby="facts-title">
      <h2 id="facts-title" className="pt-3 pb-1 text-base font-semibold">
        File contents
      </h2>
      <dl className="divide-y divide-line">
        {facts.map(({ term, value, remark }) => (
          <div key={term} className="grid grid-cols-[8.5rem_minmax(0,1fr)] gap-3 py-1.5">
            <dt className="text-sm text-muted">{term}</dt>
            <dd>
              <span className="font-semibold">{value}</span>
              {remark && <span className="block text-sm text-muted">{remark}</span>}
            </dd>
          </div>
        ))}
      </dl>
      <label className="mt-3 flex flex-wrap items-center gap-2 text-sm">
        Show layer
        <InlineNumber
          min={1}
          max={reading.layers.length}
          step={1}
          value={shown.number}
          onChange={(number) => {
            showLayer(number);
            onLine(reading.layers[number - 1].firstLine);
          }}
          className="w-20"
        />
        <span className="text-muted">{describeLayer(shown)}</span>
      </label>
    </section>
  );
}
