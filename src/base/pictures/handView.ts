/** From where the print is looked at: degrees round it and above it, and how near. */
export interface HandView {
  /** Degrees round the print, 0 from the front, counter-clockwise from above. */
  readonly round: number;
  /** Degrees above the bed: 90 from straight above, −90 from straight below. */
  readonly above: number;
  /** 1 where all of it fits, however it is turned. */
  readonly near: number;
}

export const FIRST_VIEW: HandView = { round: -24, above: 48, near: 1.3 };
export const FROM_ABOVE: HandView = { round: 0, above: 90, near: 1.1 };
export const FROM_BELOW: HandView = { round: 0, above: -90, near: 1.1 };

/** Degrees of one press of an arrow key, and per pixel of a finger's way. */
export const KEY_TURN = 10;
const PER_PIXEL = 0.45;
const NEAREST = 12;
const FARTHEST = 0.5;

export function turnedView(view: HandView, round: number, above: number): HandView {
  return {
    ...view,
    round: ((((view.round + round + 180) % 360) + 360) % 360) - 180,
    above: Math.max(-90, Math.min(90, view.above + above)),
  };
}

/** As if the print were turned under a finger that went so many pixels. */
export function draggedView(view: HandView, dx: number, dy: number): HandView {
  return turnedView(view, -dx * PER_PIXEL, dy * PER_PIXEL);
}

export function nearerView(view: HandView, factor: number): HandView {
  return { ...view, near: Math.max(FARTHEST, Math.min(NEAREST, view.near * factor)) };
}

/** The view in words, for who does not see it. */
export function viewWords({ round, above }: HandView): string {
  if (above > 80) return 'from above';
  if (above < -80) return 'from below';
  const sides = ['the front', 'the right', 'the back', 'the left'];
  const side = sides[Math.round((((round % 360) + 360) % 360) / 90) % 4];
  const height = above > 20 ? ', a little from above' : above < -20 ? ', a little from below' : '';
  return `from ${side}${height}`;
}
