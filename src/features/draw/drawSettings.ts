import { array, number, object, string } from 'yup';
import {
  FIRST_PLATE,
  FONTS,
  LONGEST_NAME,
  MOST_INKS,
  PICTURE_PLACES,
  PLATE_LIMITS,
  type FontName,
  type PicturePlace,
  type PlateDrawing,
} from '@/core/draw/plate';
import { createSettings } from '@/store/settings/createSettings';

const within = ({ least, most }: { readonly least: number; readonly most: number }) =>
  number().min(least).max(most).required();
const { side, radius, border, hole, text, picture, layer, line, layers } = PLATE_LIMITS;
const letter = () =>
  string()
    .matches(/^[A-G]$/)
    .required();
const ink = () =>
  number()
    .integer()
    .min(0)
    .max(MOST_INKS - 1)
    .required();

/** The plate that is being drawn, as it was left. */
export const usePlateDrawing = createSettings<PlateDrawing>(
  'lamella-plate',
  'the plate drawing',
  object({
    name: string().max(LONGEST_NAME).defined(),
    width: within(side),
    depth: within(side),
    radius: within(radius),
    border: within(border),
    holes: number<0 | 1 | 2>().oneOf([0, 1, 2]).required(),
    holeDiameter: within(hole),
    text: string().max(200).defined(),
    font: string()
      .oneOf(Object.keys(FONTS) as FontName[])
      .required(),
    textSize: within(text),
    picturePlace: string()
      .oneOf(Object.keys(PICTURE_PLACES) as PicturePlace[])
      .required(),
    pictureHeight: within(picture),
    arrangement: string<'heights' | 'beside'>().oneOf(['heights', 'beside']).required(),
    face: string<'up' | 'down'>().oneOf(['up', 'down']).required(),
    firstLayer: within(layer),
    layerHeight: within(layer),
    lineWidth: within(line),
    baseLetter: letter(),
    baseLayers: within(layers).integer(),
    inks: array(object({ letter: letter(), layers: within(layers).integer() }).required())
      .min(1)
      .max(MOST_INKS)
      .required(),
    borderInk: ink(),
    textInk: ink(),
    pictureInks: array(ink()).max(MOST_INKS).required(),
  }).required(),
  FIRST_PLATE,
);
