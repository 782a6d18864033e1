'use client';

import type { ApexOptions } from 'apexcharts';
import dynamic from 'next/dynamic';
import { Button } from '@/components/Button';
import { useThemeColours } from '@/browser/useThemeColours';
import { plural } from '@/core/format';
import type { FoundStack, SearchAnswer } from '@/core/relief/search';

// Charts are large: this one comes when there is something to draw.
const Chart = dynamic(() => import('react-apexcharts'), { ssr: false });

interface ColourCurveProps {
  readonly answer: SearchAnswer;
  /** Swaps of the stack that is shown; null where it was changed by hand. */
  readonly chosen: number | null;
  readonly onChoose: (found: FoundStack) => void;
}

const off = (difference: number): string => difference.toFixed(1);

/** How near each number of swaps comes to the picture. */
export function ColourCurve({ answer, chosen, onChoose }: ColourCurveProps) {
  const { found, bound } = answer;
  return (
    <section aria-label="Swaps and likeness" className="px-4 py-3">
      <h3 className="font-semibold">Swaps and likeness</h3>
      <p className="text-sm text-muted">
        How far the relief is off the picture: 100 is from black to white, and below 2 nobody sees
        it.
      </p>
      {found.length > 1 && <Curve found={found} />}
      <table className="w-full text-sm">
        <thead>
          <tr className="text-left text-muted [&>th]:font-normal">
            <th scope="col">Swaps</th>
            <th scope="col">Mean</th>
            <th scope="col">Worst</th>
            <th scope="col">Search</th>
            <th scope="col">
              <span className="sr-only">Choose</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {found.map((one) => (
            <tr key={one.swaps} className="border-t border-line">
              <th scope="row" className="py-0.5 text-left font-semibold">
                {one.swaps}
              </th>
              <td>{off(one.mean)}</td>
              <td>{off(one.worst)}</td>
              <td className="text-muted">{one.isBest ? 'the best there is' : 'best found'}</td>
              <td className="text-right">
                <Button
                  aria-label={`Show the relief with ${plural(one.swaps, 'swap')}`}
                  aria-pressed={chosen === one.swaps}
                  className="aria-pressed:bg-accent-soft"
                  onClick={() => onChoose(one)}
                >
                  Show
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {found.some(({ isBest }) => !isBest) && bound > 0 && (
        <p className="pt-1 text-sm text-muted">
          No number of swaps comes nearer with these spools than {off(bound)} in the mean.
        </p>
      )}
    </section>
  );
}

/** The table as a line. */
function Curve({ found }: Pick<SearchAnswer, 'found'>) {
  const { begins, ends, muted } = useThemeColours();
  const options: ApexOptions = {
    chart: { toolbar: { show: false }, zoom: { enabled: false }, animations: { enabled: false }, fontFamily: 'inherit', foreColor: muted }, // prettier-ignore
    colors: [begins, ends],
    stroke: { width: 2, dashArray: [0, 5] },
    markers: { size: 4 },
    xaxis: { type: 'numeric', title: { text: 'Swaps' }, tickAmount: Math.max(1, (found.at(-1)?.swaps ?? 1) - found[0].swaps), decimalsInFloat: 0 }, // prettier-ignore
    yaxis: {
      min: 0,
      title: { text: 'Off by' },
      labels: { formatter: (value) => value.toFixed(0) },
    },
    legend: { position: 'top' },
    tooltip: { enabled: false },
  };
  const points = (of: 'mean' | 'worst') => found.map((one) => ({ x: one.swaps, y: one[of] }));
  const series = [
    { name: 'Mean', data: points('mean') },
    { name: 'Worst shade', data: points('worst') },
  ];
  return (
    <div aria-hidden className="h-44">
      <Chart type="line" height={176} options={options} series={series} />
    </div>
  );
}
