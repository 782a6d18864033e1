'use client';

import { useEffect, useMemo } from 'react';
import { Learning, purgeSubject, subjectOf } from '@/core/log/learning';
import type { Estimate } from '@/core/log/robust';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import type { LogEntry } from '@/store/records/records';
import { measurements, useMeasurements } from '@/store/measurements';
import { printers, usePrinters } from '@/store/printers';
import { useLearningChoices } from '@/store/prints/learningChoices';
import { shelf, useShelf } from '@/store/shelf';
import { LearnedRow, type LearnedLine } from './LearnedRow';
import { namesOf } from './namesOf';
import { teachers } from '@/base/work/teachers';

const percent = (factor: number): string => {
  const share = Math.round((factor - 1) * 100);
  return `${share > 0 ? '+' : share < 0 ? '−' : ''}${Math.abs(share)}`;
};
const PERCENT = {
  words: percent,
  shownUnit: '%',
  unit: '%',
  toField: (v: number) => (v - 1) * 100,
  fromField: (v: number) => 1 + v / 100,
  min: -80,
};
const TIME = {
  words: (seconds: number) => (seconds / 60).toFixed(1),
  shownUnit: 'min',
  unit: 's',
  toField: Math.round,
  fromField: (v: number) => v,
  min: 0,
};
const LENGTH = {
  words: (mm: number) => String(Math.round(mm)),
  shownUnit: 'mm',
  unit: 'mm',
  toField: Math.round,
  fromField: (v: number) => v,
  min: 0,
};

/** What the prints have taught, from how many runs, and what the person has decided about it. */
export function LearnedPanel({ entries: all }: { entries: readonly LogEntry[] }) {
  // Made-up prints are shown only while there are no others.
  const real = useMemo(() => teachers(all, false), [all]);
  const entries = real.length > 0 ? real : all;
  const { choices } = useLearningChoices();
  const profiles = usePrinters(({ records }) => records);
  const measured = useMeasurements(({ records }) => records);
  const spools = useShelf(({ records }) => records);
  useEffect(() => {
    Promise.all([printers.load(), shelf.load(), measurements.load()]).catch(() => {
      // Ordinary printers and nameless spools stand in.
    });
  }, []);
  const learning = useMemo(
    () =>
      new Learning(
        entries.map(({ facts }) => facts),
        choices,
        measured ?? [],
      ),
    [entries, choices, measured],
  );
  const names = [...new Set(entries.map(({ printer }) => printer))].sort();
  const person = learning.person();
  const line = (
    subject: string,
    name: string,
    estimate: Estimate,
    how: LearnedLine['how'],
  ): LearnedLine => ({
    subject,
    name,
    value: estimate.value,
    low: estimate.low,
    high: estimate.high,
    runs: estimate.runs,
    how,
  });
  const pairs = pairLines(entries, learning, namesOf(spools ?? []));
  if (entries.length === 0) {
    return <p className="p-6 text-center text-muted">Nothing learned yet.</p>;
  }
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-4 p-4">
      <p className="text-muted">
        The next plan uses these values. Lost prints do not count; with few runs the values stay
        close to the estimate, and one odd run changes little.
        {real.length === 0 && ' These are sample prints: they count for the demo jobs only.'}
      </p>
      {names.map((name) => {
        const profile =
          profiles?.find(({ printer }) => printer.name === name)?.printer ?? ORDINARY_PROFILE;
        const { motion, heating, nozzle, motors } = learning.printer(name, profile.timeouts);
        const lines = [
          line(subjectOf('motion', name), 'Printing against the estimate', motion, PERCENT),
          line(
            subjectOf('heating', name),
            'Heating and homing against the estimate',
            heating,
            PERCENT,
          ),
          ...(nozzle ? [line(subjectOf('nozzle', name), 'Stays hot for', nozzle, TIME)] : []),
          ...(motors ? [line(subjectOf('motors', name), 'Keeps motors on for', motors, TIME)] : []),
        ];
        return <Learned key={name} title={name} lines={lines} />;
      })}
      <Learned
        title="You"
        lines={[
          line('firstHands', 'Hands at the first swap', person.firstHands, TIME),
          line('hands', 'Hands at the later swaps', person.hands, TIME),
          line('filament', 'Filament used against the plan', person.filament, PERCENT),
        ]}
      />
      {pairs.length > 0 && <Learned title="Least clean purge" lines={pairs} />}
    </div>
  );
}

function Learned({ title, lines }: { title: string; lines: readonly LearnedLine[] }) {
  return (
    <section className="rounded-lg border border-line bg-panel p-4" aria-label={title}>
      <h2 className="pb-1 text-lg font-semibold">{title}</h2>
      <ul>
        {lines.map((one) => (
          <LearnedRow key={one.subject} line={one} />
        ))}
      </ul>
    </section>
  );
}

/** All pairs of filaments whose seams were rated. */
function pairLines(
  entries: readonly LogEntry[],
  learning: Learning,
  names: ReadonlyMap<string, string>,
): LearnedLine[] {
  const pairs = new Map<string, { from: string; to: string; mm: number }>();
  for (const { facts } of entries) {
    for (const { from, to, mm, rating } of facts.swaps) {
      const subject = purgeSubject(from, to);
      if (rating === 'clean' || rating === 'tinted') {
        // What was planned last stands for the model here, which lies with the plan.
        if (!pairs.has(subject)) pairs.set(subject, { from, to, mm });
      }
    }
  }
  const nameOf = (key: string): string => names.get(key) ?? key;
  return [...pairs].map(([subject, { from, to, mm }]): LearnedLine => {
    const { value, tooShort, enough, runs, origin } = learning.purge(from, to, mm);
    return {
      subject,
      name: `${nameOf(from)} to ${nameOf(to)}`,
      value,
      low: tooShort,
      high: enough,
      isTried: true,
      runs,
      origin,
      how: LENGTH,
    };
  });
}
