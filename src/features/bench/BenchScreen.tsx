'use client';

import { goOn } from '@/browser/goOn';
import { FileUp, Image as ImageIcon, Layers2, PencilRuler } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { Once } from '@/components/Once';
import { useCallback, useMemo, useState } from 'react';
import { askForPlaces, canAskForPlaces } from '@/browser/fileHandles';
import { useFileDrop, type FileDrop } from '@/browser/useFileDrop';
import { useGrowing } from '@/browser/useGrowing';
import { SaveReminder } from '@/base/keep/SaveReminder';
import { toast } from '@/store/toast';
import { Button } from '@/components/Button';
import { AsideNotes } from '@/components/trouble/AsideNotes';
import { Boundary } from '@/components/trouble/Boundary';
import { LoadTrouble } from '@/components/trouble/LoadTrouble';
import { FirstSight } from './FirstSight';
import { BrokenCard } from './BrokenCard';
import { JobCard } from './JobCard';
import { stateOf, useJobPrints, type JobState } from './jobState';
import { ALL_JOBS, foldersOf, listed, MANY_JOBS } from './listing';
import { useFirstSight } from '@/store/settings/settings';
import type { Job } from '@/store/records/records';
import { joinableFile, joinableJob, type Joinable } from './joinable';
import { FailedNotice, RunningNotice } from './ImportNotices';
import { RoomNote } from './RoomNote';
import { MODEL_NAME } from '@/core/model/formats/modelName';
import { useWaitingFiles } from '@/base/files/waitingFiles';
import { isBundle } from './isBundle';
import { loadBench, useBench, type Bench } from './useBench';
import { useHandedFiles } from './useHandedFiles';

// Only a Bench with many jobs, or with deleted ones, has these.
const ListingBar = dynamic(() => import('./ListingBar').then((one) => one.ListingBar));
const DeletedJobs = dynamic(() => import('./DeletedJobs').then((one) => one.DeletedJobs));

// What is opened now and then is fetched then.
const JoinDialog = dynamic(() => import('./JoinDialog').then((one) => one.JoinDialog));
const BundleDialog = dynamic(() =>
  import('@/base/keep/BundleDialog').then((one) => one.BundleDialog),
);

/** The demo job to try things on. */
const TRIED = 'hide-plate-7.gcode';

/** Only what is sliced can be printed together: each model is a job of its own. */
function sorted(files: readonly File[]): Record<'models' | 'sliced', readonly File[]> {
  const isModel = ({ name }: File): boolean => MODEL_NAME.test(name);
  return { models: files.filter(isModel), sliced: files.filter((file) => !isModel(file)) };
}

/** What is offered to be printed together, and the dropped files that it stands for. */
interface Joining {
  readonly choices: readonly Joinable[];
  readonly files: readonly File[] | null;
}

/** Goes to a job: to its plan, or to the measures of a model. */
function useOpenJob(): (job: Job) => void {
  const router = useRouter();
  return useCallback(
    ({ id, content }) => router.push(`/jobs/${id}${content.kind === 'model' ? '/model' : ''}`),
    [router],
  );
}

/** The jobs of this browser, and the place to drop a file. */
export function BenchScreen() {
  const bench = useBench(useOpenJob());
  const [joining, setJoining] = useState<Joining | null>(null);
  const [bundle, setBundle] = useState<File | null>(null);
  const open = async (files: readonly File[]): Promise<void> => {
    if (files.length === 1 && (await isBundle(files[0]))) return setBundle(files[0]);
    const { models, sliced } = sorted(files);
    const joins = sliced.length > 1;
    if (joins) setJoining({ choices: sliced.map(joinableFile), files: sliced });
    bench.add(joins ? models : files, !joins);
  };
  const prints = useJobPrints();
  const isAway = useFirstSight((state) => state.isAway);
  const [listing, setListing] = useState(ALL_JOBS);
  useHandedFiles(open);
  useWaitingFiles('/', bench.jobs !== null, open);
  const drop = useFileDrop(open, () => toast.error('Only files can be dropped here.'));
  if (bench.trouble !== null) return <LoadTrouble message={bench.trouble} onRetry={loadBench} />;

  const all = bench.jobs ?? [];
  const stateOfJob = (job: Job): JobState => stateOf(job, bench.plans.get(job.id) ?? null, prints);
  const hasMany = all.length >= MANY_JOBS || all.some(({ folder }) => folder !== undefined);
  const shown = hasMany ? listed(all, listing, stateOfJob) : all;
  const isNew = !isAway && bench.jobs !== null && all.every(({ isDemo }) => isDemo);
  const join = (): void => setJoining({ choices: joinableOf(bench), files: null });
  const ask = async (): Promise<void> => {
    // A file whose place is known can be watched.
    if (!canAskForPlaces()) drop.choose();
    else {
      const files = await askForPlaces(true);
      if (files.length > 0) await open(files);
    }
  };

  return (
    <div {...drop.handlers} className="relative flex-1 px-5 pt-5 pb-28 md:px-8 md:pt-7">
      <Heading
        isNew={isNew}
        canJoin={all.length >= 2}
        onJoin={join}
        field={drop.field}
        onAsk={() => goOn(ask())}
      />
      <div className="mt-5 grid gap-3">
        {isNew && (
          <FirstSight
            tryId={all.find(({ fileName }) => fileName === TRIED)?.id ?? null}
            onOpen={ask}
            onDismiss={() => useFirstSight.setState({ isAway: true })}
          />
        )}
        <SaveReminder jobCount={all.length} />
        <AsideNotes stores={['jobs', 'plans']} what="jobs and plans" />
        <Notices bench={bench} />
        {hasMany && (
          <ListingBar
            jobs={all}
            listing={listing}
            shown={shown.length}
            onChange={(part) => setListing((now) => ({ ...now, ...part }))}
          />
        )}
      </div>

      <Jobs bench={bench} shown={shown} hasFolders={hasMany} stateOfJob={stateOfJob} />
      {bench.jobs === null && <p className="mt-4 text-muted">Loading your jobs…</p>}
      {bench.deleted.length > 0 && <DeletedJobs deleted={bench.deleted} />}
      <RoomNote jobCount={bench.jobs?.length ?? 0} />

      <Dialogs
        joining={joining}
        onJoined={() => setJoining(null)}
        bundle={bundle}
        onBundleDone={() => setBundle(null)}
        onApart={bench.add}
      />
      {drop.isOver && <DropNote />}
    </div>
  );
}

interface HeadingProps {
  readonly isNew: boolean;
  readonly canJoin: boolean;
  readonly onJoin: () => void;
  readonly field: FileDrop['field'];
  readonly onAsk: () => void;
}

/** What can be begun on the Bench. */
function Heading({ isNew, canJoin, onJoin, field, onAsk }: HeadingProps) {
  const router = useRouter();
  return (
    <header className="flex flex-wrap items-end gap-x-6 gap-y-2">
      <div>
        <h1 className="text-2xl font-semibold tracking-tight">Bench</h1>
        <p className="text-muted">Your prints. They stay in this browser; nothing is uploaded.</p>
      </div>
      <div className="flex flex-wrap gap-2 md:ml-auto">
        <Button onClick={() => router.push('/draw')}>
          <PencilRuler aria-hidden size={16} />
          Draw a plate
        </Button>
        <Button onClick={() => router.push('/relief')}>
          <ImageIcon aria-hidden size={16} />
          Relief from a picture
        </Button>
        <Button onClick={onJoin} disabled={!canJoin}>
          <Layers2 aria-hidden size={16} />
          Print together…
        </Button>
        {!isNew && (
          <Button kind="primary" onClick={onAsk}>
            <FileUp aria-hidden size={16} />
            Open file…
          </Button>
        )}
      </div>
      <input {...field} hidden aria-label="Sliced file or model" />
    </header>
  );
}

/** Cards drawn at a time: more than fill a large window. */
const CARDS = 24;

interface JobsProps {
  readonly bench: Bench;
  readonly shown: readonly Job[];
  readonly hasFolders: boolean;
  readonly stateOfJob: (job: Job) => JobState;
}

/** The jobs as cards, and the place to drop a file. */
function Jobs({ bench, shown, hasFolders, stateOfJob }: JobsProps) {
  const { jobs } = bench;
  const folders = useMemo(() => (hasFolders ? foldersOf(jobs ?? []) : null), [hasFolders, jobs]);
  const drawn = useGrowing(shown.length, CARDS);
  return (
    <ul className="mt-4 grid gap-4 sm:grid-cols-2 xl:grid-cols-3" aria-label="Jobs">
      {shown.slice(0, drawn).map((job) => (
        <Boundary
          key={job.id}
          title={`${job.name} cannot be shown`}
          instead={() => <BrokenCard job={job} onRemove={() => bench.remove(job)} />}
        >
          <JobCard
            job={job}
            plan={bench.plans.get(job.id) ?? null}
            state={stateOfJob(job)}
            folders={folders}
            isLost={bench.withoutFile.has(job.id)}
            onRemove={bench.remove}
          />
        </Boundary>
      ))}
      <li>
        <div className="flex h-full min-h-44 flex-col items-center justify-center gap-1 rounded-lg border border-dashed border-edge p-5 text-center text-muted">
          <p className="font-medium text-ink">Drop a sliced file or a model anywhere here</p>
          <p className="text-sm">.gcode, .gco or .g, also as gzip or zip</p>
          <p className="text-sm">.stl, .3mf or .obj, to plan before slicing</p>
        </div>
      </li>
    </ul>
  );
}

interface DialogsProps {
  readonly joining: Joining | null;
  readonly onJoined: () => void;
  readonly bundle: File | null;
  readonly onBundleDone: () => void;
  readonly onApart: (files: readonly File[]) => void;
}

function Dialogs({ joining, onJoined, bundle, onBundleDone, onApart }: DialogsProps) {
  return (
    <>
      <Once wanted={joining !== null}>
        <JoinDialog
          choices={joining?.choices ?? null}
          allChosen={(joining?.files ?? null) !== null}
          onClose={onJoined}
          onApart={
            joining?.files
              ? () => {
                  onApart(joining.files ?? []);
                  onJoined();
                }
              : null
          }
        />
      </Once>
      <Once wanted={bundle !== null}>
        <BundleDialog file={bundle} onClose={onBundleDone} />
      </Once>
    </>
  );
}

interface NoticesProps {
  readonly bench: Bench;
}

/** What has to be told before the jobs: what was not read, what is being read. */
function Notices({ bench }: NoticesProps) {
  return (
    <>
      {bench.failed.map((notice) => (
        <FailedNotice key={notice.id} notice={notice} onDismiss={() => bench.dismiss(notice.id)} />
      ))}
      {bench.running.map((notice) => (
        <RunningNotice key={notice.id} notice={notice} />
      ))}
    </>
  );
}

function DropNote() {
  return (
    <div className="pointer-events-none absolute inset-2 grid place-items-center rounded-xl border-2 border-dashed border-accent bg-accent-soft/90 text-xl font-semibold">
      Drop to open
    </div>
  );
}

/** The jobs that can be printed together with others. */
function joinableOf({ jobs, withoutFile }: Bench): Joinable[] {
  return (jobs ?? [])
    .filter(({ id, content }) => !withoutFile.has(id) && content.kind !== 'model')
    .map(joinableJob);
}
