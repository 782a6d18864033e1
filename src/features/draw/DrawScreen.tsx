'use client';

import { ScrollArea } from '@/components/controls/ScrollArea';
import { FIELD } from '@/components/controls/fieldLook';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { download } from '@/browser/download';
import { useFileDrop } from '@/browser/useFileDrop';
import { hasWebGl } from '@/browser/webgl';
import type { PlatePicture } from '@/core/draw/picture';
import { finestOf, heightOf, LONGEST_NAME, type PlateDrawing } from '@/core/draw/plate';
import { fileStem } from '@/core/fileStem';
import { formatMm } from '@/core/format';
import { FIRST_VIEW } from '@/base/pictures/handView';
import { toast } from '@/store/toast';
import { PlateForm } from './PlateForm';
import { PlateView } from './PlateView';
import { plateThing } from './plateThing';
import { plateStl, platesJob, plateThreeMf } from './savePlate';
import { usePlateDrawing } from './drawSettings';
import { useFinest } from './useFinest';
import { usePlate, type ShownPlate } from './usePlate';
import { usePlatePicture } from './usePlatePicture';

const BatchDialog = dynamic(() => import('./BatchDialog').then((one) => one.BatchDialog), {
  ssr: false,
});

const HandCanvas = dynamic(
  () => import('@/base/pictures/HandCanvas').then((module) => module.HandCanvas),
  { ssr: false },
);

const PICTURES = '.svg,.png,.jpg,.jpeg,.webp,.gif,.bmp';

/** A small helper that makes signs, tags and plates for printing in colours. */
export function DrawScreen() {
  const kept = usePlateDrawing();
  const finest = useFinest();
  const drawing = useMemo(() => (finest ? { ...kept, finest } : kept), [kept, finest]);
  const { picture, take, remove } = usePlatePicture();
  const drop = useFileDrop(([file]) => take(file));
  return (
    <div
      {...drop.handlers}
      className="grid min-h-0 flex-1 lg:h-dvh lg:flex-none lg:grid-cols-[25rem_minmax(0,1fr)] lg:grid-rows-[minmax(0,1fr)] lg:overflow-hidden"
    >
      <ScrollArea className="border-line bg-panel lg:border-r" inside="px-5 py-4">
        <h1 className="text-2xl font-semibold tracking-tight">Draw a plate</h1>
        <p className="mb-3 text-sm text-muted">
          A sign, tag or number designed for colour printing.
        </p>
        <NameField drawing={drawing} />
        <input {...drop.field} hidden accept={PICTURES} aria-label="Picture" />
        <PlateForm
          drawing={drawing}
          picture={picture}
          onChange={(part) => usePlateDrawing.setState(part)}
          onPicture={drop.choose}
          onNoPicture={remove}
        />
      </ScrollArea>
      <PlateStage drawing={drawing} picture={picture} />
      {drop.isOver && (
        <p className="pointer-events-none fixed inset-3 z-30 grid place-items-center rounded-lg border-2 border-dashed border-accent bg-panel/90 text-lg font-semibold">
          Drop to add the picture
        </p>
      )}
    </div>
  );
}

interface PlateStageProps {
  readonly drawing: PlateDrawing;
  readonly picture: PlatePicture | null;
}

/** The plate as it is laid out, what is to be said of it, and where it goes. */
function PlateStage({ drawing, picture }: PlateStageProps) {
  const { shown, isSettled, trouble } = usePlate(drawing, picture);
  const [isInHand, setInHand] = useState(false);
  return (
    <section aria-label="The plate" className="flex min-h-0 min-w-0 flex-col max-lg:order-first">
      <div className="flex flex-wrap items-center gap-2 px-4 py-2">
        <h2 className="mr-auto text-base font-semibold">
          {formatMm(drawing.width)} × {formatMm(drawing.depth)}
          {shown
            ? ` × ${formatMm(shown.plate.bodies.height)} mm, ${shown.plate.bodies.layers} layers`
            : ' mm'}
        </h2>
        <Button
          aria-pressed={isInHand}
          className="aria-pressed:bg-accent-soft"
          onClick={() => setInHand(!isInHand)}
        >
          3D view
        </Button>
      </div>
      <div className="relative min-h-72 flex-1 overflow-hidden bg-sheet">
        {!shown && trouble === null && (
          <p aria-busy="true" className="grid h-full place-items-center text-ink">
            Laying out the plate…
          </p>
        )}
        {shown && isInHand && <PlateInHand {...shown} />}
        {shown && !isInHand && <PlateView {...shown} />}
      </div>
      {trouble !== null && (
        <p role="alert" className="px-4 pt-2 text-sm font-medium text-danger">
          {trouble}
        </p>
      )}
      {shown && (
        <>
          <PlateWords {...shown} />
          <SaveButtons {...shown} isSettled={isSettled} />
        </>
      )}
    </section>
  );
}

/** What keeps the plate from being saved, what is too fine, and when colours change. */
function PlateWords({ drawing, plate }: ShownPlate) {
  const { troubles, notes, narrow, bodies } = plate;
  const { lineWidth, arrangement, finest } = drawing;
  const { stroke, whole, gap } = finestOf(drawing);
  const found = (mm: number | null = null): string => (mm === null ? '' : ', as measured');
  return (
    <div className="grid gap-1 px-4 py-2 text-sm" aria-live="polite">
      {troubles.map((trouble) => (
        <p key={trouble} className="font-medium text-danger">
          {trouble}
        </p>
      ))}
      {narrow.lost.length > 0 && (
        <p className="font-medium text-danger">
          Red: narrower than {formatMm(stroke)} mm{found(finest?.strokeMm)}, and will not print.
        </p>
      )}
      {narrow.thin.length > 0 && (
        <p className="text-caution">
          Yellow: narrower than {formatMm(whole)} mm, and may come out ragged.
        </p>
      )}
      {narrow.closed.length > 0 && (
        <p className="text-caution">
          Also yellow: gaps narrower than {formatMm(gap)} mm{found(finest?.gapMm)}, which close up.
        </p>
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
          One object per colour, {lineWidth} mm apart. Give each object its own tool in the slicer;
          Lamella turns the tools into hand swaps. STL would merge them, so the plate is saved as
          3MF only.
        </p>
      )}
    </div>
  );
}

/** The plate as it will be printed, to turn. */
function PlateInHand({ drawing, plate: { bodies } }: ShownPlate) {
  const [view, setView] = useState(FIRST_VIEW);
  const { thing, paint } = useMemo(() => plateThing(drawing, bodies), [drawing, bodies]);
  if (!hasWebGl()) return <p className="p-6">This browser cannot draw in 3D.</p>;
  return (
    <HandCanvas thing={thing} paint={paint} view={view} onView={setView} name={drawing.name} />
  );
}

interface SaveButtonsProps extends ShownPlate {
  /** False while a newer plate is being laid out. */
  readonly isSettled: boolean;
}

/** Where a plate that is drawn goes. */
function SaveButtons(props: SaveButtonsProps) {
  const { drawing, picture, plate, isSettled } = props;
  const { bodies, troubles } = plate;
  const canSave = isSettled && troubles.length === 0;
  const [isBusy, setBusy] = useState(false);
  const [isListing, setListing] = useState(false);
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
        Add to Bench
      </Button>
      <Button
        disabled={!canSave}
        onClick={() =>
          download(plateThreeMf(drawing, bodies), `${fileStem(drawing.name, 'plate')}.3mf`)
        }
      >
        Save as 3MF
      </Button>
      <Button
        disabled={!canSave || drawing.arrangement === 'beside'}
        title={
          drawing.arrangement === 'beside'
            ? 'STL would merge all colours into one object. Save as 3MF.'
            : undefined
        }
        onClick={() => download(plateStl(bodies), `${fileStem(drawing.name, 'plate')}.stl`)}
      >
        Save as STL
      </Button>
      <Button className="ml-auto" disabled={!isSettled} onClick={() => setListing(true)}>
        Plates for a list…
      </Button>
      {isListing && (
        <BatchDialog drawing={drawing} picture={picture} isOpen onClose={() => setListing(false)} />
      )}
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
        maxLength={LONGEST_NAME}
        onChange={({ currentTarget }) => usePlateDrawing.setState({ name: currentTarget.value })}
        className={`${FIELD} min-w-0 flex-1`}
      />
    </label>
  );
}
