'use client';

import { HAIR } from '@/core/tolerances';
import { Copy, Printer } from 'lucide-react';
import { Button } from '@/components/Button';
import { copyText } from '@/browser/copyText';
import { formatMm } from '@/core/format';
import { bestLayers, fitHeight, ORDINARY_SEARCH } from '@/core/model/fitHeights';
import type { ModelSetup } from '@/core/model/setup';
import { toast } from '@/store/toast';
import { fitTable } from './fitTable';

interface FitPanelProps {
  readonly name: string;
  readonly heights: readonly number[];
  readonly setup: ModelSetup;
  readonly onChange: (part: Partial<ModelSetup>) => void;
}

/** Rows of the search that are shown. */
const BEST = 5;

/** Which heights land on a layer, and which layers would serve all of them. */
export function FitPanel({ name, heights, setup, onChange }: FitPanelProps) {
  const { firstLayer, layerHeight } = setup;
  const fits = heights.map((z) => fitHeight(z, firstLayer, layerHeight));
  const missing = fits.filter(({ error }) => Math.abs(error) >= HAIR).length;
  const firsts = [...new Set([firstLayer, 0.2, 0.24, 0.3])];
  const best = bestLayers(heights, { ...ORDINARY_SEARCH, firsts }, BEST);
  const copy = async (): Promise<void> => {
    if (await copyText(fitTable(name, fits, setup))) toast('The table is copied.');
    else toast.error('The browser did not let the table be copied. Print it instead.');
  };
  if (heights.length === 0) return null;
  return (
    <section aria-label="Heights that fit" data-print className="border-t border-line px-4 py-3">
      <div className="flex items-center gap-1">
        <h3 className="mr-auto font-semibold">Heights that fit</h3>
        <Button kind="quiet" className="px-2" aria-label="Copy the table" onClick={copy}>
          <Copy aria-hidden size={16} />
        </Button>
        <Button kind="quiet" className="px-2" aria-label="Print the table" onClick={() => print()}>
          <Printer aria-hidden size={16} />
        </Button>
      </div>
      <p className="hidden text-sm print:block">
        {name}: first layer {firstLayer} mm, all others {layerHeight} mm.
      </p>
      <p className={`text-sm ${missing > 0 ? 'text-caution' : 'text-muted'}`}>
        {missing === 0
          ? 'All of them land on a layer.'
          : `${missing} of ${heights.length} fall inside a layer.`}
      </p>
      <div className="mt-1 overflow-x-auto">
        <table className="w-full text-sm">
          <thead>
            <tr className="text-left text-muted [&>th]:font-normal">
              <th scope="col">Height</th>
              <th scope="col">Nearest</th>
              <th scope="col">Off by</th>
              <th scope="col">Layer, from 1</th>
              <th scope="col">from 0</th>
            </tr>
          </thead>
          <tbody>
            {fits.map(({ z, nearest, error, below, above, layer }) => (
              <tr key={z} className="border-t border-line">
                <th scope="row" className="py-1 text-left font-semibold">
                  {formatMm(z)}
                </th>
                <td>
                  {Math.abs(error) < HAIR
                    ? formatMm(nearest)
                    : `${formatMm(below)} or ${formatMm(above)}`}
                </td>
                <td className={Math.abs(error) < HAIR ? '' : 'font-medium text-caution'}>
                  {Math.abs(error) < HAIR
                    ? 'lands'
                    : `${error > 0 ? '+' : '−'}${formatMm(Math.abs(error))}`}
                </td>
                <td>{layer}</td>
                <td>{layer - 1}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <BestLayers best={best} count={heights.length} onChange={onChange} />
    </section>
  );
}

interface BestLayersProps {
  readonly best: ReturnType<typeof bestLayers>;
  readonly count: number;
  readonly onChange: FitPanelProps['onChange'];
}

/** The layers that serve the heights best, to be chosen. */
function BestLayers({ best, count, onChange }: BestLayersProps) {
  return (
    <>
      <h4 className="mt-3 text-sm font-semibold">Layers that serve them best</h4>
      <table className="w-full text-sm">
        <thead>
          <tr className="text-left text-muted [&>th]:font-normal">
            <th scope="col">First</th>
            <th scope="col">Others</th>
            <th scope="col">Land</th>
            <th scope="col">Worst</th>
            <th scope="col">
              <span className="sr-only">Choose</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {best.map((one) => (
            <tr key={`${one.firstLayer} ${one.layerHeight}`} className="border-t border-line">
              <td className="py-0.5">{formatMm(one.firstLayer)}</td>
              <td>{formatMm(one.layerHeight)}</td>
              <td>
                {one.landing} of {count}
              </td>
              <td>{formatMm(one.worst)}</td>
              <td className="text-right">
                <Button
                  aria-label={`Use layers of ${one.layerHeight} mm over a first one of ${one.firstLayer} mm`}
                  onClick={() =>
                    onChange({ firstLayer: one.firstLayer, layerHeight: one.layerHeight })
                  }
                >
                  Use
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
