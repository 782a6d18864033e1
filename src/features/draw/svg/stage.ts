import { refuse, success, type Result } from '@/core/findings';

/** Elements that a drawing may hold, expanded; groups in groups. */
const MOST_ELEMENTS = 20_000;
const DEEPEST = 200;

const BROKEN = refuse('cannot-read', 'This is not an SVG drawing, or it is damaged.');
const DEEP = refuse(
  'cannot-read',
  'The drawing is nested too deeply, or a part of it refers to itself. Ungroup it first.',
);

const SVG = 'http://www.w3.org/2000/svg';

/** A drawing that stands in a page of its own, where the browser works out its styles. */
export interface Stage {
  readonly root: SVGSVGElement;
  readonly styleOf: (element: Element) => CSSStyleDeclaration;
  readonly close: () => void;
}

/**
 * Puts a drawing into a page that runs nothing and fetches nothing. What is used in several places is copied
 * there, so that each copy has its own style.
 */
export function openStage(text: string): Result<Stage> {
  if (/<!(DOCTYPE[^>]*\[|ENTITY)/i.test(text)) {
    return refuse('cannot-read', 'The drawing defines XML entities. Save it without them.');
  }
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  const drawn = parsed.documentElement;
  if (parsed.querySelector('parsererror') || !isSvg(drawn) || drawn.localName !== 'svg')
    return BROKEN;
  if (isDeep(drawn)) return DEEP;
  removeActive(drawn);
  const frame = document.createElement('iframe');
  frame.setAttribute('sandbox', 'allow-same-origin');
  frame.setAttribute('aria-hidden', 'true');
  frame.tabIndex = -1;
  frame.style.cssText = 'position:fixed;left:-2000px;width:1000px;height:1000px;visibility:hidden';
  document.body.append(frame);
  const close = (): void => frame.remove();
  const page = frame.contentDocument;
  const view = frame.contentWindow;
  if (!page || !view) {
    close();
    return BROKEN;
  }
  const root = page.importNode(drawn, true) as unknown as SVGSVGElement;
  page.body.append(root);
  if (!expandUses(root)) {
    close();
    return DEEP;
  }
  return success({ root, styleOf: (element) => view.getComputedStyle(element), close });
}

export const isSvg = (element: Element): boolean => element.namespaceURI === SVG;

/** Whether elements lie in one another deeper than what reads them can follow. */
function isDeep(root: Element): boolean {
  let level: Element[] = [root];
  let count = 0;
  for (let depth = 0; level.length > 0; depth++) {
    count += level.length;
    if (depth > DEEPEST || count > MOST_ELEMENTS) return true;
    level = level.flatMap(({ children }) => [...children]);
  }
  return false;
}

/** Takes away what would run, or fetch something. */
function removeActive(root: Element): void {
  for (const one of root.querySelectorAll('script, foreignObject *, iframe, embed, object')) {
    one.remove();
  }
  for (const one of [root, ...root.querySelectorAll('*')]) {
    for (const { name } of [...one.attributes]) if (/^on/i.test(name)) one.removeAttribute(name);
    const href = hrefOf(one);
    if (href !== null && !href.startsWith('#')) {
      one.removeAttribute('href');
      one.removeAttributeNS('http://www.w3.org/1999/xlink', 'href');
    }
  }
}

/** What an element refers to. */
export function hrefOf(element: Element): string | null {
  return (
    element.getAttribute('href') ?? element.getAttributeNS('http://www.w3.org/1999/xlink', 'href')
  );
}

/** What is referred to by a name in the drawing. */
export function named(root: Element, href: string | null): Element | null {
  if (!href?.startsWith('#')) return null;
  let id = href.slice(1);
  try {
    id = decodeURIComponent(id);
  } catch {
    // It is meant as it stands.
  }
  return [...root.querySelectorAll('[id]')].find((one) => one.id === id) ?? null;
}

/** Mark of a group that stands for a use; and of what was a symbol in it. */
export const USED = 'data-used';

/** Copies what is used to where it is used; false when that has no end. */
function expandUses(root: SVGSVGElement): boolean {
  let count = root.querySelectorAll('*').length;
  for (;;) {
    const use = [...root.querySelectorAll('use')].find(isSvg);
    if (!use) return true;
    const target = named(root, hrefOf(use));
    const group = root.ownerDocument.createElementNS(SVG, 'g');
    for (const { name, value } of [...use.attributes]) {
      if (!/^(x|y|width|height|(xlink:)?href)$/.test(name)) group.setAttribute(name, value);
    }
    if (target && target !== use && !target.contains(use)) {
      count += target.querySelectorAll('*').length + 1;
      if (count > MOST_ELEMENTS) return false;
      group.append(copyOf(target, use));
    } else if (target) return false;
    use.replaceWith(group);
  }
}

/** What a use shows, moved to where it shows it. */
function copyOf(target: Element, use: Element): Element {
  const page = target.ownerDocument;
  const place = page.createElementNS(SVG, 'g');
  const lengths = use as SVGUseElement;
  place.setAttribute(
    'transform',
    `translate(${lengths.x.baseVal.value} ${lengths.y.baseVal.value})`,
  );
  const copy = target.cloneNode(true) as Element;
  const hasView = target.localName === 'symbol' || target.localName === 'svg';
  if (!hasView) {
    place.append(copy);
    return place;
  }
  const view = page.createElementNS(SVG, 'svg');
  for (const { name, value } of [...copy.attributes]) view.setAttribute(name, value);
  for (const name of ['width', 'height']) {
    const given = use.getAttribute(name);
    if (given !== null) view.setAttribute(name, given);
  }
  view.append(...copy.childNodes);
  view.setAttribute(USED, target.localName);
  place.append(view);
  return place;
}
