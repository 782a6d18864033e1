import { object, string } from 'yup';
import { numberRule, optionalDayRule, optionalNumberRule, textRule } from '@/components/form/rules';
import type { Spool } from '@/core/filament/shelf/spool';

/** A spool as its form shows it. */
export interface SpoolValues extends Spool {
  /** Weight with its reel, g; null when it was not weighed now. */
  readonly weighed: number | null;
}

const heat = object({ from: numberRule(0, 500), to: numberRule(0, 500) });

/** What may be typed into a spool. */
export const spoolRules = object({
  name: textRule(60),
  family: string(),
  colour: string(),
  gramsLeft: optionalNumberRule(0, 100_000),
  emptySpoolGrams: optionalNumberRule(0, 5000),
  weighed: optionalNumberRule(0, 100_000),
  pricePerKg: optionalNumberRule(0, 100_000),
  density: numberRule(0.5, 10),
  diameter: numberRule(1, 4),
  nozzle: heat,
  bed: object({ from: numberRule(0, 200), to: numberRule(0, 200) }),
  usualNozzle: numberRule(100, 500),
  topFlow: optionalNumberRule(0.1, 200),
  hidingDepth: numberRule(0, 20),
  lightness: optionalNumberRule(0, 1),
  stain: optionalNumberRule(0, 3),
  openedOn: optionalDayRule(),
  driedOn: optionalDayRule(),
  note: string().max(500),
});
