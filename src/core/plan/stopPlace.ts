/** Where in the file a stop goes: see {@link Layer.restartOffset}. */
export type StopPlace = 'restart' | 'before-travel';
