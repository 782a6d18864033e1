import type { Printer, Understanding } from '../printer/printer';
import { reachOf } from '../printer/printer';
import { digits } from './render';

/** One stop to stop that a probe file tries; its beeps distinguish it from the others. */
export interface ProbeStop {
  readonly kind: 'change-command' | 'pause-command';
  readonly command: string;
}

/** The stops in the order in which a probe file tries them. */
export const PROBE_STOPS: readonly ProbeStop[] = [
  { kind: 'change-command', command: 'M600' },
  { kind: 'pause-command', command: 'M0' },
  { kind: 'pause-command', command: 'M25' },
  { kind: 'pause-command', command: 'M226' },
  { kind: 'pause-command', command: 'PAUSE' },
];

/** What a person saw the printer do at one stop. */
const PROBE_ANSWERS = ['asked', 'waited', 'went-on', 'ended'] as const;
export type ProbeAnswer = (typeof PROBE_ANSWERS)[number];

export const ANSWER_WORDS: Readonly<Record<ProbeAnswer, string>> = {
  asked: 'The printer asked for new filament and waited',
  waited: 'The printer waited until I resumed',
  'went-on': 'The printer continued at once',
  ended: 'The printer stopped for good or showed an error',
};

/** Height at which the probe waits, mm, and how far it rises after each stop as a sign. */
const PROBE_HEIGHT = 30;
const SIGN = 3;

/**
 * A small file that finds out which stop a printer knows: it homes, lifts, and tries one stop after
 * another, each announced by as many beeps as its number. It pushes no filament. It stays cold
 * unless `hot` names a temperature, °C, since some printers change filament only when hot.
 */
export function probeFile(
  printer: Printer,
  { hot, stops = PROBE_STOPS }: { hot: number | null; stops?: readonly ProbeStop[] },
): string {
  const { maxZ } = reachOf(printer);
  const base = Math.min(PROBE_HEIGHT, maxZ - SIGN * (stops.length + 1));
  const lines = [
    '; lamella probe: finds out which stop this printer knows. It extrudes no filament.',
    'G21',
    'G90',
    'M83',
    ...(hot === null ? [] : [`M104 S${digits(hot)}`]),
    'G28',
    `G1 Z${digits(base)} F600`,
    ...(hot === null ? [] : [`M109 S${digits(hot)}`]),
  ];
  stops.forEach(({ command }, i) => {
    lines.push(`M117 Test ${i + 1} of ${stops.length}`);
    for (let beep = 0; beep <= i; beep++) lines.push('M300 S880 P250', 'G4 P350');
    lines.push('G4 S3', command, `G1 Z${digits(base + SIGN * (i + 1))} F600`, 'G4 S6');
  });
  lines.push('M117 Probe done', 'M104 S0', 'M140 S0', 'M84');
  return `${lines.join('\n')}\n`;
}

/** What the answers to a probe say about a printer. */
export interface ProbeVerdict {
  /** Null when nothing made the printer wait and nothing was heard. */
  readonly understanding: Understanding | null;
  readonly words: string;
}

/**
 * Judges the answers: a change command is best, then a wait that the file can build a swap round,
 * then a pause by the firmware or a host, and beeps when there is nothing else.
 * @param today the day of the answers, as `2026-04-05`.
 */
export function judgeProbe(
  answers: readonly ProbeAnswer[],
  { heardBeeps, host }: { heardBeeps: boolean; host: boolean },
  today: string,
): ProbeVerdict {
  const waits = (kind: ProbeStop['kind'], command: string): boolean => {
    const i = PROBE_STOPS.findIndex((stop) => stop.kind === kind && stop.command === command);
    return answers[i] === 'asked' || answers[i] === 'waited';
  };
  const known = (kind: Understanding['kind'], command: string, words: string): ProbeVerdict => ({
    understanding: { kind, command, testedAt: today },
    words,
  });
  if (waits('change-command', 'M600')) {
    return known('change-command', 'M600', 'The printer knows the change command M600: use that.');
  }
  for (const command of ['M0', 'M226']) {
    if (!waits('pause-command', command)) continue;
    const words = `The printer waits at ${command}. Lamella spells out the swap around it.`;
    return known('spelled-out', command, words);
  }
  if (waits('pause-command', 'PAUSE')) {
    return host
      ? known(
          'host-scripts',
          'PAUSE',
          'The print host pauses. Lamella gives you scripts to paste there.',
        )
      : known(
          'pause-command',
          'PAUSE',
          'The printer knows PAUSE, which parks as its firmware decides.',
        );
  }
  if (waits('pause-command', 'M25')) {
    return known('pause-command', 'M25', 'The printer pauses at M25, as from its own menu.');
  }
  if (heardBeeps) {
    return known(
      'beep-only',
      '',
      'The printer never waits, but it beeps: you press pause yourself.',
    );
  }
  const words =
    'The printer never waits and does not beep. Plan to stay with it and pause from its menu.';
  return { understanding: null, words };
}
