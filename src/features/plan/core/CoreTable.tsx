'use client';

import { formatMm, formatShare } from '@/core/format';
import type { OpenedJob } from '@/base/job/jobContext';

/** The core as tables, for those who listen to it: bands from the bed up, and steps. */
export function CoreTable({ view }: { view: OpenedJob }) {
  return (
    <div className="sr-only">
      <table>
        <caption>Bands from the bed up</caption>
        <thead>
          <tr>
            <th>Layers</th>
            <th>Filament</th>
            <th>Heights</th>
            <th>Seen from above</th>
          </tr>
        </thead>
        <tbody>
          {view.bands.map(({ first, last, filament, bottom, top, seen }) => (
            <tr key={first}>
              <td>
                {first} to {last}
              </td>
              <td>
                {filament.letter} {filament.name}
              </td>
              <td>
                {formatMm(bottom)} to {formatMm(top)} mm
              </td>
              <td>{formatShare(seen.above)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <table>
        <caption>Steps</caption>
        <thead>
          <tr>
            <th>Before layer</th>
            <th>Height</th>
            <th>Stays visible below</th>
          </tr>
        </thead>
        <tbody>
          {view.analysis.steps.map(({ layer, z, share }) => (
            <tr key={layer}>
              <td>{layer}</td>
              <td>{formatMm(z)} mm</td>
              <td>{formatShare(share)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
