'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { Segments } from '@/components/controls/Segments';
import { download } from '@/browser/download';
import { hasWebGl } from '@/browser/webgl';
import { fileStem } from '@/core/fileStem';
import { formatMm, plural } from '@/core/format';
import { lampWords } from '@/core/filament/look';
import { reliefLayers, topOfLayer } from '@/core/relief/drawing';
import { FIRST_VIEW } from '@/base/pictures/handView';
import { toast } from '@/store/toast';
import { PixelPicture } from './PixelPicture';
import { reliefThing } from './reliefThing';
import { reliefCorners, reliefJob, reliefStl, reliefThreeMf } from './saveRelief';
import type { ShownRelief } from './useLaid';

const HandCanvas = dynamic(
  () => import('@/base/pictures/HandCanvas').then((module) => module.HandCanvas),
  { ssr: false },
);

type Look = 'printed' | 'picture' | 'backlit' | 'hand' | 'hand-backlit';

const LOOKS: readonly { readonly value: Look; readonly words: string }[] = [
  { value: 'printed', words: 'Printed' },
  { value: 'backlit', words: 'Backlit' },
  { value: 'picture', words: 'Picture' },
  { value: 'hand', words: '3D view' },
  { value: 'hand-backlit', words: '3D, backlit' },
];

interface ReliefStageProps {
  readonly shown: ShownRelief;
  readonly name: string;
  readonly isSettled: boolean;
}

/** The relief as it looks, and where it goes. */
export function ReliefStage({ shown, name, isSettled }: ReliefStageProps) {
  const [look, setLook] = useState<Look>('printed');
  const { laid, cellMm } = shown.view;
  const { columns, rows } = laid.grid;
  const layers = reliefLayers(shown.order.drawing);
  const size = [columns * cellMm, rows * cellMm, topOfLayer(layers, layers.count)];
  const swaps = shown.stack.length - 1;
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 px-4 py-2">
        <h2 className="mr-auto text-base font-semibold">
          {size.map(formatMm).join(' × ')} mm, {layers.count} layers, {plural(swaps, 'swap')}
        </h2>
        <Segments label="Look" value={look} options={LOOKS} onChange={setLook} />
      </div>
      <p className="px-4 pb-1 text-sm text-muted" aria-live="polite">
        Off the picture by {laid.mean.toFixed(1)} in the mean, {laid.worst.toFixed(1)} in its worst
        shade, small parts joined.
      </p>
      <div className="relative min-h-72 flex-1 overflow-hidden bg-sheet">
        {look === 'hand' || look === 'hand-backlit' ? (
          <InHand shown={shown} name={name} isLit={look === 'hand-backlit'} />
        ) : (
          <PixelPicture
            columns={columns}
            rows={rows}
            data={
              look === 'printed'
                ? laid.look
                : look === 'backlit'
                  ? laid.backlit
                  : shown.view.picture
            }
            name={`${name}, ${LOOKS.find(({ value }) => value === look)?.words.toLowerCase()}`}
            isDark={look === 'backlit'}
          />
        )}
      </div>
      <SaveButtons shown={shown} name={name} isSettled={isSettled} />
    </>
  );
}

/** The relief as it will be printed, to turn. */
function InHand({
  shown,
  name,
  isLit,
}: Pick<ReliefStageProps, 'shown' | 'name'> & { readonly isLit: boolean }) {
  const [view, setView] = useState(FIRST_VIEW);
  const [made, setMade] = useState<{
    readonly of: ShownRelief;
    readonly corners: Float32Array<ArrayBuffer>;
  } | null>(null);
  useEffect(() => {
    let isWanted = true;
    reliefCorners(shown).then(
      (corners) => isWanted && setMade({ of: shown, corners }),
      (error: unknown) => isWanted && toast.error(String(error)),
    );
    return () => {
      isWanted = false;
    };
  }, [shown]);
  const thing = useMemo(() => made && reliefThing(made.of, made.corners), [made]);
  if (!hasWebGl()) return <p className="p-6">This browser cannot draw in 3D.</p>;
  if (!thing) {
    return (
      <p aria-busy="true" className="grid h-full place-items-center text-ink">
        Drawing the relief…
      </p>
    );
  }
  return (
    <div className={`absolute inset-0 ${isLit ? 'bg-[#101010] text-white' : ''}`}>
      <HandCanvas
        thing={thing.thing}
        paint={thing.paint}
        view={view}
        onView={setView}
        lamp={isLit ? thing.lamp : null}
        name={name}
      />
      {isLit && (
        <p className="absolute bottom-2 left-4 text-sm">Backlit, {lampWords(thing.lamp.lamp)}.</p>
      )}
    </div>
  );
}

/** Where a relief goes. */
function SaveButtons({ shown, name, isSettled }: ReliefStageProps) {
  const [isBusy, setBusy] = useState(false);
  const router = useRouter();
  const stem = fileStem(name, 'relief');
  const run = async (act: () => Promise<void>): Promise<void> => {
    setBusy(true);
    try {
      await act();
    } catch (error) {
      toast.error(String(error));
    }
    setBusy(false);
  };
  const put = async (): Promise<void> => {
    const outcome = await reliefJob(name, stem, shown);
    if (outcome.kind === 'added') router.push(`/jobs/${outcome.job.id}`);
    else if (outcome.kind === 'refused') toast.error(outcome.refusal.message);
  };
  const disabled = !isSettled || isBusy;
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-line bg-panel px-4 py-2.5">
      <Button kind="primary" disabled={disabled} onClick={() => run(put)}>
        Add to Bench
      </Button>
      <Button
        disabled={disabled}
        onClick={() =>
          run(async () =>
            download(reliefThreeMf(name, shown, await reliefCorners(shown)), `${stem}.3mf`),
          )
        }
      >
        Save as 3MF
      </Button>
      <Button
        disabled={disabled}
        onClick={() =>
          run(async () => download(reliefStl(await reliefCorners(shown)), `${stem}.stl`))
        }
      >
        Save as STL
      </Button>
    </div>
  );
}
