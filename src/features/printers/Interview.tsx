'use client';

import { lightFormat } from 'date-fns';
import { FileDown } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { NumberField } from '@/components/NumberField';
import { Tick } from '@/components/Tick';
import { download } from '@/browser/download';
import {
  ANSWER_WORDS,
  judgeProbe,
  PROBE_ANSWERS,
  PROBE_WAYS,
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
        title={`Which stop does ${printer.name} know?`}
        description="A small file tries one way after another. You run it, and say what the printer did."
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
  held: 'No, they hold as long as it waits',
  off: 'Yes, they switch off after some time',
} as const;

/** Temperature of a hot probe, °C: enough for the mildest of common filaments. */
const HOT = 200;

function Questions({ printer, onClose, onKnown }: Omit<InterviewProps, 'open'>) {
  const [heard, setHeard] = useState<boolean | null>(null);
  const [answers, setAnswers] = useState<readonly (ProbeAnswer | null)[]>(
    PROBE_WAYS.map(() => null),
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
  const isComplete = given.length === PROBE_WAYS.length && heard !== null;
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
      <p className="text-sm text-muted">When you do not know, Lamella does what is safe on all.</p>
      <Question
        legend="Who runs the file?"
        options={RUNS_BY}
        value={runsBy}
        onChange={(value) => setRunsBy(value as keyof typeof RUNS_BY)}
      />
      <Question
        legend="Does it stop with an error at more than 50 mm of filament in one go?"
        options={LONG_PUSH}
        value={longPush}
        onChange={(value) => setLongPush(value as keyof typeof LONG_PUSH)}
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

interface QuestionProps {
  readonly legend: string;
  readonly options: Readonly<Record<string, string>>;
  readonly value: string | null;
  readonly onChange: (value: string) => void;
}

function Question({ legend, options, value, onChange }: QuestionProps) {
  return (
    <fieldset className="border-b border-line pt-1 pb-1.5">
      <legend className="text-sm font-medium">{legend}</legend>
      <div className="flex flex-wrap gap-x-4 text-sm">
        {Object.entries(options).map(([key, words]) => (
          <label key={key} className="flex min-h-7 items-center gap-1.5">
            <input
              type="radio"
              name={legend}
              checked={value === key}
              onChange={() => onChange(key)}
              className="accent-accent"
            />
            {words}
          </label>
        ))}
      </div>
    </fieldset>
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
        It homes, lifts the head, beeps once, twice and so on, and tries one stop after each call.
        After each the head rises a little. It pushes no filament.
      </p>
      <p className="my-2 rounded-md bg-caution-soft px-3 py-2 text-sm">
        Clear the bed first. The axes move by themselves: keep hands, hair and sleeves away, and a
        finger at the power switch. Stay until it is done.
      </p>
      <Tick checked={isHot} onChange={setHot}>
        Heat the nozzle to {HOT} °C (some printers change filament only when hot; it burns at once)
      </Tick>
      <Button
        kind="primary"
        onClick={() =>
          download(
            new Blob([probeFile(printer, { hot: isHot ? HOT : null })], { type: 'text/plain' }),
            `${stem}-probe.gcode`,
          )
        }
      >
        <FileDown aria-hidden size={16} /> Save the probe file
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
      <h3 className="pt-4 font-semibold">2. Say what happened</h3>
      <Question
        legend="Did you hear the beeps?"
        options={{ yes: 'Yes', no: 'No' }}
        value={heard === null ? null : heard ? 'yes' : 'no'}
        onChange={(value) => onHeard(value === 'yes')}
      />
      {PROBE_WAYS.map(({ command }, i) => (
        <Question
          key={command}
          legend={`After ${i + 1} ${i === 0 ? 'beep' : 'beeps'} (${command})`}
          options={Object.fromEntries(
            PROBE_ANSWERS.filter((one) => one !== 'asked' || i === 0).map((one) => [
              one,
              ANSWER_WORDS[one],
            ]),
          )}
          value={answers[i]}
          onChange={(value) => onAnswers(answers.with(i, value as ProbeAnswer))}
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
        legend="While it waits, do the motors switch off, so that the head can be pushed?"
        options={MOTORS}
        value={motors}
        onChange={(value) => onMotors(value as keyof typeof MOTORS)}
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
