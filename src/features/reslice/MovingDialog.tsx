'use client';

import { Dialog } from 'radix-ui';
import { useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { Swatch } from '@/components/Swatch';
import { plural } from '@/core/format';
import { layerNumber, type LayerNumber } from '@/core/layers';
import { moveSwaps, type MovedSwap } from '@/core/plan/edits/reslice';
import { useJob } from '@/base/job/jobContext';
import type { Moving, MovingQuestion } from './useMoving';

/** Asks before a plan is moved to another file, swap by swap. */
export function MovingDialog({ moving }: { moving: Moving }) {
  const { question, refuse } = moving;
  return (
    <Dialog.Root open={question !== null} onOpenChange={(open) => !open && refuse()}>
      {question && <Question question={question} refuse={refuse} />}
    </Dialog.Root>
  );
}

const TITLES: Readonly<Record<MovingQuestion['kind'], string>> = {
  'new-slice': 'A new slice of this part',
  'plan-file': 'A plan from another file',
  files: 'Other files for this job',
  'set-up': 'The model set up anew',
};

const DECLINE: Readonly<Record<MovingQuestion['kind'], string>> = {
  'new-slice': 'Keep the old file',
  'plan-file': 'Leave it out',
  files: 'Keep the old files',
  'set-up': 'Leave it as it was',
};
const AGREE: Readonly<Record<MovingQuestion['kind'], string>> = {
  'new-slice': 'Use the new file',
  'plan-file': 'Add this plan',
  files: 'Use these files',
  'set-up': 'Set it up so',
};

function Question({ question, refuse }: { question: MovingQuestion; refuse: () => void }) {
  const { kind, fileName, anchors, stepCount, inputs } = question;
  const [percent, setPercent] = useState(Math.round(question.factor * 1000) / 10);
  const [answers, setAnswers] = useState<Readonly<Record<number, LayerNumber | null>>>({});
  const [busy, setBusy] = useState(false);
  const factor = percent > 0 ? percent / 100 : 1;
  const moved = useMemo(
    () => moveSwaps(anchors, stepCount, inputs, factor),
    [anchors, stepCount, inputs, factor],
  );
  const places = moved.map(({ to, anchor }) => to ?? answers[anchor.layer] ?? null);
  const unanswered = moved.filter(({ to, anchor }) => to === null && !(anchor.layer in answers));

  return (
    <DialogFrame
      title={TITLES[kind]}
      description={
        kind === 'set-up'
          ? 'Some swaps find no place in the new layers. Nothing changes until you agree.'
          : kind === 'plan-file'
            ? `${fileName} was made for another file. It is added as a plan beside yours; nothing of yours changes.`
            : `${fileName} would take the place of the job’s file. The old file and plan stay until you agree.`
      }
    >
      {kind !== 'files' && kind !== 'set-up' && (
        <label className="mb-3 flex flex-wrap items-center gap-2 text-sm">
          The part is
          <input
            type="number"
            min={1}
            max={1000}
            step={0.1}
            value={percent}
            onChange={(event) => setPercent(event.target.valueAsNumber)}
            className="w-22 rounded border border-edge bg-paper px-2 py-1"
            aria-label="Height of the new part against the old one, percent"
          />
          % as tall as before (heights move with it; making it wider moves none).
        </label>
      )}
      {anchors.length === 0 && <p>The plan has no swap yet, so nothing has to move.</p>}
      <ol className="grid gap-1.5">
        {moved.map((swap, i) => (
          <MovedRow
            key={i}
            swap={swap}
            layerCount={inputs.layers.length}
            onAnswer={(layer) => setAnswers((all) => ({ ...all, [swap.anchor.layer]: layer }))}
          />
        ))}
      </ol>
      <div className="mt-5 flex flex-wrap items-center gap-3">
        <Button
          kind="primary"
          disabled={busy || unanswered.length > 0}
          onClick={async () => {
            setBusy(true);
            await question.agree(places, factor);
            refuse();
          }}
        >
          {AGREE[kind]}
        </Button>
        <Button onClick={refuse}>{DECLINE[kind]}</Button>
        {unanswered.length > 0 && (
          <p className="text-sm text-caution">
            {plural(unanswered.length, 'swap')} {unanswered.length === 1 ? 'needs' : 'need'} your
            answer.
          </p>
        )}
      </div>
    </DialogFrame>
  );
}

interface MovedRowProps {
  readonly swap: MovedSwap;
  readonly layerCount: number;
  readonly onAnswer: (layer: LayerNumber | null) => void;
}

function MovedRow({ swap, layerCount, onAnswer }: MovedRowProps) {
  const { plan } = useJob();
  const { anchor, to, sentence } = swap;
  const filament = plan.palette.find(({ letter }) => letter === anchor.letter);
  return (
    <li className="flex flex-wrap items-center gap-2 rounded-md bg-paper px-3 py-2 text-sm">
      {filament && <Swatch filament={filament} size={22} />}
      <span className="mr-auto">{sentence}</span>
      {to === null && (
        <span className="flex items-center gap-2">
          <label className="flex items-center gap-1">
            before layer
            <input
              type="number"
              min={2}
              max={layerCount}
              aria-label={`New layer for the swap before ${anchor.layer}`}
              className="w-20 rounded border border-edge bg-panel px-2 py-1"
              onChange={(event) => {
                const typed = event.target.valueAsNumber;
                if (Number.isInteger(typed) && typed >= 2 && typed <= layerCount) {
                  onAnswer(layerNumber(typed));
                }
              }}
            />
          </label>
          <Button onClick={() => onAnswer(null)}>Leave it out</Button>
        </span>
      )}
    </li>
  );
}
