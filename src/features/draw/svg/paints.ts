import { parse, rgb } from 'culori';
import type { Tint } from '@/core/draw/coats';
import { hrefOf, named, type Stage } from './stage';

/** A colour as a browser writes it. */
function colourIn(text: string): Tint | null {
  const colour = rgb(parse(text));
  if (!colour) return null;
  const part = (value: number): number => Math.min(255, Math.max(0, value * 255));
  return { r: part(colour.r), g: part(colour.g), b: part(colour.b), a: colour.alpha ?? 1 };
}

/** What a fill or a stroke is painted in; null for nothing. Gradients become their mean colour. */
export function paintIn(
  style: CSSStyleDeclaration,
  kind: 'fill' | 'stroke',
  stage: Stage,
  leftOut: Set<string>,
): Tint | null {
  const text = style[kind];
  if (text === '' || text === 'none') return null;
  const opacity = Number.parseFloat(style.getPropertyValue(`${kind}-opacity`));
  const shown = (tint: Tint | null): Tint | null => tint && { ...tint, a: tint.a * opacity };
  const reference = /^url\(["']?([^"')]*)["']?\)\s*(.*)$/.exec(text);
  if (!reference) return shown(colourIn(text));
  const server = named(stage.root, reference[1].slice(reference[1].indexOf('#')));
  if (server && /Gradient$/.test(server.localName)) {
    leftOut.add('gradients');
    return shown(meanOf(server, stage));
  }
  if (server?.localName === 'pattern') {
    leftOut.add('patterns');
    return null;
  }
  return shown(colourIn(reference[2]));
}

/** Gradients that refer to each other for their stops. */
const MOST_STEPS = 8;

function meanOf(gradient: Element, stage: Stage): Tint | null {
  let at: Element | null = gradient;
  for (let step = 0; at && step < MOST_STEPS; step++) {
    const stops = [...at.querySelectorAll('stop')].flatMap((stop) => {
      const style = stage.styleOf(stop);
      const tint = colourIn(style.getPropertyValue('stop-color'));
      const opacity = Number.parseFloat(style.getPropertyValue('stop-opacity'));
      return tint ? [{ ...tint, a: tint.a * opacity }] : [];
    });
    if (stops.length > 0) {
      const mean = (k: keyof Tint): number =>
        stops.reduce((sum, stop) => sum + stop[k], 0) / stops.length;
      return { r: mean('r'), g: mean('g'), b: mean('b'), a: mean('a') };
    }
    at = named(stage.root, hrefOf(at));
  }
  return null;
}
