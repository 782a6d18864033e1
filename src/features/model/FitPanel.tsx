'use client';

import { HAIR } from '@/core/tolerances';
import { Copy, Printer } from 'lucide-react';
import { Button } from '@/components/Button';
import { copyText } from '@/browser/copyText';
import { formatDuration, formatMm } from '@/core/format';
import { bestLayers, fitHeight, ORDINARY_SEARCH, type HeightFit } from '@/core/model/fitHeights';
import { layerGrid } from '@/core/model/layerGrid';
import type { ModelSetup } from '@/core/model/setup';
import { toast } from '@/store/toast';
import { fitTable } from './fitTable';

interface FitPanelProps {
  readonly name: string;
  readonly heights: readonly number[];
  readonly setup: ModelSetup;
  /** Height of the model, mm. */
  readonly top: number;
  /** Rough time of moving for the layers that it has now, s, and how many they are. */
  readonly cost: { readonly seconds: number; readonly layers: number };
  readonly onChange: (part: Partial<ModelSetup>) => void;
}

/** Rows of the search that are shown. */
const BEST = 5;

/** Which heights land on a layer, and which layers would serve all of them. */
export function FitPanel({ name, heights, setup, top, cost, onChange }: FitPanelProps) {
  const { firstLayer, layerHeight } = setup;
  const fits = heights.map((z) => fitHeight(z, firstLayer, layerHeight));
  const missing = fits.filter(({ error }) => Math.abs(error) >= HAIR).length;
  const firsts = [...new Set([firstLayer, 0.2, 0.24, 0.3])];
  const best = bestLayers(heights, { ...ORDINARY_SEARCH, firsts }, BEST);
  const copy = async (): Promise<void> => {
    if (await copyText(fitTable(name, fits, setup))) toast('The table is copied.');
    else toast.error('The browser blocked copying. Print the table instead.');
  };
  if (heights.length === 0) return null;
  return (
    <section aria-label="Heights that fit" data-print className="border-t border-line px-4 py-3">
      <div className="flex items-center gap-1">
        <h3 className="mr-auto font-semibold">Heights that fit</h3>
        <Button kind="quiet" className="px-2" aria-label="Copy table" onClick={copy}>
          <Copy aria-hidden size={16} />
        </Button>
        <Button kind="quiet" className="px-2" aria-label="Print table" onClick={() => print()}>
          <Printer aria-hidden size={16} />
        </Button>
      </div>
      <p className="hidden text-sm print:block">
        {name}: first layer {firstLayer} mm, all others {layerHeight} mm.
      </p>
      <p className={`text-sm ${missing > 0 ? 'text-caution' : 'text-muted'}`}>
        {missing === 0
          ? 'All heights land on a layer boundary.'
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
      {missing > 0 && <MovedHeights fits={fits} />}
      <BestLayers best={best} count={heights.length} top={top} cost={cost} onChange={onChange} />
    </section>
  );
}

/** What to change in the design, so that the layers can stay as they are. */
function MovedHeights({ fits }: { readonly fits: readonly HeightFit[] }) {
  const moves = fits
    .filter(({ error }) => Math.abs(error) >= HAIR)
    .map(({ z, nearest }) => `${formatMm(z)} → ${formatMm(nearest)}`);
  return (
    <p className="mt-3 text-sm">
      Keep the layers and move the heights in the design, in mm: {moves.join(', ')}. Or choose other
      layers:
    </p>
  );
}

interface BestLayersProps {
  readonly best: ReturnType<typeof bestLayers>;
  readonly count: number;
  readonly top: number;
  readonly cost: FitPanelProps['cost'];
  readonly onChange: FitPanelProps['onChange'];
}

/** The layers that serve the heights best, to be chosen. */
function BestLayers({ best, count, top, cost, onChange }: BestLayersProps) {
  const layersOf = (one: (typeof best)[number]): number =>
    layerGrid(top, one.firstLayer, one.layerHeight).count;
  // A layer takes about as long whatever its height: the lines are the same.
  const timeOf = (layers: number): string =>
    formatDuration((cost.seconds * layers) / Math.max(1, cost.layers));
  return (
    <>
      <h4 className="mt-3 text-sm font-semibold">Best layer heights</h4>
      <table className="w-full text-sm">
        <thead>
          <tr className="text-left text-muted [&>th]:font-normal">
            <th scope="col">First</th>
            <th scope="col">Others</th>
            <th scope="col">Land</th>
            <th scope="col">Worst</th>
            <th scope="col">Layers</th>
            <th scope="col">About</th>
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
              <td>{layersOf(one)}</td>
              <td>{timeOf(layersOf(one))}</td>
              <td className="text-right">
                <Button
                  aria-label={`Use layers of ${one.layerHeight} mm over a first layer of ${one.firstLayer} mm`}
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
