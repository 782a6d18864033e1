'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { download } from '@/browser/download';
import { useFileDrop } from '@/browser/useFileDrop';
import { hasWebGl } from '@/browser/webgl';
import type { PlatePicture } from '@/core/draw/picture';
import { heightOf, type PlateDrawing } from '@/core/draw/plate';
import { formatMm } from '@/core/format';
import { FIRST_VIEW } from '@/base/pictures/handView';
import { pickFile } from '@/browser/pickFile';
import { toast } from '@/store/toast';
import { PlateForm } from './PlateForm';
import { PlateView } from './PlateView';
import { plateThing } from './plateThing';
import { fileStem, plateStl, platesJob, plateThreeMf } from './savePlate';
import { usePlateDrawing } from './drawSettings';
import { useLettering } from './useLettering';
import { usePlate, type Plate } from './usePlate';

const HandCanvas = dynamic(
  () => import('@/base/pictures/HandCanvas').then((module) => module.HandCanvas),
  { ssr: false },
);

const PICTURES = '.svg,.png,.jpg,.jpeg,.webp,.gif,.bmp';

/** A small helper that makes signs, tags and plates for printing in colours. */
export function DrawScreen() {
  const drawing = usePlateDrawing();
  const [picture, setPicture] = useState<PlatePicture | null>(null);
  const lettering = useLettering(drawing.font);
  const plate = usePlate(drawing, picture, lettering);
  const [isInHand, setInHand] = useState(false);
  const { bodies, troubles } = plate;
  const take = async (file: File): Promise<void> => {
    const read = /\.svg$/i.test(file.name)
      ? await (await import('./readSvg')).readSvg(file, file.name)
      : await (await import('./tracePicture')).tracePicture(file, file.name);
    if (!read.ok) {
      toast.error(`${file.name}: ${read.refusal.message}`);
      return;
    }
    setPicture(read.value);
    const inks = drawing.inks.length;
    const pictureInks = read.value.colours.map((_, i) => Math.min(i, inks - 1));
    usePlateDrawing.setState({ pictureInks });
  };
  const drop = useFileDrop(([file]) => take(file));
  const canSave = troubles.length === 0 && lettering !== null;
  return (
    <div
      {...drop.handlers}
      className="grid min-h-0 flex-1 lg:h-dvh lg:flex-none lg:grid-cols-[25rem_minmax(0,1fr)] lg:grid-rows-[minmax(0,1fr)] lg:overflow-hidden"
    >
      <div className="min-h-0 overflow-y-auto border-line bg-panel px-5 py-4 lg:border-r">
        <h1 className="text-2xl font-semibold tracking-tight">Draw a plate</h1>
        <p className="mb-3 text-sm text-muted">
          A sign, a tag or a number, made for printing in colours.
        </p>
        <NameField drawing={drawing} />
        <PlateForm
          drawing={drawing}
          picture={picture}
          onChange={(part) => usePlateDrawing.setState(part)}
          onPicture={() => pickFile(PICTURES, take)}
          onNoPicture={() => setPicture(null)}
        />
      </div>
      <section aria-label="The plate" className="flex min-h-0 min-w-0 flex-col max-lg:order-first">
        <div className="flex flex-wrap items-center gap-2 px-4 py-2">
          <h2 className="mr-auto text-base font-semibold">
            {formatMm(drawing.width)} × {formatMm(drawing.depth)} × {formatMm(bodies.height)} mm,{' '}
            {bodies.layers} layers
          </h2>
          <Button
            aria-pressed={isInHand}
            className="aria-pressed:bg-accent-soft"
            onClick={() => setInHand(!isInHand)}
          >
            In the hand
          </Button>
        </div>
        <div className="relative min-h-72 flex-1 overflow-hidden bg-sheet">
          {isInHand ? (
            <PlateInHand drawing={drawing} plate={plate} />
          ) : (
            <PlateView drawing={drawing} plate={plate} />
          )}
        </div>
        <PlateWords drawing={drawing} plate={plate} />
        <SaveButtons drawing={drawing} plate={plate} canSave={canSave} />
      </section>
      {drop.isOver && (
        <p className="pointer-events-none fixed inset-3 z-30 grid place-items-center rounded-lg border-2 border-dashed border-accent bg-panel/90 text-lg font-semibold">
          Let go to put the picture on the plate
        </p>
      )}
    </div>
  );
}

/** What keeps the plate from being saved, what is too fine, and when colours change. */
function PlateWords({ drawing, plate }: { drawing: PlateDrawing; plate: Plate }) {
  const { troubles, notes, narrow, bodies } = plate;
  const { lineWidth, arrangement } = drawing;
  return (
    <div className="grid gap-1 px-4 py-2 text-sm" aria-live="polite">
      {troubles.map((trouble) => (
        <p key={trouble} className="font-medium text-danger">
          {trouble}
        </p>
      ))}
      {narrow.lost.length > 0 && (
        <p className="font-medium text-danger">
          Marked red: narrower than the line of {lineWidth} mm, and will be missing.
        </p>
      )}
      {narrow.thin.length > 0 && (
        <p className="text-caution">
          Marked yellow: narrower than two lines ({formatMm(2 * lineWidth)} mm), and may come out
          ragged.
        </p>
      )}
      {narrow.closed.length > 0 && (
        <p className="text-caution">Also yellow: gaps narrower than a line, which close.</p>
      )}
      {notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
      {arrangement === 'heights' ? (
        <p>
          {bodies.swaps
            .map(
              ({ layer, letter }) =>
                `${letter} from layer ${layer}, ${formatMm(heightOf(drawing, layer - 1))} mm`,
            )
            .join(' · ')}
        </p>
      ) : (
        <p>
          An object for each colour, {lineWidth} mm apart. Give each object a tool of its own when
          you slice; Lamella makes hand swaps of the tools. STL would make one of them all, so it is
          saved as 3MF only.
        </p>
      )}
    </div>
  );
}

/** The plate as it will be printed, to turn. */
function PlateInHand({ drawing, plate: { bodies } }: { drawing: PlateDrawing; plate: Plate }) {
  const [view, setView] = useState(FIRST_VIEW);
  const { thing, paint } = useMemo(() => plateThing(drawing, bodies), [drawing, bodies]);
  if (!hasWebGl()) return <p className="p-6">This browser cannot draw in space.</p>;
  return (
    <HandCanvas thing={thing} paint={paint} view={view} onView={setView} name={drawing.name} />
  );
}

interface SaveButtonsProps {
  readonly drawing: PlateDrawing;
  readonly plate: Plate;
  readonly canSave: boolean;
}

/** Where a plate that is drawn goes. */
function SaveButtons({ drawing, plate: { bodies }, canSave }: SaveButtonsProps) {
  const [isBusy, setBusy] = useState(false);
  const router = useRouter();
  const put = async (): Promise<void> => {
    setBusy(true);
    const outcome = await platesJob(drawing, bodies);
    setBusy(false);
    if (outcome.kind === 'added') router.push(`/jobs/${outcome.job.id}`);
    else if (outcome.kind === 'refused') toast.error(outcome.refusal.message);
  };
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-line bg-panel px-4 py-2.5">
      <Button kind="primary" disabled={!canSave || isBusy} onClick={put}>
        Put it on the Bench
      </Button>
      <Button
        disabled={!canSave}
        onClick={() => download(plateThreeMf(drawing, bodies), `${fileStem(drawing.name)}.3mf`)}
      >
        Save as 3MF
      </Button>
      <Button
        disabled={!canSave || drawing.arrangement === 'beside'}
        title={
          drawing.arrangement === 'beside'
            ? 'STL would make one object of all colours. Save it as 3MF.'
            : undefined
        }
        onClick={() => download(plateStl(bodies), `${fileStem(drawing.name)}.stl`)}
      >
        Save as STL
      </Button>
    </div>
  );
}

interface NameFieldProps {
  readonly drawing: PlateDrawing;
}

function NameField({ drawing }: NameFieldProps) {
  return (
    <label className="mb-3 flex items-center gap-2">
      Name
      <input
        value={drawing.name}
        maxLength={80}
        onChange={({ currentTarget }) => usePlateDrawing.setState({ name: currentTarget.value })}
        className="min-w-0 flex-1 rounded-md border border-edge bg-paper px-2 py-1"
      />
    </label>
  );
}
