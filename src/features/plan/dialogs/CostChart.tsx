'use client';

import type { ApexOptions } from 'apexcharts';
import dynamic from 'next/dynamic';
import { useThemeColours } from '@/browser/useThemeColours';
import type { PrintCost } from '@/core/filament/cost';
import type { PaletteFilament } from '@/core/filament/palette';

// Charts are large, and only this dialog draws one.
const Chart = dynamic(() => import('react-apexcharts'), { ssr: false });

interface CostChartProps {
  readonly cost: PrintCost;
  readonly palette: readonly PaletteFilament[];
  readonly money: (value: number) => string;
}

interface Share {
  readonly name: string;
  readonly price: number;
  readonly colour: string;
}

/** Where the money goes: one bar, cut into filaments, purge and power. The table says the same. */
export function CostChart({ cost, palette, money }: CostChartProps) {
  const { edge, line } = useThemeColours();
  const shares = sharesOf(cost, palette, { purge: line, power: edge });
  if (shares.length < 2) return null;
  const options: ApexOptions = {
    chart: {
      stacked: true,
      sparkline: { enabled: true },
      animations: { enabled: false },
      fontFamily: 'inherit',
    },
    plotOptions: { bar: { horizontal: true, barHeight: '100%' } },
    colors: shares.map(({ colour }) => colour),
    fill: { opacity: 1 },
    stroke: { width: 1, colors: [edge] },
    xaxis: { categories: ['Cost'], min: 0, max: shares.reduce((sum, { price }) => sum + price, 0) },
    states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
    tooltip: { y: { formatter: money }, x: { show: false } },
  };
  const series = shares.map(({ name, price }) => ({ name, data: [price] }));
  return (
    <div aria-hidden className="pt-3">
      <Chart type="bar" height={36} options={options} series={series} />
      <ul className="flex flex-wrap gap-x-4 pt-1 text-sm">
        {shares.map(({ name, price, colour }) => (
          <li key={name} className="flex items-center gap-1.5">
            <span
              className="size-3 rounded-sm border border-edge"
              style={{ backgroundColor: colour }}
            />
            {name} {money(price)}
          </li>
        ))}
      </ul>
    </div>
  );
}

function sharesOf(
  { filaments, powerPrice }: PrintCost,
  palette: readonly PaletteFilament[],
  colours: { readonly purge: string; readonly power: string },
): Share[] {
  const shares: Share[] = [];
  let purge = 0;
  for (const { letter, printedGrams, purgedGrams, price } of filaments) {
    const filament = palette.find((one) => one.letter === letter);
    if (!filament || price === null) continue;
    const perGram = price / Math.max(1e-9, printedGrams + purgedGrams);
    purge += perGram * purgedGrams;
    shares.push({ name: filament.name, price: perGram * printedGrams, colour: filament.colour });
  }
  if (purge > 0) shares.push({ name: 'Purge', price: purge, colour: colours.purge });
  if (powerPrice) shares.push({ name: 'Power', price: powerPrice, colour: colours.power });
  return shares;
}
