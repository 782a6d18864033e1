import type { RunEvent } from '@/core/run/events';

/** What was told of a run, as its button said it. */
export const TOLD_WORDS: Readonly<Record<RunEvent['kind'], string>> = {
  started: 'It prints',
  stopped: 'It has stopped',
  resumed: 'It prints again',
  missed: 'It did not stop',
  gone: 'It has let go',
  ticked: 'A step',
  failed: 'It failed',
  ended: 'I stopped it',
  finished: 'It is done',
  note: 'A note',
  undone: 'Taken back',
};
