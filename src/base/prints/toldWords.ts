import type { RunEvent } from '@/core/run/following/events';

/** What was told of a run, as its button said it. */
export const TOLD_WORDS: Readonly<Record<RunEvent['kind'], string>> = {
  started: 'Printing',
  stopped: 'Printer has stopped',
  paused: 'I paused it',
  resumed: 'Print has resumed',
  loaded: 'Different filament in the nozzle',
  clock: 'Clock change',
  missed: 'Stop was missed',
  gone: 'Nozzle or motors switched off',
  ticked: 'Step done',
  failed: 'Print failed',
  ended: 'Print cancelled',
  finished: 'Print is done',
  note: 'Note',
  undone: 'Undone',
};
