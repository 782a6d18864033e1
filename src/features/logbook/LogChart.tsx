'use client';

import type { ApexOptions } from 'apexcharts';
import dynamic from 'next/dynamic';
import { useThemeColours } from '@/browser/useThemeColours';
import type { LogTable } from '@/core/log/tables';

// Charts are large, and only this panel draws them.
const Chart = dynamic(() => import('react-apexcharts'), { ssr: false });

type Series = ApexOptions['series'];

/** A table of the logbook as a picture; the table beside it says the same. */
export function LogChart({ table }: { table: LogTable }) {
  const { edge, line, begins, ends, ink, muted } = useThemeColours();
  const { kind, series, more } = drawn(table);
  const options: ApexOptions = {
    chart: {
      toolbar: { show: false },
      zoom: { enabled: false },
      animations: { enabled: false },
      fontFamily: 'inherit',
      foreColor: muted,
    },
    colors: table.id === 'purge' ? [ends, begins] : [begins, ends],
    grid: { borderColor: line },
    dataLabels: { enabled: false },
    stroke: { width: kind === 'bar' ? 0 : 2, colors: [edge] },
    legend: { labels: { colors: ink } },
    tooltip: { theme: 'light' },
    ...more,
  };
  return (
    <div aria-hidden className="min-w-0">
      <Chart type={kind} height={260} options={options} series={series} />
    </div>
  );
}

interface Drawn {
  readonly kind: 'scatter' | 'bar' | 'line';
  readonly series: Series;
  readonly more: ApexOptions;
}

function drawn({ id, columns, rows }: LogTable): Drawn {
  const number = (cell: string | number | null): number => Number(cell ?? 0);
  const names = rows.map(([name]) => String(name));
  switch (id) {
    case 'taken':
      return {
        kind: 'scatter',
        series: [{ name: 'Prints', data: rows.map((row) => [number(row[2]), number(row[3])]) }],
        more: axes('Planned, min', 'Took, min'),
      };
    case 'hands':
      return {
        kind: 'scatter',
        series: [{ name: 'Swaps', data: rows.map((row) => [number(row[2]), number(row[3])]) }],
        more: axes(
          'Swap of the evening',
          'Hands, s',
          Math.max(1, ...rows.map((row) => number(row[2]))) - 1,
        ),
      };
    case 'purge':
      return {
        kind: 'bar',
        series: [1, 2].map((at) => ({
          name: columns[at],
          data: rows.map((row) => row[at] as number | null),
        })) as Series,
        more: { xaxis: { categories: names }, plotOptions: { bar: { horizontal: true } } },
      };
    case 'months':
      return {
        kind: 'line',
        series: [1, 2].map((at) => ({
          name: columns[at],
          type: at === 1 ? 'bar' : 'line',
          data: rows.map((row) => row[at] as number | null),
        })) as Series,
        more: {
          xaxis: { categories: names },
          stroke: { width: [0, 2] },
          markers: { size: 4 },
          yaxis: [1, 2].map((at) => ({
            title: { text: columns[at] },
            min: 0,
            opposite: at === 2,
            decimalsInFloat: at - 1,
          })),
        },
      };
    case 'results':
      return {
        kind: 'bar',
        series: [{ name: columns[1], data: rows.map((row) => number(row[1])) }],
        more: { xaxis: { categories: names } },
      };
  }
}

function axes(x: string, y: string, ticks = 6): ApexOptions {
  return {
    xaxis: {
      type: 'numeric',
      title: { text: x },
      tickAmount: Math.max(1, ticks),
      decimalsInFloat: 0,
    },
    yaxis: { title: { text: y }, min: 0, decimalsInFloat: 0 },
  };
}
