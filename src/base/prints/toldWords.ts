import type { RunEvent } from '@/core/run/following/events';

/** What was told of a run, as its button said it. */
export const TOLD_WORDS: Readonly<Record<RunEvent['kind'], string>> = {
  started: 'It prints',
  stopped: 'It has stopped',
  paused: 'I paused it',
  resumed: 'It prints again',
  loaded: 'Another filament is in the nozzle',
  clock: 'About the clock',
  missed: 'It did not stop',
  gone: 'Nozzle or motors went off',
  ticked: 'A step',
  failed: 'It failed',
  ended: 'I stopped it',
  finished: 'It is done',
  note: 'A note',
  undone: 'Taken back',
};
