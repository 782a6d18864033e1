import { boxOf, type Box } from './box';
import { cut, disc, grow, join, overlap, roundedRectangle, type Area } from './areas';
import { MOST_INKS, type PlateDrawing } from './plate';

/** What is drawn beside what the plate makes itself: areas around (0, 0), mm. */
export interface PlateContent {
  /** The text at its size. */
  readonly letters: Area;
  /** The picture at its height, by its colours. */
  readonly picture: readonly Area[];
}

/** A plate as areas on the bed, its left front corner at (0, 0). */
export interface PlateRegions {
  /** All of it. */
  readonly base: Area;
  /** By ink; none overlaps another one. */
  readonly inks: readonly Area[];
  /** What of the base stays bare; smaller by the gap where colours lie side by side. */
  readonly ground: Area;
  /** What stands out over the room for it, in sentences. */
  readonly troubles: readonly string[];
  /** What is worth saying, in sentences. */
  readonly notes: readonly string[];
}

/** Room between the border and what is drawn, and between text and picture, in shares of the plate. */
const MARGIN = 1.5;
/** Shortest straight piece between two corners, and smallest radius, mm. */
const LEAST_STRAIGHT = 0.1;
/** Holes stand so far from the edge, in diameters from middle to edge. */
const HOLE_INSET = 1.25;

/** Lays everything out on the plate. */
export function regionsOf(drawing: PlateDrawing, content: PlateContent): PlateRegions {
  const { width, depth, border, arrangement, lineWidth } = drawing;
  const most = Math.min(width, depth) / 2 - LEAST_STRAIGHT;
  const radius = Math.max(LEAST_STRAIGHT, Math.min(drawing.radius, most));
  const outer = roundedRectangle(0, 0, width, depth, radius);
  const holes = holesOf(drawing);
  const base = cut(outer, holes);
  const troubles: string[] = [];
  const inks: Area[] = Array.from({ length: MOST_INKS }, () => []);
  const paint = (ink: number, area: Area): void => {
    const at = Math.min(ink, drawing.inks.length - 1);
    inks[at] = join(inks[at], area);
  };
  if (border > 0) {
    const inside = grow(outer, -border);
    if (inside.length === 0) troubles.push('The border fills the whole plate.');
    paint(drawing.borderInk, overlap(cut(outer, inside), base));
  }
  const room = roomOf(drawing);
  const { letters, picture } = placed(drawing, content, room);
  const missing = missingRoom(letters, picture, room);
  if (missing !== null) troubles.push(missing);
  picture.forEach((area, i) => paint(drawing.pictureInks[i] ?? 0, overlap(area, base)));
  paint(drawing.textInk, overlap(letters, base));
  return {
    base,
    ...apart(base, inks, arrangement === 'beside' ? lineWidth : 0),
    troubles,
    notes: notesOnHoles(outer, holes),
  };
}

/** Whether text and picture have room on the plate. */
export function hasRoom(drawing: PlateDrawing, content: PlateContent): boolean {
  const room = roomOf(drawing);
  const { letters, picture } = placed(drawing, content, room);
  return missingRoom(letters, picture, room) === null;
}

/** What is drawn may be larger than its room by this, mm. */
const SAME_ROOM = 0.01;

function missingRoom(letters: Area, picture: readonly Area[], room: Box): string | null {
  const all = [letters, ...picture].flat();
  if (all.length === 0) return null;
  const box = boxOf(all);
  const [wide, deep] = [box.right - box.left, box.back - box.front];
  const [free, freeDeep] = [room.right - room.left, room.back - room.front];
  if (wide <= free + SAME_ROOM && deep <= freeDeep + SAME_ROOM) return null;
  return `The drawing takes ${wide.toFixed(1)} × ${deep.toFixed(1)} mm, and there is room for ${Math.max(0, free).toFixed(1)} × ${Math.max(0, freeDeep).toFixed(1)} mm.`;
}

/** What holes do that nobody expects of one. */
function notesOnHoles(outer: Area, holes: Area): string[] {
  const notes: string[] = [];
  if (cut(holes, outer).length > 0) {
    notes.push(
      'A hole cuts through the edge of the plate. Make the hole smaller or the plate larger.',
    );
  }
  if (holes.length > join(holes).length) {
    notes.push('The holes meet. Make them smaller or the plate wider.');
  }
  return notes;
}

/** Inks that do not overlap, the later one over the earlier, with a gap round each. */
function apart(
  base: Area,
  inks: readonly Area[],
  gap: number,
): Pick<PlateRegions, 'inks' | 'ground'> {
  const wider = (area: Area): Area => (gap > 0 && area.length > 0 ? grow(area, gap) : area);
  const free = inks.map((ink, i) =>
    inks.slice(i + 1).reduce((left, over) => cut(left, wider(over)), ink),
  );
  return { inks: free, ground: free.reduce((left, ink) => cut(left, wider(ink)), base) };
}

function holesOf({ width, depth, holes, holeDiameter }: PlateDrawing): Area {
  const inset = holeDiameter * HOLE_INSET;
  const places =
    holes === 2
      ? [inset, width - inset].map((x) => [x, depth / 2])
      : holes === 1
        ? [[width / 2, depth - inset]]
        : [];
  return places.flatMap(([x, y]) => disc(x, y, holeDiameter / 2));
}

/** Where text and picture may stand. */
function roomOf({ width, depth, border, holes, holeDiameter }: PlateDrawing): Box {
  const edge = border + MARGIN;
  const side = holes === 2 ? Math.max(edge, holeDiameter * (HOLE_INSET + 0.5) + MARGIN) : edge;
  const back = holes === 1 ? Math.max(edge, holeDiameter * (HOLE_INSET + 0.5) + MARGIN) : edge;
  return { left: side, right: width - side, front: edge, back: depth - back };
}

/** Text and picture side by side or above one another, in the middle of the room. */
function placed(drawing: PlateDrawing, content: PlateContent, room: Box): PlateContent {
  const { picturePlace } = drawing;
  const hasPicture = content.picture.some((area) => area.length > 0);
  const letters = hasPicture && picturePlace === 'alone' ? [] : content.letters;
  const middle = { x: (room.left + room.right) / 2, y: (room.front + room.back) / 2 };
  if (!hasPicture || letters.length === 0) {
    const all = [letters, ...content.picture].flat();
    if (all.length === 0) return { letters, picture: content.picture };
    const by = toMiddle(boxOf(all), middle);
    return { letters: moved(letters, by), picture: content.picture.map((area) => moved(area, by)) };
  }
  const [text, picture] = [boxOf(letters), boxOf(content.picture.flat())];
  const space = Math.max(2, drawing.textSize / 4);
  const isAbove = picturePlace === 'above';
  const sizes = [text, picture].map((box) =>
    isAbove ? box.back - box.front : box.right - box.left,
  );
  const whole = sizes[0] + sizes[1] + space;
  // From the middle of the whole to that of each.
  const textOff = (whole - sizes[0]) / 2;
  const pictureOff = (whole - sizes[1]) / 2;
  const [textAt, pictureAt] = isAbove
    ? [
        { x: 0, y: -textOff },
        { x: 0, y: pictureOff },
      ]
    : picturePlace === 'right'
      ? [
          { x: -textOff, y: 0 },
          { x: pictureOff, y: 0 },
        ]
      : [
          { x: textOff, y: 0 },
          { x: -pictureOff, y: 0 },
        ];
  const at = (off: Point): Point => ({ x: middle.x + off.x, y: middle.y + off.y });
  const byPicture = toMiddle(picture, at(pictureAt));
  return {
    letters: moved(letters, toMiddle(text, at(textAt))),
    picture: content.picture.map((area) => moved(area, byPicture)),
  };
}

interface Point {
  readonly x: number;
  readonly y: number;
}

const toMiddle = ({ left, right, front, back }: Box, to: Point): Point => ({
  x: to.x - (left + right) / 2,
  y: to.y - (front + back) / 2,
});

const moved = (area: Area, by: Point): Area =>
  area.map((path) => path.map(({ x, y }) => ({ x: x + by.x, y: y + by.y })));
