import { makeHidePlate } from './jobs/hidePlate';
import { makeMarshRelief } from './jobs/marshRelief';
import { makeRingTags } from './jobs/ringTags';
import { makeTideDial } from './jobs/tideDial';
import { makeWindowSign } from './jobs/windowSign';
import { makeCoasterPart } from './jobs/waderCoaster';

/** The demo's files by name, each with what makes it. */
export const DEMO_FILES: Readonly<Record<string, () => string>> = {
  'hide-plate-7.gcode': () => makeHidePlate(),
  'marsh-relief-tile.gcode': makeMarshRelief,
  'ring-gauge-tags.gcode': makeRingTags,
  'tide-dial.gcode': makeTideDial,
  'window-sign.gcode': makeWindowSign,
  'wader-coaster-base.gcode': () => makeCoasterPart('base'),
  'wader-coaster-bird.gcode': () => makeCoasterPart('bird'),
  'wader-coaster-rim.gcode': () => makeCoasterPart('rim'),
};
