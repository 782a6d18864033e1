'use client';

import { ScrollArea } from '@/components/controls/ScrollArea';
import { Columns } from '@/components/Columns';
import { InlineNumber } from '@/components/form/InlineNumber';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { Boundary } from '@/components/trouble/Boundary';
import { hasWebGl } from '@/browser/webgl';
import { formatCm2, formatMm, plural } from '@/core/format';
import type { Cut } from '@/core/model/cuts';
import { layersBelow } from '@/core/model/layerGrid';
import type { ModelSetup } from '@/core/model/setup';
import { layerPaint } from '@/base/pictures/handPaint';
import { FIRST_VIEW, FROM_ABOVE, FROM_BELOW, type HandView } from '@/base/pictures/handView';
import { useJob, type OpenedModel } from '@/base/job/jobContext';
import { bandAt } from '@/core/plan/work/bands';
import type { ModelDraft } from '@/workers/print/protocol';
import { FitPanel } from './FitPanel';
import { HeightsPanel } from './HeightsPanel';
import { SetupPanel } from './SetupPanel';
import { useDraft } from './useDraft';
import { colourHeights } from './words';

const HandCanvas = dynamic(
  () => import('@/base/pictures/HandCanvas').then((module) => module.HandCanvas),
  { ssr: false },
);

/** A model without a plan, bright enough to see its shape. */
const UNPLANNED = '#c9bda4';

/** Heights in the table of those that fit. */
const MOST_HEIGHTS = 12;

/** The Model station: where the colours of a model that is not sliced yet can begin. */
export function ModelDesk() {
  const job = useJob();
  if (job.kind !== 'model') {
    return (
      <p className="m-auto max-w-md p-8 text-center">
        This job is a sliced file. See Read for its contents.
      </p>
    );
  }
  return <Desk key={JSON.stringify(job.setup)} job={job} applied={job.setup} />;
}

function Desk({ job, applied }: { readonly job: OpenedModel; readonly applied: ModelSetup }) {
  const { client } = job;
  const draft = useDraft(client, applied);
  const { setup, made, madeFor } = draft;
  const facts = made?.facts ?? job.facts;
  const isSettled = madeFor === setup;
  const [cut, setCut] = useState(() => firstCut(facts.flats, facts.size[2]));
  const isChanged = JSON.stringify(setup) !== JSON.stringify(applied);
  const heights = colourHeights(facts.flats, MOST_HEIGHTS);
  return (
    <Columns
      id="model-columns"
      columns={[
        {
          id: 'heights',
          width: '19rem',
          least: '15rem',
          content: <HeightsPanel facts={facts} cut={cut} onCut={setCut} />,
        },
        {
          id: 'drawing',
          least: '20rem',
          content: (
            <Boundary title="The model cannot be drawn">
              <Drawing job={job} made={made} setup={setup} cut={cut} onCut={setCut} />
            </Boundary>
          ),
        },
        {
          id: 'setup',
          width: '23rem',
          least: '18rem',
          content: (
            <div className="flex min-h-0 flex-col bg-panel">
              <div className="flex flex-wrap items-center gap-2 border-b border-line px-4 py-2.5">
                <Settling
                  job={job}
                  isChanged={isChanged}
                  isSettled={isSettled}
                  onUse={() => job.setUp(setup)}
                  onDiscard={() => draft.change(applied)}
                />
              </div>
              <ScrollArea className="flex-1">
                {facts.notes.length > 0 && (
                  <ul className="grid gap-1 px-4 pt-3 text-sm text-caution">
                    {facts.notes.map((note) => (
                      <li key={note}>{note}</li>
                    ))}
                  </ul>
                )}
                <SetupPanel
                  setup={setup}
                  facts={isSettled ? facts : null}
                  onChange={draft.change}
                />
                <FitPanel
                  name={job.job.name}
                  heights={heights}
                  setup={setup}
                  top={facts.size[2]}
                  cost={{
                    seconds: job.reading.seconds.motion,
                    layers: job.reading.layers.length,
                  }}
                  onChange={draft.change}
                />
              </ScrollArea>
            </div>
          ),
        },
      ]}
    />
  );
}

interface SettlingProps {
  readonly job: OpenedModel;
  readonly isChanged: boolean;
  /** Whether the drawing shows the setup that is wanted. */
  readonly isSettled: boolean;
  readonly onUse: () => Promise<unknown>;
  readonly onDiscard: () => void;
}

/** What becomes of a changed setup; of one that stands, the way on. */
function Settling({ job, isChanged, isSettled, onUse, onDiscard }: SettlingProps) {
  const router = useRouter();
  const [isBusy, setBusy] = useState(false);
  const use = async (): Promise<void> => {
    setBusy(true);
    await onUse();
    setBusy(false);
  };
  if (isChanged) {
    return (
      <>
        <Button kind="primary" disabled={isBusy || !isSettled} onClick={use}>
          Apply setup
        </Button>
        <Button onClick={onDiscard}>Discard changes</Button>
      </>
    );
  }
  return (
    <>
      <Button kind="primary" onClick={() => router.push(`/jobs/${job.job.id}`)}>
        Plan colours
      </Button>
      <p className="text-sm text-muted">{plural(job.plan.parts[0].swaps.length, 'swap')} so far</p>
    </>
  );
}

/** The cut begins where a colour is likely to: at the largest face that something stands on. */
function firstCut(
  flats: readonly { z: number; kind: string; aboveMm2: number }[],
  highest: number,
): number {
  const grounds = flats.filter(({ kind }) => kind === 'ground' || kind === 'sunken');
  const best = grounds.toSorted((a, b) => b.aboveMm2 - a.aboveMm2).at(0);
  return best?.z ?? Math.round(highest * 50) / 100;
}

interface DrawingProps {
  readonly job: OpenedModel;
  readonly made: ModelDraft | null;
  readonly setup: ModelSetup;
  readonly cut: number;
  readonly onCut: (z: number) => void;
}

/** The model, whole or cut, with the cut's exact numbers. */
function Drawing({ job, made, setup, cut, onCut }: DrawingProps) {
  const [view, setView] = useState<HandView>(FIRST_VIEW);
  const [isOpen, setOpen] = useState(false);
  const count = made?.layers.length ?? 1;
  const { firstLayer, layerHeight } = setup;
  // A hair above: what begins at the cut belongs to what lies above it.
  const layer = Math.min(
    count,
    layersBelow({ first: firstLayer, height: layerHeight, count }, cut) + 1,
  );
  const numbers = useCut(job, setup, made, cut);
  const thing = useMemo(
    () => made && { surface: made.surface, footprint: made.footprint, layers: made.layers },
    [made],
  );
  const paint = useMemo(() => layerPaint(draftColours(job, made)), [job, made]);
  const at = useMemo(
    () => (isOpen ? { layer: Math.max(1, layer - 1), z: cut } : null),
    [isOpen, layer, cut],
  );
  return (
    <section aria-label="Drawing" className="flex min-h-105 min-w-0 flex-col lg:min-h-0">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 py-2">
        <label className="flex items-center gap-2 font-semibold">
          Cut at
          <InlineNumber
            step={0.01}
            min={0}
            max={10_000}
            value={cut}
            onChange={onCut}
            className="w-22 font-normal"
          />
          mm
        </label>
        <p className="min-w-40 flex-1 text-sm text-muted" aria-live="polite">
          {numbers && numbers.z === cut
            ? `${formatCm2(numbers.area)} inside, outlines ${formatMm(numbers.outline / 10)} cm · layer ${layer} begins at ${formatMm(bottom(made, layer))} mm (${layer - 1} counted from 0)`
            : 'Cutting…'}
        </p>
        <div className="flex flex-wrap gap-1">
          <Button
            aria-pressed={isOpen}
            className="aria-pressed:bg-accent-soft"
            onClick={() => setOpen(!isOpen)}
          >
            Cut
          </Button>
          <Button onClick={() => setView(FROM_ABOVE)}>From above</Button>
          <Button onClick={() => setView(FROM_BELOW)}>From below</Button>
          <Button onClick={() => setView(FIRST_VIEW)}>As placed</Button>
        </div>
      </div>
      <div className="relative min-h-0 flex-1 overflow-hidden bg-sheet">
        {!hasWebGl() ? (
          <p className="p-6">This browser cannot draw in 3D. The numbers are correct without it.</p>
        ) : thing ? (
          <HandCanvas
            thing={thing}
            paint={paint}
            view={view}
            onView={setView}
            cut={at}
            name={job.job.name}
          />
        ) : (
          <p aria-busy="true" className="grid h-full place-items-center">
            Measuring the model…
          </p>
        )}
      </div>
    </section>
  );
}

const bottom = (made: ModelDraft | null, layer: number): number => {
  const one = made?.layers[layer - 1];
  return one ? one.z - one.thickness : 0;
};

/** Colours of the plan on the layers of a set-up that is tried: by the share of the height. */
function draftColours({ bands, reading, plan }: OpenedModel, made: ModelDraft | null): string[] {
  const count = made?.layers.length ?? 0;
  if (plan.parts[0].swaps.length === 0) return ['', ...new Array<string>(count).fill(UNPLANNED)];
  const planned = reading.layers.length;
  return [
    '',
    ...Array.from({ length: count }, (_, i) => {
      const layer = Math.min(planned, Math.floor(((i + 0.5) / count) * planned) + 1);
      return bandAt(bands, layer).filament.colour;
    }),
  ];
}

/** The numbers of the cut, a moment after it was moved. */
function useCut(
  { client }: OpenedModel,
  setup: ModelSetup,
  made: ModelDraft | null,
  z: number,
): Cut | null {
  const [cut, setCut] = useState<Cut | null>(null);
  useEffect(() => {
    if (!made) return;
    let wanted = true;
    client.modelCut(setup, z).then(
      (found) => wanted && setCut(found),
      () => {
        // The desk is closing.
      },
    );
    return () => {
      wanted = false;
    };
  }, [client, setup, made, z]);
  return cut;
}
