/** A small drawing that shows one thing that drawings do. */
export interface Drawing {
  readonly name: string;
  readonly svg: string;
  /** What is said to be left out of it. */
  readonly leftOut?: readonly string[];
}

const svg = (inside: string, head = 'viewBox="0 0 100 100"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${head}>${inside}</svg>`;

const ZIGZAG = 'M10 80 L30 20 L50 80 L70 20 L90 80';
const HEART = 'M50 88 C10 60 5 30 28 18 C40 12 48 20 50 30 C52 20 60 12 72 18 C95 30 90 60 50 88 Z';

const PENS: readonly Drawing[] = [
  ...['butt', 'round', 'square'].map((cap) => ({
    name: `ends: ${cap}`,
    svg: svg(
      `<g stroke="#223" stroke-width="12" stroke-linecap="${cap}" fill="none"><path d="M20 20 H80"/><path d="M20 50 L70 85"/><path d="M80 50 L80 50"/></g>`,
    ),
  })),
  ...['miter', 'round', 'bevel'].map((join) => ({
    name: `corners: ${join}`,
    svg: svg(
      `<path d="${ZIGZAG}" stroke="teal" stroke-width="9" stroke-linejoin="${join}" fill="none"/>`,
    ),
  })),
  {
    name: 'miter limit',
    svg: svg(
      `<g stroke="#902" stroke-width="6" fill="none"><path stroke-miterlimit="2" d="${ZIGZAG}"/><path stroke-miterlimit="20" d="M40 96 L50 60 L60 96"/></g>`,
    ),
  },
  ...['12 6', '10', '1 9', '14 4 2 4', '0 12'].map((dashes, i) => ({
    name: `dashes: ${dashes}`,
    svg: svg(
      `<rect x="12" y="12" width="76" height="70" rx="${i * 5}" fill="none" stroke="#144" stroke-width="6" stroke-dasharray="${dashes}" stroke-dashoffset="${i * 3}" stroke-linecap="${i % 2 ? 'round' : 'butt'}"/>`,
    ),
  })),
  {
    name: 'dashed circle and curve',
    svg: svg(
      `<circle cx="50" cy="50" r="38" fill="#fd6" stroke="#124" stroke-width="5" stroke-dasharray="9 5"/><path d="M15 60 Q50 0 85 60" fill="none" stroke="#b12" stroke-width="4" stroke-dasharray="7 3 1 3"/>`,
    ),
  },
  {
    name: 'closed with a curve, a pen on it',
    svg: svg(`<path d="${HEART}" fill="#e8a" stroke="#601" stroke-width="5"/>`),
  },
  {
    name: 'paint order',
    svg: svg(
      `<path d="${HEART}" fill="#e8a" stroke="#601" stroke-width="12" paint-order="stroke"/>`,
    ),
  },
  {
    name: 'pen under a skewed and stretched group',
    svg: svg(
      `<g transform="translate(50 50) scale(1.5 .5) skewX(20)"><circle r="24" fill="none" stroke="navy" stroke-width="10"/></g>`,
    ),
  },
];

const SEEN: readonly Drawing[] = [
  {
    name: 'display none',
    svg: svg(
      `<rect width="60" height="60" fill="green"/><rect display="none" x="20" width="60" height="90"/><g style="display:none"><circle r="50"/></g>`,
    ),
  },
  {
    name: 'visibility, taken back inside',
    svg: svg(
      `<g visibility="hidden"><rect width="50" height="90"/><rect x="50" width="40" height="60" visibility="visible" fill="maroon"/></g>`,
    ),
  },
  {
    name: 'opacity of a shape over another',
    svg: svg(
      `<rect width="70" height="70" fill="#d22"/><circle cx="65" cy="65" r="30" fill="#22d" opacity=".5"/>`,
    ),
  },
  {
    name: 'opacity of a group',
    svg: svg(
      `<rect width="100" height="50" fill="#333"/><g opacity=".6"><circle cx="40" cy="50" r="30" fill="red"/><circle cx="60" cy="50" r="30" fill="gold"/></g>`,
    ),
  },
  {
    name: 'fill and stroke opacity, rgba',
    svg: svg(
      `<rect x="10" y="10" width="70" height="70" fill="rgba(0,128,0,.4)" stroke="#00f" stroke-opacity=".5" stroke-width="14"/><path d="M0 90 H100" stroke="#80808080" stroke-width="12"/>`,
    ),
  },
  {
    name: 'order of painting',
    svg: svg(
      `<rect width="80" height="80" fill="#08a"/><circle cx="50" cy="50" r="40" fill="#fff"/><circle cx="50" cy="50" r="25" fill="#08a"/><rect x="45" y="0" width="10" height="100" fill="#fa0"/>`,
    ),
  },
  {
    name: 'current colour',
    svg: svg(
      `<g color="#a50"><path d="M10 10 H90 V50 H10 Z" fill="currentColor"/><g style="color:rebeccapurple"><circle cx="50" cy="75" r="18" fill="none" stroke="currentColor" stroke-width="8"/></g></g>`,
    ),
  },
  {
    name: 'style sheet with classes',
    svg: svg(
      `<style>.a{fill:#264}.b{fill:none;stroke:tomato;stroke-width:7px}g .c{fill:hsl(210 60% 40%)}rect:nth-of-type(2){opacity:.5}</style><rect class="a" width="50" height="50"/><rect class="a" x="50" y="50" width="50" height="50"/><circle class="b" cx="50" cy="50" r="30"/><g><path class="c" d="M60 0 H100 V40 Z"/></g>`,
    ),
  },
  {
    name: 'important and inline styles',
    svg: svg(
      `<style>rect{fill:red !important}circle{fill:red}</style><rect width="60" height="60" style="fill:blue"/><circle cx="70" cy="70" r="25" style="fill:blue"/>`,
    ),
  },
  {
    name: 'inherited and taken on',
    svg: svg(
      `<g fill="#073" stroke="#fc0" stroke-width="5"><circle cx="30" cy="40" r="20"/><g fill="none"><circle cx="70" cy="40" r="20"/></g><path d="M10 90 H90" fill="inherit"/></g>`,
    ),
  },
];

const CUT: readonly Drawing[] = [
  {
    name: 'clip by a circle',
    svg: svg(
      `<defs><clipPath id="c"><circle cx="50" cy="50" r="35"/></clipPath></defs><rect width="100" height="60" fill="#246" clip-path="url(#c)"/>`,
    ),
  },
  {
    name: 'clip of a group that is moved',
    svg: svg(
      `<clipPath id="c"><rect x="10" y="10" width="40" height="40" transform="rotate(15)"/><circle cx="50" cy="55" r="15"/></clipPath><g transform="translate(20 10) scale(1.2)" clip-path="url(#c)"><rect width="100" height="100" fill="#c60"/><circle cx="40" cy="40" r="18" fill="#fff"/></g>`,
    ),
  },
  {
    name: 'clip in shares of a box',
    svg: svg(
      `<clipPath id="c" clipPathUnits="objectBoundingBox"><path d="M.5 0 L1 1 H0 Z"/></clipPath><rect x="20" y="10" width="60" height="80" fill="#717" clip-path="url(#c)"/>`,
    ),
  },
  {
    name: 'clip by even-odd',
    svg: svg(
      `<clipPath id="c"><path clip-rule="evenodd" d="M10 10 H90 V90 H10 Z M30 30 H70 V70 H30 Z"/></clipPath><circle cx="50" cy="50" r="48" fill="#159" clip-path="url(#c)"/>`,
    ),
  },
  {
    name: 'clip in a clip',
    svg: svg(
      `<clipPath id="d"><rect x="0" y="0" width="60" height="60"/></clipPath><clipPath id="c" clip-path="url(#d)"><circle cx="50" cy="50" r="40"/></clipPath><rect width="100" height="100" fill="#390" clip-path="url(#c)"/>`,
    ),
  },
  {
    name: 'mask in white and grey',
    svg: svg(
      `<mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="100" height="100"><rect width="100" height="100" fill="#fff"/><circle cx="50" cy="50" r="25" fill="#000"/></mask><rect x="10" y="10" width="80" height="80" fill="#a03" mask="url(#m)"/>`,
    ),
  },
  {
    name: 'mask with opacity',
    svg: svg(
      `<mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="100" height="100"><path d="M0 0 H100 L0 100 Z" fill="#fff"/><circle cx="60" cy="60" r="20" fill="#fff" opacity=".5"/></mask><g mask="url(#m)"><rect width="100" height="100" fill="#048"/></g>`,
    ),
  },
];

const NESTED: readonly Drawing[] = [
  {
    name: 'drawing in a drawing',
    svg: svg(
      `<rect width="100" height="100" fill="#eed"/><svg x="20" y="10" width="60" height="40" viewBox="0 0 10 10"><circle cx="5" cy="5" r="7" fill="#c33"/></svg>`,
    ),
  },
  {
    name: 'drawing in a drawing, open at its edges',
    svg: svg(
      `<svg x="30" y="30" width="40" height="40" viewBox="0 0 10 10" overflow="visible"><circle cx="5" cy="5" r="8" fill="#3a3"/></svg>`,
    ),
  },
  ...['xMinYMin slice', 'xMaxYMax meet', 'none', 'xMidYMin meet'].map((aspect) => ({
    name: `view box: ${aspect}`,
    svg: svg(
      `<svg x="10" y="20" width="80" height="50" viewBox="5 5 20 20" preserveAspectRatio="${aspect}"><rect x="5" y="5" width="20" height="20" fill="#ca5"/><circle cx="12" cy="14" r="6" fill="#235"/></svg>`,
    ),
  })),
  {
    name: 'symbol, used twice in two colours',
    svg: svg(
      `<symbol id="s" viewBox="0 0 10 10"><path d="M0 0 L10 5 L0 10 Z"/><circle cx="8" cy="2" r="1.5" fill="#fff"/></symbol><use href="#s" x="5" y="5" width="40" height="40" fill="#906"/><use xlink:href="#s" x="50" y="40" width="45" height="30" fill="#069"/>`,
    ),
  },
  {
    name: 'use of a use',
    svg: svg(
      `<defs><g id="a"><rect width="12" height="12" transform="rotate(30)"/></g><g id="b"><use href="#a" x="10"/><use href="#a" x="30" y="6" fill="red"/></g></defs><use href="#b" x="10" y="10" fill="#0a6"/><use href="#b" transform="translate(20 60) scale(1.4)" fill="#60a"/>`,
    ),
  },
  {
    name: 'use styled by its own class',
    svg: svg(
      `<style>.x{fill:#d40}.y rect{fill:#04d}</style><defs><rect id="r" width="30" height="30"/></defs><use class="x" href="#r" x="5" y="5"/><g class="y"><rect x="50" y="50" width="30" height="30"/></g>`,
    ),
  },
  {
    name: 'size without a view box',
    svg: svg(`<circle cx="60" cy="40" r="35" fill="#537"/>`, 'width="120" height="80"'),
  },
  {
    name: 'size in inches with a view box',
    svg: svg(
      `<rect x="5" y="5" width="40" height="20" rx="6" fill="#175"/>`,
      'width="3in" height="2in" viewBox="0 0 50 30"',
    ),
  },
  {
    name: 'wide size with a square view box',
    svg: svg(`<circle cx="50" cy="50" r="45" fill="#b70"/>`, 'width="200" height="80" viewBox="0 0 100 100"'), // prettier-ignore
  },
  {
    name: 'switch and link',
    svg: svg(
      `<switch><g requiredExtensions="x"><rect width="99" height="99"/></g><circle cx="30" cy="30" r="25" fill="#185"/></switch><a><rect x="50" y="50" width="40" height="40" fill="#851"/></a>`,
    ),
  },
  {
    name: 'moved about a middle, by style',
    svg: svg(
      `<rect x="30" y="30" width="40" height="40" fill="#336" style="transform:rotate(30deg);transform-origin:50px 50px"/>`,
    ),
  },
];

const SHAPES: readonly Drawing[] = [
  ...['nonzero', 'evenodd'].map((rule) => ({
    name: `fill rule: ${rule}`,
    svg: svg(`<path fill="#147" fill-rule="${rule}" d="M50 5 L79 95 L3 39 H97 L21 95 Z"/>`),
  })),
  {
    name: 'arcs',
    svg: svg(
      `<path fill="#963" d="M10 50 A40 25 20 1 1 60 80 A10 10 0 0 0 40 60 Z"/><path fill="#369" d="M60 10a15,15 0 01 30,0a5 5 0 0 1-30 0z"/>`,
    ),
  },
  {
    name: 'smooth curves, relative, without spaces',
    svg: svg(
      `<path fill="none" stroke="#063" stroke-width="4" d="M10-0c10,40,30,40,40,0s30-40,40,0M10 60q10-40 20 0t20 0 20 0m-60 30h10v-8H30l5,6z"/>`,
    ),
  },
  {
    name: 'several outlines with holes, wound both ways',
    svg: svg(`<path fill="#a26" d="M5 5H95V95H5Z M20 20V80H80V20Z M35 35H65V65H35Z"/>`),
  },
  {
    name: 'circles and ellipses',
    svg: svg(
      `<circle cx="30" cy="30" r="25" fill="#2a6"/><ellipse cx="65" cy="70" rx="30" ry="12" fill="#62a" transform="rotate(-20 65 70)"/>`,
    ),
  },
  {
    name: 'rounded rectangles',
    svg: svg(
      `<rect x="5" y="5" width="40" height="30" rx="8" fill="#a51"/><rect x="50" y="5" width="45" height="30" rx="50" ry="9" fill="#15a"/><rect x="5" y="50" width="60" height="40" ry="12" fill="#5a1"/>`,
    ),
  },
  {
    name: 'polygons and open polylines that are filled',
    svg: svg(
      `<polygon points="50,5 90,40 70,90" fill="#07a"/><polyline points="10,10 40,20 20,60 5,40" fill="#a70" stroke="#222" stroke-width="3"/>`,
    ),
  },
  {
    name: 'lines in shares of the drawing',
    svg: svg(
      `<line x1="10%" y1="10%" x2="90%" y2="80%" stroke="#333" stroke-width="5"/><rect x="60%" y="5%" width="30%" height="30%" fill="#b33"/>`,
    ),
  },
  {
    name: 'a code in strokes on white',
    svg: svg(
      `<rect width="100" height="100" fill="#fff"/><path stroke="#000" stroke-width="10" d="M10 15h70M10 25h10M70 25h10M10 35h10m10 0h30m10 0h10M10 45h10m10 0h30m20 0h10M20 65h10m10 0h20M10 75h70"/>`,
    ),
  },
  {
    name: 'colours of all sorts',
    svg: svg(
      `<rect width="30" height="30" fill="#f80"/><rect x="33" width="30" height="30" fill="rgb(10%, 50%, 20%)"/><rect x="66" width="30" height="30" fill="hsla(200,80%,40%,1)"/><rect y="40" width="30" height="30" fill="oklch(0.6 0.15 30)"/><rect x="33" y="40" width="30" height="30" fill="#12345680"/><rect x="66" y="40" width="30" height="30" fill="DarkSlateBlue"/>`,
    ),
  },
  {
    name: 'a shape without any style',
    svg: svg(`<path d="M20 20 H80 V80 Z"/>`),
  },
  {
    name: 'a broken path, drawn as far as it goes',
    svg: svg(`<path fill="#404" d="M10 10 H90 V90 L nonsense 5 5"/>`),
  },
];

/** Drawings that look in Lamella as a browser shows them. */
export const DRAWINGS: readonly Drawing[] = [...PENS, ...SEEN, ...CUT, ...NESTED, ...SHAPES];

/** Drawings with something that cannot be followed, which is named. */
export const NOT_FOLLOWED: readonly Drawing[] = [
  {
    name: 'gradient',
    svg: svg(
      `<linearGradient id="g"><stop stop-color="red"/><stop offset="1" stop-color="blue"/></linearGradient><rect width="80" height="80" fill="url(#g)"/>`,
    ),
    leftOut: ['gradients'],
  },
  {
    name: 'filter',
    svg: svg(
      `<filter id="f"><feGaussianBlur stdDeviation="3"/></filter><rect x="9" y="9" width="50" height="50" filter="url(#f)"/>`,
    ),
    leftOut: ['filters'],
  },
  {
    name: 'text and a picture',
    svg: svg(
      `<rect width="50" height="50"/><text x="5" y="80">Hide 7</text><image width="9" height="9"/>`,
    ),
    leftOut: ['text', 'pictures'],
  },
  {
    name: 'pattern, blend and marker',
    svg: svg(
      `<pattern id="p" width="4" height="4"><path d="M0 0H2"/></pattern><marker id="m"><path d="M0 0H2V2Z"/></marker><rect width="50" height="50" fill="url(#p)" stroke="#000" style="mix-blend-mode:multiply"/><path d="M0 60 H50" stroke="#000" marker-end="url(#m)"/>`,
    ),
    leftOut: ['blend modes', 'patterns', 'arrowheads and other markers'],
  },
];
