'use client';

import { InlineNumber } from '@/components/form/InlineNumber';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { Camera, Lamp, Scissors } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { download } from '@/browser/download';
import { hasWebGl, isWebGlSlow } from '@/browser/webgl';
import { MOST_FACES } from '@/core/geometry/mesh/handMesh';
import { lampWords } from '@/core/filament/look';
import { describeLayer } from '@/core/describeLayer';
import { fileStem } from '@/core/fileStem';
import { useJob, type OpenedJob } from '@/base/job/jobContext';
import { showLayer, useViewStore } from '@/store/plans/viewStore';
import { toast } from '@/store/toast';
import { WorkerClosedError } from '@/workers/print/printClient';
import type { HandSurface } from '@/workers/print/protocol';
import type { HandScene, HandThing } from '@/base/pictures/HandScene';
import { handPaint } from '@/base/pictures/handPaint';
import { useLamp } from '@/base/pictures/useLamp';
import {
  FIRST_VIEW,
  FROM_ABOVE,
  FROM_BELOW,
  viewWords,
  type HandView,
} from '@/base/pictures/handView';

// three.js is large: it comes when somebody wants to see the print.
const HandCanvas = dynamic(
  () => import('@/base/pictures/HandCanvas').then((module) => module.HandCanvas),
  {
    ssr: false,
  },
);

/** Faces where there is no graphics processor. */
const FEW_FACES = 40_000;

/** Side of a saved picture, px. */
const PICTURE_SIDE = 2048;

const VIEWS: readonly { readonly name: string; readonly view: HandView }[] = [
  { name: 'As placed', view: FIRST_VIEW },
  { name: 'From above', view: FROM_ABOVE },
  { name: 'From below', view: FROM_BELOW },
];

/** The finished print as a thing to turn. */
export function HandDesk() {
  const job = useJob();
  useWayOut(job.job.id);
  const thing = useThing(job);
  const paint = useMemo(() => handPaint(job), [job]);
  const [view, setView] = useState(FIRST_VIEW);
  const [isLit, setLit] = useState(false);
  const [isCut, setCut] = useState(false);
  const layer = useViewStore((state) => state.layer);
  const { layers } = job.reading;
  const scene = useRef<HandScene | null>(null);
  const keepScene = useCallback((made: HandScene | null) => {
    scene.current = made;
  }, []);
  const lamp = useLamp(job, isLit);
  const cut = useMemo(
    () => (isCut ? { layer, z: layers[layer - 1].z } : null),
    [isCut, layer, layers],
  );
  const toggleCut = (): void => {
    // Cut at the bed there is nothing to look into.
    if (!isCut && layer === 1) showLayer(Math.ceil(layers.length / 2));
    setCut(!isCut);
  };
  const save = async (): Promise<void> => {
    const ground = getComputedStyle(document.documentElement).getPropertyValue('--sheet');
    const picture = await scene.current?.picture(PICTURE_SIDE, isLit ? '#101010' : ground);
    const stem = fileStem(job.job.name, 'print');
    if (picture) download(picture, `${stem}-in-the-hand.png`);
    else toast.warning('There is nothing to save yet.');
  };

  return (
    <section aria-label="3D view" className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5 px-4 pt-2 pb-1.5">
        <div className="min-w-0 flex-1 basis-52">
          <h2 className="text-base leading-tight font-semibold">3D view</h2>
          <p className="text-sm text-muted" aria-live="polite">
            {isCut ? `Cut above ${describeLayer(layers[layer - 1])}` : `Seen ${viewWords(view)}`}
            {lamp ? `, backlit, ${lampWords(lamp.lamp)}` : ''}
          </p>
        </div>
        <LookBar
          onLook={(to) => setView({ ...to, near: view.near })}
          isLit={isLit}
          onLit={() => setLit(!isLit)}
          isCut={isCut}
          onCut={toggleCut}
          onSave={save}
        />
      </div>
      {isCut && <CutLayer layer={layer} count={layers.length} />}
      <div
        className={`relative min-h-80 flex-1 overflow-hidden ${isLit ? 'bg-[#101010] text-white' : 'bg-sheet'}`}
      >
        {!hasWebGl() ? (
          <p className="p-6">
            This browser cannot draw in 3D. Plan shows the print from above and below.
          </p>
        ) : thing ? (
          <HandCanvas
            thing={thing}
            paint={paint}
            view={view}
            onView={setView}
            cut={cut}
            lamp={lamp}
            onScene={keepScene}
            name={job.job.name}
          />
        ) : (
          <p className="grid h-full place-items-center" aria-busy="true">
            Drawing the print…
          </p>
        )}
      </div>
    </section>
  );
}

/** Which layer it is cut at. */
function CutLayer({ layer, count }: { readonly layer: number; readonly count: number }) {
  return (
    <div className="flex items-center gap-2 px-4 pb-1.5">
      <Button onClick={() => showLayer(layer - 1)} disabled={layer <= 1}>
        Lower
      </Button>
      <label className="flex items-center gap-2 text-sm">
        Layer
        <InlineNumber
          min={1}
          max={count}
          step={1}
          value={layer}
          onChange={showLayer}
          className="w-20"
        />
        of {count}
      </label>
      <Button onClick={() => showLayer(layer + 1)} disabled={layer >= count}>
        Higher
      </Button>
    </div>
  );
}

/** The surface of the open print, built again for another print or for parts side by side. */
function useThing({ client, reading, parts }: OpenedJob): HandThing | null {
  const [surface, setSurface] = useState<{
    readonly made: HandSurface;
    readonly shown: Uint16Array | null;
  } | null>(null);
  const shown = parts.picture?.footprint.top ?? null;
  useEffect(() => {
    let wanted = true;
    client.surface(shown !== null, isWebGlSlow() ? FEW_FACES : MOST_FACES).then(
      (made) => wanted && setSurface({ made, shown }),
      (error: unknown) => {
        if (wanted && !(error instanceof WorkerClosedError)) toast.error(String(error));
      },
    );
    return () => {
      wanted = false;
    };
  }, [client, reading, shown]);
  return useMemo(() => {
    if (!surface) return null;
    const { footprint, layers } = reading;
    const own = surface.shown ? { shownTop: surface.shown } : {};
    return { surface: surface.made, footprint, layers, ...own };
  }, [surface, reading]);
}

interface LookBarProps {
  readonly onLook: (to: HandView) => void;
  readonly isLit: boolean;
  readonly onLit: () => void;
  readonly isCut: boolean;
  readonly onCut: () => void;
  readonly onSave: () => Promise<void>;
}

/** Ways to look at it. */
function LookBar({ onLook, isLit, onLit, isCut, onCut, onSave }: LookBarProps) {
  return (
    <div className="flex flex-wrap gap-1" role="group" aria-label="View">
      {VIEWS.map(({ name, view: to }) => (
        <Button key={name} onClick={() => onLook(to)}>
          {name}
        </Button>
      ))}
      <Button aria-pressed={isLit} className="aria-pressed:bg-accent-soft" onClick={onLit}>
        <Lamp aria-hidden size={16} />
        Backlit
      </Button>
      <Button aria-pressed={isCut} className="aria-pressed:bg-accent-soft" onClick={onCut}>
        <Scissors aria-hidden size={16} />
        Cut
      </Button>
      <Button onClick={onSave}>
        <Camera aria-hidden size={16} />
        Save picture
      </Button>
    </div>
  );
}

/** Escape leads back to the plan. */
function useWayOut(jobId: string): void {
  const router = useRouter();
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape' || event.defaultPrevented) return;
      if (document.querySelector('[role="dialog"], [role="menu"]')) return;
      router.push(`/jobs/${jobId}`);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [router, jobId]);
}
