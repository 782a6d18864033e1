import { array, boolean, lazy, object, string } from 'yup';
import { stopCommandRule } from '@/base/prints/stopCommandRule';
import { numberRule, optionalNumberRule, textRule } from '@/components/form/rules';
import type { CornerModel } from '@/core/motion/limits';

const MACRO = /^[A-Z_][A-Z_0-9]{0,39}$/;

/** Names of macros as they are typed: divided by blanks, commas or semicolons, in any case. */
function macrosOf(typed: unknown): unknown {
  if (typeof typed !== 'string') return typed;
  const words = typed.toUpperCase().split(/[\s,;]+/);
  return [...new Set(words.filter((word) => word !== ''))];
}

const macros = () =>
  array(string().required())
    .transform((_, typed) => macrosOf(typed))
    .max(50, 'At most 50 macros.')
    .test('macros', (words, { createError }) => {
      const odd = words?.find((word) => !MACRO.test(word));
      return odd === undefined
        ? true
        : createError({
            message: `“${odd}” is not a macro name: use up to 40 letters, digits and _.`,
          });
    });

const side = numberRule(10, 3000);
const acceleration = numberRule(1, 100_000);
const topSpeed = numberRule(0.1, 5000);
const jerk = numberRule(0.01, 100);
const nearBed = numberRule(-1000, 10_000);
const rate = numberRule(0.01, 100);
const found = optionalNumberRule(0, 20);

/** What may be typed into a printer's profile. */
export const printerRules = object({
  name: textRule(60),
  volume: object({ x: side, y: side, z: side }),
  bed: object({ shape: string(), origin: string() }),
  nozzleMm: numberRule(0.1, 3),
  feed: object({ lengthMm: numberRule(0, 2000) }),
  nozzle: object({
    tipMm: numberRule(0.1, 10),
    coneDegrees: numberRule(5, 85),
    headClearance: object({ radiusMm: numberRule(0, 200), heightMm: numberRule(0, 100) }),
  }),
  returns: object({ stopMm: found, homeMm: found, motorsMm: found }),
  finest: object({ strokeMm: found, gapMm: found, moduleMm: found }),
  liftMm: numberRule(0, 200),
  retractMm: numberRule(0, 20),
  timeouts: object({
    nozzleSeconds: optionalNumberRule(1, 86_400),
    motorSeconds: optionalNumberRule(1, 86_400),
  }),
  brush: object({
    x: nearBed,
    y: nearBed,
    length: numberRule(0, 10_000),
    z: numberRule(0, 10_000),
  })
    .nullable()
    .default(null),
  understands: object({ command: stopCommandRule }),
  beeper: boolean(),
  displayCharacters: numberRule(0, 200, true),
  runoutSensor: boolean(),
  host: boolean(),
  firmware: object({ namesMotors: boolean(), longestPushMm: numberRule(5, 500) }),
  stopWords: macros(),
  macros: macros(),
  limits: object({
    acceleration: object({ print: acceleration, travel: acceleration, retract: acceleration }),
    maxFeed: object({ x: topSpeed, y: topSpeed, z: topSpeed, e: topSpeed }),
    corner: lazy((corner: CornerModel) =>
      corner.kind === 'deviation'
        ? object({ mm: numberRule(0.001, 1) })
        : object({ x: jerk, y: jerk, z: jerk, e: jerk }),
    ),
  }),
  heating: object({ nozzlePerSecond: rate, bedPerSecond: rate }),
  homingSeconds: numberRule(0, 3600),
  probingSeconds: numberRule(0, 3600),
});
