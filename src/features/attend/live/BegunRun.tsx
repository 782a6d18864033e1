'use client';

import dynamic from 'next/dynamic';
import { useEffect, useMemo } from 'react';
import { followed } from '@/core/run/following/follow';
import { isOn } from '@/core/run/following/runState';
import type { AtRunProps } from '../atRunProps';
import { BeforeRun } from '../before/BeforeRun';
import { stateWords } from '../stateWords';
import { LiveRun } from './LiveRun';

const fetchAfter = () => import('./AfterRun');
const AfterRun = dynamic(() => fetchAfter().then((one) => one.AfterRun));

/** Fetches what comes after a run. */
export async function fetchRest(): Promise<void> {
  await fetchAfter();
}

interface BegunRunProps extends AtRunProps {
  readonly now: number;
  /** Takes what the run does, in a sentence, whenever that changes. */
  readonly onWords: (words: string) => void;
}

/** A run of which something was told: followed from that, it prints, waits or is over. */
export function BegunRun({ run, now, onPractice, onWords }: BegunRunProps) {
  const { runPlan, events } = run;
  const following = useMemo(() => followed(runPlan, events), [runPlan, events]);
  const state = following.stateAt(now);
  const words = stateWords(runPlan, state);
  useEffect(() => onWords(words), [words, onWords]);
  if (state.phase === 'ready') return <BeforeRun run={run} now={now} onPractice={onPractice} />;
  if (isOn(state)) return <LiveRun run={run} state={state} now={now} onPractice={onPractice} />;
  return <AfterRun run={run} state={state} now={now} />;
}
