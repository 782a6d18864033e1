'use client';

import { Download } from 'lucide-react';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Checkbox } from '@/components/controls/Checkbox';
import { KINDS, type BundleKind } from '@/core/bundle/form';
import { formatBytes, plural } from '@/core/format';
import type { Scope } from '@/store/bundle/gather';
import { toast } from '@/store/toast';
import type { Kept } from './kept';
import { saveScope } from '@/base/keep/saveScope';
import { dayWords, momentWords } from '@/base/keep/words';

/** What can be saved, or left out. */
const CHOICES = ['jobs', 'files', 'prints', 'photos', 'printers', 'spools', 'settings'] as const;
type Choice = (typeof CHOICES)[number];

/** With which choice a kind of record is saved: one that is missing here does not compile. */
const CHOICE_OF: Readonly<Record<BundleKind, Choice>> = {
  jobs: 'jobs',
  plans: 'jobs',
  printers: 'printers',
  spools: 'spools',
  measurements: 'printers',
  runs: 'prints',
  photos: 'photos',
};

/** What makes no sense without another. */
const NEEDS: Partial<Readonly<Record<Choice, Choice>>> = { files: 'jobs', photos: 'prints' };

/** Saves everything, or what is chosen of it, to a file. */
export function SavePart({ kept, onSaved }: { kept: Kept; onSaved: () => void }) {
  const [chosen, setChosen] = useState<ReadonlySet<Choice>>(new Set(CHOICES));
  const [written, setWritten] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { here, use } = kept;
  const isIn = (one: Choice): boolean => {
    const needed = NEEDS[one];
    return chosen.has(one) && (needed === undefined || chosen.has(needed));
  };
  const taken = CHOICES.filter(isIn);
  const isAll = taken.length === CHOICES.length;
  const save = async (): Promise<void> => {
    const scope: Scope = {
      holds: isAll ? 'everything' : 'some',
      kinds: new Set(KINDS.filter((kind) => taken.includes(CHOICE_OF[kind]))),
      files: isIn('files'),
      settings: isIn('settings'),
      jobId: null,
    };
    const expected = (isIn('files') ? bytesOfFiles(kept) : 0) + (isIn('photos') ? use.photos : 0);
    setTrouble(null);
    setWritten(0);
    const saved = await saveScope(scope, null, expected, setWritten);
    setWritten(null);
    if (saved === null) return;
    if (!saved.ok) setTrouble(saved.refusal.message);
    else {
      toast(saved.value);
      onSaved();
    }
  };
  return (
    <section
      aria-labelledby="save-title"
      className="rounded-lg border border-line bg-panel px-5 py-4"
    >
      <h2 id="save-title" className="text-lg font-semibold">
        Save to a file
      </h2>
      <p className={here.things > 0 ? 'font-medium' : 'text-muted'}>{standWords(kept)}</p>
      <ChoiceTicks kept={kept} chosen={chosen} isIn={isIn} onChosen={setChosen} />
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button kind="primary" disabled={written !== null || taken.length === 0} onClick={save}>
          <Download aria-hidden size={16} />
          {isAll ? 'Save everything' : 'Save selection'}
        </Button>
        {written !== null && (
          <span aria-busy="true" className="text-sm text-muted">
            Packing… {formatBytes(written)}
          </span>
        )}
      </div>
      {trouble !== null && (
        <p role="alert" className="mt-3 rounded-md bg-danger-soft px-3 py-2">
          {trouble}
        </p>
      )}
      <p className="mt-3 text-sm text-muted">
        The file is a zip with your sliced files and photos unchanged and everything else as text.
        Store it on another disk; on this one it helps little.
      </p>
    </section>
  );
}

function standWords({ here: { savedAt, things, since } }: Kept): string {
  const last =
    savedAt === null ? 'Never saved to a file.' : `Saved to a file on ${momentWords(savedAt)}.`;
  if (things === 0) return savedAt === null ? last : `${last} Nothing has changed since.`;
  const from = since === null ? '' : `, the first on ${dayWords(since)}`;
  return `${last} ${plural(things, 'thing is', 'things are')} only in this browser${from}.`;
}

interface ChoiceTicksProps {
  readonly kept: Kept;
  readonly chosen: ReadonlySet<Choice>;
  readonly isIn: (one: Choice) => boolean;
  readonly onChosen: (chosen: ReadonlySet<Choice>) => void;
}

function ChoiceTicks({ kept, chosen, isIn, onChosen }: ChoiceTicksProps) {
  const words: Readonly<Record<Choice, string>> = {
    jobs: 'Jobs and their plans',
    files: `Sliced files, ${formatBytes(bytesOfFiles(kept))} before packing`,
    prints: 'Prints in the logbook',
    photos: `Photos, ${formatBytes(kept.use.photos)}`,
    printers: 'Printers and what was measured',
    spools: 'Spools on the shelf',
    settings: 'Settings: hours, costs, learned values',
  };
  return (
    <fieldset className="mt-3">
      <legend className="text-sm text-muted">Contents</legend>
      <ul className="grid sm:grid-cols-2">
        {CHOICES.map((one) => (
          <li key={one} className={one === 'settings' ? 'sm:col-span-2' : ''}>
            <Checkbox
              checked={isIn(one)}
              disabled={!chosen.has(NEEDS[one] ?? one) && NEEDS[one] !== undefined}
              onChange={(isOn) => {
                const next = new Set(chosen);
                if (isOn) next.add(one);
                else next.delete(one);
                onChosen(next);
              }}
            >
              {words[one]}
            </Checkbox>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}

function bytesOfFiles({ use }: Kept): number {
  return use.files.reduce((sum, { bytes }) => sum + bytes, 0);
}
