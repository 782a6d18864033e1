import { extrude, type Slab } from '../model/extrude';
import type { WrittenObject } from '../model/formats/writeThreeMf';
import { heightOf, inkTops, type PlateDrawing } from './plate';
import type { PlateRegions } from './regions';
import { volumeOf } from '../model/soundness';
import { sizeOf, type Area } from './areas';

/** A colour that begins at a height: the swap before it. */
interface PlateSwap {
  /** Counted from 1. */
  readonly layer: number;
  readonly letter: string;
}

/** A plate in space. */
export interface PlateBodies {
  /** One body where colours have heights of their own; one for each colour side by side. */
  readonly objects: readonly (Omit<WrittenObject, 'colour'> & { readonly letter: string })[];
  /** In which layers the colours change; none side by side. */
  readonly swaps: readonly PlateSwap[];
  /** Layers in all, and their height, mm. */
  readonly layers: number;
  readonly height: number;
  /** What each filament prints, mm³, as if all of it were solid. */
  readonly mm3: Readonly<Record<string, number>>;
}

/** Raises a plate from its areas. What lies face down is drawn mirrored, as the bed will show it. */
export function bodiesOf(drawing: PlateDrawing, regions: PlateRegions): PlateBodies {
  return drawing.arrangement === 'heights' ? byHeight(drawing, regions) : beside(drawing, regions);
}

function byHeight(drawing: PlateDrawing, { base, inks }: PlateRegions): PlateBodies {
  const tops = inkTops(
    drawing,
    inks.map(({ length }) => length > 0),
  );
  const ground = heightOf(drawing, drawing.baseLayers);
  const slabs: Slab[] = [{ area: base, from: 0, to: ground }];
  const swaps: PlateSwap[] = [];
  const mm3: Record<string, number> = { [drawing.baseLetter]: sizeOf(base) * ground };
  let layers = drawing.baseLayers;
  tops.forEach((top, i) => {
    if (top === null) return;
    // Whatever stands at least so high is of this colour here.
    const area = inks.slice(i).reduce((sum, ink) => sum + sizeOf(ink), 0);
    const { letter } = drawing.inks[i];
    const thick = heightOf(drawing, top) - heightOf(drawing, layers);
    mm3[letter] = (mm3[letter] ?? 0) + area * thick;
    slabs.push({ area: inks[i], from: ground, to: heightOf(drawing, top) });
    swaps.push({ layer: layers + 1, letter: drawing.inks[i].letter });
    layers = top;
  });
  const objects = [{ name: drawing.name, letter: drawing.baseLetter, corners: extrude(slabs) }];
  return { objects, swaps, layers, height: heightOf(drawing, layers), mm3 };
}

function beside(drawing: PlateDrawing, { base, inks, ground }: PlateRegions): PlateBodies {
  const used = inks.map(({ length }) => length > 0);
  // All lie equally deep: the first that is used says how deep.
  const deep = drawing.inks.find((_, i) => used[i])?.layers ?? 0;
  const layers = drawing.baseLayers + deep;
  const isDown = drawing.face === 'down';
  const picture = isDown
    ? { from: 0, to: heightOf(drawing, deep) }
    : { from: heightOf(drawing, drawing.baseLayers), to: heightOf(drawing, layers) };
  const back = isDown
    ? { from: heightOf(drawing, deep), to: heightOf(drawing, layers) }
    : { from: 0, to: heightOf(drawing, drawing.baseLayers) };
  const turned = (area: Area): Area => (isDown ? mirrored(area, drawing.width) : area);
  const objects = [
    {
      name: `${drawing.name}, base`,
      letter: drawing.baseLetter,
      corners: extrude([
        { area: turned(base), ...back },
        { area: turned(ground), ...picture },
      ]),
    },
    ...drawing.inks.flatMap(({ letter }, i) =>
      used[i]
        ? [
            {
              name: `${drawing.name}, ${letter}`,
              letter,
              corners: extrude([{ area: turned(inks[i]), ...picture }]),
            },
          ]
        : [],
    ),
  ];
  const mm3: Record<string, number> = {};
  for (const { letter, corners } of objects)
    mm3[letter] = (mm3[letter] ?? 0) + Math.abs(volumeOf({ corners }));
  return { objects, swaps: [], layers, height: heightOf(drawing, layers), mm3 };
}

/** Left and right changed, outlines turned round so that they still go round what is full. */
function mirrored(area: Area, width: number): Area {
  return area.map((path) => path.map(({ x, y }) => ({ x: width - x, y })).reverse());
}
