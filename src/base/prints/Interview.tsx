'use client';

import { RadioGroup } from '@/components/controls/RadioGroup';
import { lightFormat } from 'date-fns';
import { FileDown } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { NumberField } from '@/components/form/NumberField';
import { Checkbox } from '@/components/controls/Checkbox';
import { download } from '@/browser/download';
import {
  ANSWER_WORDS,
  judgeProbe,
  PROBE_STOPS,
  probeFile,
  type ProbeAnswer,
} from '@/core/recipe/probe';
import { ORDINARY_PROFILE, USUAL_MOTOR_SECONDS } from '@/core/printer/printer';
import type { Printer } from '@/core/printer/printer';

interface InterviewProps {
  readonly open: boolean;
  readonly printer: Printer;
  readonly onClose: () => void;
  readonly onKnown: (known: Known) => void;
}

/** What an interview brings into a profile. */
type Known = Pick<Printer, 'understands' | 'firmware' | 'timeouts'>;

/** Finds out which stop a printer knows: a small file to run, and questions about what happened. */
export function Interview({ open, printer, onClose, onKnown }: InterviewProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title={`Test how ${printer.name} stops`}
        description="A small file tries one stop after another. You run it and record what the printer did."
      >
        <Questions printer={printer} onClose={onClose} onKnown={onKnown} />
      </DialogFrame>
    </Dialog.Root>
  );
}

const RUNS_BY = {
  unknown: 'I do not know',
  printer: 'The printer itself, from a card or its memory',
  host: 'A print host on another computer',
} as const;
const LONG_PUSH = { unknown: 'I do not know', yes: 'Yes', no: 'No' } as const;

const MOTORS = {
  unknown: 'I do not know',
  held: 'No, they stay on while it waits',
  off: 'Yes, they switch off after a while',
} as const;

/** Only the change command asks for filament, and it is tried first. */
const { asked: _, ...LATER_ANSWERS } = ANSWER_WORDS;

/** Temperature of a hot probe, °C: enough for the mildest of common filaments. */
const HOT = 200;

function Questions({ printer, onClose, onKnown }: Omit<InterviewProps, 'open'>) {
  const [heard, setHeard] = useState<boolean | null>(null);
  const [answers, setAnswers] = useState<readonly (ProbeAnswer | null)[]>(
    PROBE_STOPS.map(() => null),
  );
  const { firmware: known } = printer;
  const safe = ORDINARY_PROFILE.firmware.longestPushMm;
  const [runsBy, setRunsBy] = useState<keyof typeof RUNS_BY>(
    known.namesMotors ? 'printer' : 'unknown',
  );
  const [longPush, setLongPush] = useState<keyof typeof LONG_PUSH>(
    known.longestPushMm > safe ? 'no' : 'unknown',
  );
  const [motors, setMotors] = useState<keyof typeof MOTORS>(
    printer.timeouts.motorSeconds === null ? 'unknown' : 'off',
  );
  const [offAfter, setOffAfter] = useState(printer.timeouts.motorSeconds ?? USUAL_MOTOR_SECONDS);
  const given = answers.filter((answer) => answer !== null);
  const isComplete = given.length === PROBE_STOPS.length && heard !== null;
  const verdict = isComplete
    ? judgeProbe(
        given,
        { heardBeeps: heard, host: printer.host },
        lightFormat(new Date(), 'yyyy-MM-dd'),
      )
    : null;
  const keep = (): void => {
    if (verdict?.understanding) {
      const firmware = {
        namesMotors: runsBy === 'printer',
        longestPushMm: longPush === 'no' ? Math.max(80, known.longestPushMm) : safe,
      };
      const { understanding } = verdict;
      // Where a change command waits, most firmwares hold them; otherwise the usual time is the safe guess.
      const guess = understanding.kind === 'change-command' ? null : USUAL_MOTOR_SECONDS;
      const motorSeconds = { unknown: guess, held: null, off: offAfter }[motors];
      const timeouts = { ...printer.timeouts, motorSeconds };
      onKnown({ understands: understanding, firmware, timeouts });
    }
    onClose();
  };
  return (
    <>
      <RunTheFile printer={printer} />

      <WhatHappened heard={heard} onHeard={setHeard} answers={answers} onAnswers={setAnswers} />
      <h3 className="pt-4 font-semibold">3. How it takes commands</h3>
      <p className="text-sm text-muted">
        If you do not know, Lamella does what is safe on all printers.
      </p>
      <Question legend="Who runs the file?" options={RUNS_BY} value={runsBy} onChange={setRunsBy} />
      <Question
        legend="Does it refuse extrusions longer than 50 mm?"
        options={LONG_PUSH}
        value={longPush}
        onChange={setLongPush}
      />
      <MotorQuestion
        motors={motors}
        onMotors={setMotors}
        offAfter={offAfter}
        onOffAfter={setOffAfter}
      />
      <div role="status" className="pt-3">
        {verdict && <p className="font-medium">{verdict.words}</p>}
      </div>
      <div className="flex gap-2 pt-3">
        <Button kind="primary" disabled={!verdict?.understanding} onClick={keep}>
          Keep this for {printer.name}
        </Button>
        <Button onClick={onClose}>Not now</Button>
      </div>
    </>
  );
}

interface QuestionProps<T extends string> {
  readonly legend: string;
  readonly options: Readonly<Partial<Record<T, string>>>;
  readonly value: T | null;
  readonly onChange: (value: T) => void;
}

function Question<T extends string>({ legend, options, value, onChange }: QuestionProps<T>) {
  return (
    <div className="border-b border-line pt-1 pb-1.5 text-sm">
      <p aria-hidden className="font-medium">
        {legend}
      </p>
      <RadioGroup
        label={legend}
        look="row"
        value={value}
        choices={(Object.keys(options) as T[]).map((key) => ({ value: key, words: options[key] }))}
        onChange={onChange}
      />
    </div>
  );
}

interface RunTheFileProps {
  readonly printer: Printer;
}

/** The file that tries everything once. */
function RunTheFile({ printer }: RunTheFileProps) {
  const [isHot, setHot] = useState(false);
  const stem = printer.name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return (
    <>
      <h3 className="font-semibold">1. Run the file</h3>
      <p className="text-sm text-muted">
        The file homes, lifts the head, beeps once, twice and so on, and tries one stop after each
        beep. After each stop the head rises a little. It extrudes no filament.
      </p>
      <p className="my-2 rounded-md bg-caution-soft px-3 py-2 text-sm">
        Clear the bed first. The axes move by themselves: keep hands, hair and sleeves away, and a
        finger at the power switch. Stay until it is done.
      </p>
      <Checkbox checked={isHot} onChange={setHot}>
        Heat the nozzle to {HOT} °C (some printers change filament only when hot; burn hazard)
      </Checkbox>
      <Button
        kind="primary"
        onClick={() =>
          download(
            new Blob([probeFile(printer, { hot: isHot ? HOT : null })], { type: 'text/plain' }),
            `${stem}-probe.gcode`,
          )
        }
      >
        <FileDown aria-hidden size={16} /> Save probe file
      </Button>
    </>
  );
}

interface WhatHappenedProps {
  readonly heard: boolean | null;
  readonly onHeard: (heard: boolean) => void;
  readonly answers: readonly (ProbeAnswer | null)[];
  readonly onAnswers: (answers: readonly (ProbeAnswer | null)[]) => void;
}

/** What the printer did after each call. */
function WhatHappened({ heard, onHeard, answers, onAnswers }: WhatHappenedProps) {
  return (
    <>
      <h3 className="pt-4 font-semibold">2. Record what happened</h3>
      <Question
        legend="Did you hear the beeps?"
        options={{ yes: 'Yes', no: 'No' }}
        value={heard === null ? null : heard ? 'yes' : 'no'}
        onChange={(value) => onHeard(value === 'yes')}
      />
      {PROBE_STOPS.map(({ command }, i) => (
        <Question
          key={command}
          legend={`After ${i + 1} ${i === 0 ? 'beep' : 'beeps'} (${command})`}
          options={i === 0 ? ANSWER_WORDS : LATER_ANSWERS}
          value={answers[i]}
          onChange={(value) => onAnswers(answers.with(i, value))}
        />
      ))}
    </>
  );
}

interface MotorQuestionProps {
  readonly motors: keyof typeof MOTORS;
  readonly onMotors: (motors: keyof typeof MOTORS) => void;
  readonly offAfter: number;
  readonly onOffAfter: (seconds: number) => void;
}

function MotorQuestion({ motors, onMotors, offAfter, onOffAfter }: MotorQuestionProps) {
  return (
    <>
      <Question
        legend="Do the motors switch off while it waits, so that you can move the head by hand?"
        options={MOTORS}
        value={motors}
        onChange={onMotors}
      />
      {motors === 'off' && (
        <NumberField
          label="The motors switch off after"
          unit="s"
          min={1}
          max={86400}
          value={offAfter}
          onChange={(seconds) => seconds !== null && onOffAfter(seconds)}
        />
      )}
    </>
  );
}
