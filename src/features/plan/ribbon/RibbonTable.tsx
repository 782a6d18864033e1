'use client';

import { layerRange, swapPlace } from '@/core/describeLayer';
import { formatDuration } from '@/core/format';
import type { Stretch } from '@/core/plan/work/timeline';
import type { OpenedJob } from '@/base/job/jobContext';
import { clockAt } from '@/browser/clockTimes';

/** The ribbon as a table, for those who listen to it. */
export function RibbonTable({ view, start }: { view: OpenedJob; start: Date }) {
  return (
    <div className="sr-only">
      <table>
        <caption>The print in time</caption>
        <thead>
          <tr>
            <th>From</th>
            <th>What</th>
            <th>How long</th>
          </tr>
        </thead>
        <tbody>
          {view.timeline.stretches.map((stretch, i) => (
            <tr key={i}>
              <td>{clockAt(start, stretch.start)}</td>
              <td>{wordsFor(stretch)}</td>
              <td>{formatDuration(stretch.end - stretch.start)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function wordsFor({ kind, band }: Stretch): string {
  if (!band) return kind === 'prepare' ? 'Heating and homing' : 'After the last layer';
  const { filament, begins } = band;
  const name = `${filament.letter} ${filament.name}`;
  if (kind === 'swap') return `Swap to ${name}, ${swapPlace(begins)}`;
  return `${layerRange(band)} in ${name}`;
}
