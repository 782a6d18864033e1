import { Swatch } from '@/components/Swatch';
import { formatDuration } from '@/core/format';
import type { SeenRun } from '@/core/run/following/runState';
import { bandTimes, type RunPlan } from '@/core/run/runPlan';

/** Planned against taken: every band and every swap that was seen whole. */
export function TimesTable({ runPlan, seen }: { runPlan: RunPlan; seen: SeenRun }) {
  const { bands, swaps } = runPlan;
  const planned = bandTimes(runPlan);
  const bandTaken = new Map(seen.bands.map((one) => [one.band, one.taken]));
  const swapTaken = new Map(seen.swaps.map((one) => [one.swap, one.taken]));
  const rows = bands.flatMap(({ filament }, i) => [
    ...(i === 0
      ? []
      : [
          {
            name: `Swap ${i}${seen.missed.includes(i - 1) ? ', missed' : ''}`,
            filament: null,
            planned: swaps[i - 1].machine + swaps[i - 1].hands,
            taken: swapTaken.get(i - 1),
          },
        ]),
    {
      name: `${filament.letter} ${filament.name}`,
      filament,
      planned: planned[i],
      taken: bandTaken.get(i),
    },
  ]);
  return (
    <>
      <h2 id="times-title" className="text-lg font-semibold">
        Planned and taken
      </h2>
      <table className="mt-2 w-full text-sm">
        <thead className="text-left text-muted">
          <tr>
            <th scope="col" className="py-1 font-medium">
              Stretch
            </th>
            <th scope="col" className="font-medium">
              Planned
            </th>
            <th scope="col" className="font-medium">
              Took
            </th>
            <th scope="col" className="font-medium">
              Off by
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i} className="border-t border-line">
              <th scope="row" className="py-1 text-left font-normal">
                <span className="inline-flex items-center gap-2">
                  {row.filament && <Swatch filament={row.filament} size={20} />}
                  {row.name}
                </span>
              </th>
              <td>{formatDuration(row.planned)}</td>
              <td>{row.taken === undefined ? 'no data' : formatDuration(row.taken)}</td>
              <td>{row.taken === undefined ? '' : share(row.taken / row.planned)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function share(factor: number): string {
  const percent = Math.round((factor - 1) * 100);
  return `${percent > 0 ? '+' : ''}${percent} %`;
}
