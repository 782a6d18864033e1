import { array, boolean, number, object, string } from 'yup';
import { LONGEST_NAME } from '@/core/draw/plate';
import { FIRST_RELIEF, RELIEF_LIMITS, type ReliefDrawing } from '@/core/relief/drawing';
import { createSettings } from '@/store/settings/createSettings';

const within = ({ least, most }: { readonly least: number; readonly most: number }) =>
  number().min(least).max(most).required();
const LIMITS = RELIEF_LIMITS;

/** The relief that is being made, as it was left. */
export const useReliefDrawing = createSettings<ReliefDrawing>(
  'lamella-relief',
  'the relief',
  object({
    name: string().max(LONGEST_NAME).defined(),
    crop: object({
      left: within(LIMITS.crop),
      right: within(LIMITS.crop),
      top: within(LIMITS.crop),
      bottom: within(LIMITS.crop),
    }).required(),
    turn: number<0 | 1 | 2 | 3>().oneOf([0, 1, 2, 3]).required(),
    isMirrored: boolean().required(),
    brightness: within(LIMITS.brightness),
    contrast: within(LIMITS.contrast),
    smoothing: within(LIMITS.smoothing),
    width: within(LIMITS.width),
    frame: within(LIMITS.frame),
    hole: within(LIMITS.hole),
    firstLayer: within(LIMITS.layer),
    layerHeight: within(LIMITS.layer),
    lineWidth: within(LIMITS.line),
    base: within(LIMITS.base),
    most: within(LIMITS.most),
    leastIsland: within(LIMITS.island),
    light: string<'day' | 'lamp'>().oneOf(['day', 'lamp']).required(),
    face: string<'up' | 'down'>().oneOf(['up', 'down']).required(),
    mostSwaps: within(LIMITS.swaps).integer(),
    mostSpools: within(LIMITS.spools).integer(),
    spools: array(string().max(80).required()).max(60).required(),
  }).required(),
  FIRST_RELIEF,
);
