'use client';

import { InlineNumber } from '@/components/form/InlineNumber';
import { TriangleAlert } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { Swatch } from '@/components/Swatch';
import { plural } from '@/core/format';
import { layerNumber, type LayerNumber } from '@/core/layers';
import type { Likeness } from '@/core/plan/edits/likeness';
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
  'new-slice': 'Re-sliced file',
  'plan-file': 'Plan of another file',
  files: 'Files of this job',
  'set-up': 'New model setup',
};

const DECLINE: Readonly<Record<MovingQuestion['kind'], string>> = {
  'new-slice': 'Keep old file',
  'plan-file': 'Leave out',
  files: 'Keep old files',
  'set-up': 'Discard changes',
};
const AGREE: Readonly<Record<MovingQuestion['kind'], string>> = {
  'new-slice': 'Use new file',
  'plan-file': 'Add plan',
  files: 'Use these files',
  'set-up': 'Apply setup',
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
          ? 'Some swaps do not fit the new layers. Nothing changes until you confirm.'
          : kind === 'plan-file'
            ? `${fileName} was made for a different file. It is added as a further plan; your plans do not change.`
            : `${fileName} would replace the job’s file. The old file and plan stay until you confirm.`
      }
    >
      {kind !== 'files' && kind !== 'set-up' && (
        <label className="mb-3 flex flex-wrap items-center gap-2 text-sm">
          The part is
          <InlineNumber
            name="Height of the new part relative to the old one, percent"
            min={1}
            max={1000}
            step={0.1}
            value={percent}
            onChange={setPercent}
            className="w-22"
          />
          % as tall as before (heights move with it; width does not matter).
        </label>
      )}
      <LikenessNote likeness={question.likeness} />
      {anchors.length === 0 && <p>The plan has no swap yet, so nothing has to move.</p>}
      <ol className="grid gap-1.5">
        {moved.map((swap, i) => (
          <MovedRow
            key={i}
            swap={swap}
            layerCount={inputs.layers.length}
            answer={answers[swap.anchor.layer]}
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

/** The sizes of both prints, and what says that they are not one part. */
function LikenessNote({ likeness: { sizes, warnings } }: { likeness: Likeness }) {
  return (
    <div className="mb-3 grid gap-1 text-sm">
      <p className="text-muted">{sizes}</p>
      {warnings.map((warning) => (
        <p key={warning} className="flex gap-2 font-medium text-caution">
          <TriangleAlert aria-hidden size={18} className="shrink-0" />
          {warning}
        </p>
      ))}
    </div>
  );
}

interface MovedRowProps {
  readonly swap: MovedSwap;
  readonly layerCount: number;
  /** The layer given for a swap that found none; null for one that is left out. */
  readonly answer: LayerNumber | null | undefined;
  readonly onAnswer: (layer: LayerNumber | null) => void;
}

function MovedRow({ swap, layerCount, answer, onAnswer }: MovedRowProps) {
  const { plan } = useJob();
  const { anchor, to, proposed, sentence } = swap;
  const filament = plan.palette.find(({ letter }) => letter === anchor.letter);
  return (
    <li className="flex flex-wrap items-center gap-2 rounded-md bg-paper px-3 py-2 text-sm">
      {filament && <Swatch filament={filament} size={22} />}
      <span className="mr-auto">{sentence}</span>
      {to === null && (
        <span className="flex flex-wrap items-center gap-2">
          {proposed !== null && (
            <Button onClick={() => onAnswer(proposed)}>Use layer {proposed}</Button>
          )}
          <label className="flex items-center gap-1">
            before layer
            <InlineNumber
              name={`New layer for the swap before ${anchor.layer}`}
              value={answer ?? null}
              min={2}
              max={layerCount}
              step={1}
              className="w-20"
              onChange={(typed) => onAnswer(layerNumber(typed))}
            />
          </label>
          <Button onClick={() => onAnswer(null)}>Leave out</Button>
        </span>
      )}
    </li>
  );
}
