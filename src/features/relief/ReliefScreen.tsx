'use client';

import { useEffect, useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { Progress } from '@/components/controls/Progress';
import { ScrollArea } from '@/components/controls/ScrollArea';
import { FileButton } from '@/components/FileButton';
import { useFileDrop } from '@/browser/useFileDrop';
import { formatMm } from '@/core/format';
import { reliefLayers, shadesKey, topOfLayer, type ReliefDrawing } from '@/core/relief/drawing';
import { HAIR } from '@/core/tolerances';
import { freeGrams } from '@/core/filament/shelf/reserve';
import type { ReliefSpool, Stack } from '@/core/relief/stack';
import { coveringOf } from '@/core/measured/covering';
import { measurements, useMeasurements } from '@/store/measurements';
import { shelf, useShelf } from '@/store/shelf';
import type { HeldPicture, ReliefOrder } from '@/workers/reliefWorker';
import { ColourCurve } from './ColourCurve';
import { ReliefForm } from './ReliefForm';
import { ReliefStage } from './ReliefStage';
import { useReliefDrawing } from './reliefSettings';
import { ShadesPanel } from './ShadesPanel';
import { StackPanel } from './StackPanel';
import { useLaid } from './useLaid';
import { useReliefPicture } from './useReliefPicture';
import { useSearch } from './useSearch';

const PICTURES = '.png,.jpg,.jpeg,.webp,.svg,.gif,.bmp,.avif';

/** A relief from a picture, in the colours of the person's own shelf. */
export function ReliefScreen() {
  const drawing = useReliefDrawing();
  const { picture, reading, take, cancel, remove } = useReliefPicture();
  const drop = useFileDrop(([file]) => take(file));
  return (
    <div
      {...drop.handlers}
      className="grid min-h-0 flex-1 lg:h-dvh lg:flex-none lg:grid-cols-[21rem_minmax(0,1fr)] lg:grid-rows-[minmax(0,1fr)] lg:overflow-hidden"
    >
      <ScrollArea className="border-line bg-panel lg:border-r" inside="px-5 py-4">
        <h1 className="text-2xl font-semibold tracking-tight">Relief from a picture</h1>
        <p className="mb-3 text-sm text-muted">
          Lamella searches the spools of your shelf, their order and the swaps that come nearest to
          the picture.
        </p>
        <input {...drop.field} hidden accept={PICTURES} aria-label="Picture" />
        <div className="mb-4 flex flex-wrap gap-2">
          <FileButton accept={PICTURES} onFile={(file) => take(file)}>
            {picture ? 'Replace picture…' : 'Open picture…'}
          </FileButton>
          {picture && <Button onClick={remove}>Remove picture</Button>}
        </div>
        <ReliefForm drawing={drawing} onChange={(part) => useReliefDrawing.setState(part)} />
      </ScrollArea>
      <section aria-label="The relief" className="flex min-h-0 min-w-0 flex-col max-lg:order-first">
        {reading !== null ? (
          <div className="m-auto grid gap-2 p-6 text-center" aria-busy="true">
            <p>Reading {reading}…</p>
            <Button onClick={cancel}>Cancel</Button>
          </div>
        ) : picture ? (
          <Desk picture={picture} drawing={drawing} />
        ) : (
          <p className="m-auto max-w-md p-8 text-center">
            Open a picture or drop it here: a photo, a drawing, a map. It stays in this browser.
          </p>
        )}
      </section>
      {drop.isOver && (
        <p className="pointer-events-none fixed inset-3 z-30 grid place-items-center rounded-lg border-2 border-dashed border-accent bg-panel/90 text-lg font-semibold">
          Drop to make a relief of the picture
        </p>
      )}
    </div>
  );
}

interface DeskProps {
  readonly picture: HeldPicture;
  readonly drawing: ReliefDrawing;
}

/** What the search has found, and what the hand has changed. */
function Desk({ picture, drawing }: DeskProps) {
  const settings = useSteady(drawing);
  const spools = useCandidates(settings.spools);
  const [pins, setPins] = useState<Pins>({ of: '', shades: [] });
  const pinned = `${picture.id} ${shadesKey(settings)}`;
  const picked = pins.of === pinned ? pins.shades : NO_PINS;
  const order = useMemo<ReliefOrder | null>(
    () => (spools.length > 0 ? { picture, drawing: settings, spools, pins: picked } : null),
    [picture, settings, spools, picked],
  );
  const search = useSearch(order);
  const [hand, setHand] = useState<Hand | null>(null);
  const layers = reliefLayers(settings);
  const suits = ({ of }: Hand): boolean => order !== null && isForSame(of, order);
  const answer = search.of && order && isForSame(search.of, order) ? search.answer : null;
  const swaps = Math.min(hand?.swaps ?? 2, answer?.found.at(-1)?.swaps ?? 0);
  const best = answer?.found.findLast((one) => one.swaps <= swaps) ?? answer?.found.at(0) ?? null;
  const own = hand?.stack && suits(hand) ? hand.stack : null;
  const stack = own ?? best?.stack ?? null;
  const { shown, isSettled, trouble } = useLaid(order, stack);
  const pin = (shade: number, height: number | null): void => {
    const shades = Array.from({ length: Math.max(picked.length, shade + 1) }, (_, i) => picked[i] ?? null); // prettier-ignore
    setPins({ of: pinned, shades: shades.with(shade, height) });
  };
  const change = (next: Stack): void => {
    if (order) setHand({ of: order, swaps: next.length - 1, stack: next });
  };

  return (
    <>
      <Words
        settings={settings}
        hasSpools={spools.length > 0}
        share={search.share}
        isEmpty={answer?.found.length === 0}
        trouble={search.trouble ?? trouble}
      />
      <div className="grid min-h-0 flex-1 xl:grid-cols-[minmax(0,1fr)_24rem] xl:grid-rows-[minmax(0,1fr)]">
        <div className="flex min-h-96 min-w-0 flex-col">
          {shown && (
            <ReliefStage
              shown={shown}
              name={drawing.name.trim() || 'Relief'}
              isSettled={isSettled && settings.light + settings.face !== 'daydown'}
            />
          )}
        </div>
        <ScrollArea className="border-line bg-panel max-xl:border-t xl:border-l">
          {answer && answer.found.length > 0 && (
            <ColourCurve
              answer={answer}
              chosen={own ? null : (best?.swaps ?? null)}
              onChoose={(found) => order && setHand({ of: order, swaps: found.swaps, stack: null })}
            />
          )}
          {stack && shown && isForSame(shown.order, order) && (
            <>
              <StackPanel
                stack={stack}
                spools={spools}
                layers={layers}
                grams={shown.view.laid.grams}
                onChange={change}
              />
              <ShadesPanel view={shown.view} layers={layers} pins={picked} onPin={pin} />
            </>
          )}
        </ScrollArea>
      </div>
    </>
  );
}

/** What was done by hand, and for which order: a stack of its own, or how many swaps are wanted. */
interface Hand {
  readonly of: ReliefOrder;
  readonly swaps: number;
  readonly stack: Stack | null;
}

/** Shades that are held at a height, and of which picture they are. */
interface Pins {
  readonly of: string;
  readonly shades: readonly (number | null)[];
}

const NO_PINS: Pins['shades'] = [];

/** Whether a stack for one order can be printed for another: the same spools in the same layers. */
function isForSame(one: ReliefOrder, other: ReliefOrder | null): boolean {
  if (other === null || one.spools !== other.spools) return false;
  return JSON.stringify(reliefLayers(one.drawing)) === JSON.stringify(reliefLayers(other.drawing));
}

/** The settings that the relief depends on: the same object until one of them changes. */
function useSteady(drawing: ReliefDrawing): ReliefDrawing {
  const text = JSON.stringify({ ...drawing, name: '' });
  return useMemo(() => JSON.parse(text) as ReliefDrawing, [text]);
}

/** The spools of the shelf that may be used. */
function useCandidates(ids: readonly string[]): readonly ReliefSpool[] {
  const all = useShelf((state) => state.records);
  const measured = useMeasurements((state) => state.records);
  useEffect(() => {
    Promise.all([shelf.load(), measurements.load()]).catch(() => {
      // The shelf says itself what is wrong with it.
    });
  }, []);
  return useMemo(
    () =>
      (all ?? [])
        .filter(({ id }) => ids.length === 0 || ids.includes(id))
        .slice(0, MOST_SPOOLS)
        // What is promised to other jobs is not there.
        .map((spool) => ({
          ...spool,
          ...coveringOf(measured ?? [], spool),
          gramsLeft: freeGrams(spool, null),
        })),
    [all, ids, measured],
  );
}

/** A search takes no more spools than this. */
const MOST_SPOOLS = 30;

interface WordsProps {
  readonly settings: ReliefDrawing;
  readonly hasSpools: boolean;
  readonly share: number | null;
  readonly isEmpty: boolean;
  readonly trouble: string | null;
}

/** How the search goes, and what keeps a relief from being printed. */
function Words({ settings, hasSpools, share, isEmpty, trouble }: WordsProps) {
  const isFaceDown = settings.light === 'day' && settings.face === 'down';
  const layers = reliefLayers(settings);
  const high = topOfLayer(layers, layers.count);
  return (
    <div className="grid gap-1 px-4 pt-2 text-sm empty:hidden">
      {share !== null && (
        <div aria-busy="true">
          <p>Searching spools and swaps…</p>
          <Progress label="Searching spools and swaps" value={share} />
        </div>
      )}
      {trouble !== null && (
        <p role="alert" className="font-medium text-danger">
          {trouble}
        </p>
      )}
      {!hasSpools && (
        <p className="font-medium text-danger">The shelf has no spool to choose from.</p>
      )}
      {isEmpty && (
        <p className="font-medium text-danger">
          No stack can be printed with these spools: they do not hold enough. Make the relief
          smaller, or choose other spools.
        </p>
      )}
      {high > settings.most + HAIR && (
        <p className="text-caution">
          The base alone is as high as the relief may be, so the relief becomes {formatMm(high)} mm
          high. Make the base thinner or the relief higher.
        </p>
      )}
      {isFaceDown && (
        <p className="font-medium text-danger">
          Face down, all of it is the colour of the first layers. Place it face up, or make it to be
          seen backlit.
        </p>
      )}
    </div>
  );
}
