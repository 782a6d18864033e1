import {
  BufferAttribute,
  BufferGeometry,
  DataTexture,
  DoubleSide,
  GLSL3,
  Mesh,
  NearestFilter,
  PerspectiveCamera,
  PlaneGeometry,
  RedIntegerFormat,
  Scene,
  ShaderMaterial,
  UnsignedShortType,
  Vector2,
  Vector3,
  WebGLRenderer,
  type IUniform,
} from 'three';
import type { Footprint } from '@/core/geometry/footprint';
import { handCells } from '@/core/geometry/mesh/handCells';
import type { HandMesh, LayerHeights } from '@/core/geometry/mesh/handMesh';
import { isWebGlSlow } from '@/browser/webgl';
import { cellTexture } from './cellTexture';
import { layerTexture } from './layerTexture';
import type { HandPaint } from './handPaint';
import { HAND_FRAGMENT, HAND_VERTEX, HEIGHT_BUCKETS } from './handShader';
import { FIRST_VIEW, type HandView } from './handView';

/** What is drawn: the surface of a print made of its cells, or a model's own triangles. */
export interface HandThing {
  readonly surface: HandMesh | { readonly corners: Float32Array<ArrayBuffer> };
  readonly footprint: Footprint;
  readonly layers: LayerHeights;
  /** Number of what shows from above in each cell of the footprint, where it is not the layer. */
  readonly shownTop?: Uint16Array;
}

/** Light that comes through, by layer: see `core/filament/look`. */
export interface HandLamp {
  readonly depths: Float32Array;
  readonly lamp: number;
}

const FIELD = 26;
const WIDE = 1.35;
const RADIANS = Math.PI / 180;
/** Room round the print, in shares of what it takes. */
const ROOM = 1.05;
/** Share of the pixels a side while a slow drawing is turned, and how long it rests before it is fine again, ms. */
const COARSE = 0.4;
const REST = 250;

/** A print to be turned, drawn when something changes and never else. Its owner ends it with `end`. */
export class HandScene {
  view: HandView = FIRST_VIEW;
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new PerspectiveCamera(FIELD, 1, 1, 10_000);
  private readonly uniforms: Record<string, IUniform>;
  private readonly meshes: { readonly print: Mesh; readonly section: Mesh };
  private readonly middle = new Vector3();
  /** Half of its size, mm. */
  private readonly half = new Vector3();
  private readonly radius: number;
  private waiting = 0;
  /** Drawn without a graphics processor: coarsely while it is turned, and finely once it rests. */
  private readonly isSlow = isWebGlSlow();
  private isCoarse = false;
  private ratio = 1;
  private resting: ReturnType<typeof setTimeout> | undefined;

  constructor(
    canvas: HTMLCanvasElement,
    private readonly thing: HandThing,
    private readonly onLost: () => void = () => {},
  ) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
    this.renderer.setClearColor(0, 0);
    canvas.addEventListener('webglcontextlost', this.lost);
    this.uniforms = uniformsOf(thing);
    const print = new Mesh(geometryOf(thing), this.material({ isSection: { value: false } }));
    const section = new Mesh(sectionGeometry(thing), this.material({ isSection: { value: true } }));
    section.visible = false;
    this.meshes = { print, section };
    for (const mesh of [print, section]) {
      mesh.frustumCulled = false;
      this.scene.add(mesh);
    }
    this.radius = this.measure();
  }

  resize(width: number, height: number, pixelRatio: number): void {
    this.ratio = pixelRatio;
    this.isCoarse = false;
    this.renderer.setPixelRatio(pixelRatio);
    this.renderer.setSize(width, height, false);
    this.camera.aspect = width / Math.max(1, height);
    this.drawSoon();
  }

  paint({ above, below, walls, partOf }: HandPaint): void {
    fill(this.uniforms.above, above, partOf);
    fill(this.uniforms.below, below, partOf);
    fill(this.uniforms.walls, walls, null);
    this.drawSoon();
  }

  /** Cuts it open at a height, mm, of a layer; null for whole. */
  cut(at: { readonly layer: number; readonly z: number } | null): void {
    this.uniforms.cut.value = at?.z ?? Infinity;
    this.uniforms.cutLayer.value = at?.layer ?? 0;
    const { section } = this.meshes;
    section.visible = at !== null;
    section.position.z = at?.z ?? 0;
    this.drawSoon();
  }

  /** Puts a lamp behind it, or takes it away. */
  light(lamp: HandLamp | null): void {
    this.uniforms.isLit.value = lamp !== null;
    if (lamp) {
      const texture = this.uniforms.depths.value as DataTexture;
      (texture.image.data as Float32Array).set(lamp.depths);
      texture.needsUpdate = true;
      this.uniforms.lamp.value = lamp.lamp;
    }
    this.drawSoon();
  }

  turn(view: HandView): void {
    this.view = view;
    if (this.isSlow) {
      clearTimeout(this.resting);
      this.setCoarse(true);
      this.resting = setTimeout(() => {
        this.setCoarse(false);
        this.drawSoon();
      }, REST);
    }
    this.drawSoon();
  }

  /** The print as a PNG of so many pixels a side, on its own ground or on none. */
  async picture(side: number, ground: string | null): Promise<Blob | null> {
    const { domElement } = this.renderer;
    const before = this.renderer.getSize(new Vector2());
    const { ratio } = this;
    this.resize(side, side, 1);
    this.draw();
    const canvas = document.createElement('canvas');
    canvas.width = canvas.height = side;
    const pen = canvas.getContext('2d');
    if (pen) {
      if (ground !== null) {
        pen.fillStyle = ground;
        pen.fillRect(0, 0, side, side);
      }
      pen.drawImage(domElement, 0, 0);
    }
    this.resize(before.x, before.y, ratio);
    this.draw();
    return new Promise((resolve) => (pen ? canvas.toBlob(resolve, 'image/png') : resolve(null)));
  }

  /** Draws at once. */
  draw(): void {
    cancelAnimationFrame(this.waiting);
    this.waiting = 0;
    this.look();
    this.renderer.render(this.scene, this.camera);
  }

  /** Releases everything, the drawing context too. */
  end(): void {
    cancelAnimationFrame(this.waiting);
    clearTimeout(this.resting);
    this.renderer.domElement.removeEventListener('webglcontextlost', this.lost);
    for (const mesh of Object.values(this.meshes)) {
      mesh.geometry.dispose();
      (mesh.material as ShaderMaterial).dispose();
    }
    for (const { value } of Object.values(this.uniforms)) {
      if (value instanceof DataTexture) value.dispose();
    }
    this.renderer.dispose();
    this.renderer.forceContextLoss();
  }

  private setCoarse(isCoarse: boolean): void {
    if (this.isCoarse === isCoarse) return;
    this.isCoarse = isCoarse;
    this.renderer.setPixelRatio(this.ratio * (isCoarse ? COARSE : 1));
  }

  private readonly lost = (event: Event): void => {
    event.preventDefault();
    this.onLost();
  };

  private drawSoon(): void {
    if (this.waiting === 0) this.waiting = requestAnimationFrame(() => this.draw());
  }

  private material(own: Record<string, IUniform>): ShaderMaterial {
    return new ShaderMaterial({
      glslVersion: GLSL3,
      vertexShader: HAND_VERTEX,
      fragmentShader: HAND_FRAGMENT,
      uniforms: { ...this.uniforms, ...own },
      side: DoubleSide,
    });
  }

  /** Sets the middle of the thing, and answers how far it reaches from there, mm. */
  private measure(): number {
    const { footprint, layers } = this.thing;
    const { originX, originY, columns, rows, cellMm } = footprint;
    const size = new Vector3(columns * cellMm, rows * cellMm, layers.at(-1)?.z ?? 1);
    this.middle.set(originX + size.x / 2, originY + size.y / 2, size.z / 2);
    this.half.copy(size).multiplyScalar(0.5);
    return size.length() / 2;
  }

  /** From how far away all corners of its box are seen in a direction, mm. */
  private fitting(out: Vector3): number {
    const { camera, half } = this;
    const side = new Vector3().crossVectors(camera.up, out);
    const steep = Math.tan((FIELD / 2) * RADIANS);
    let farthest = 0;
    for (let corner = 0; corner < 8; corner++) {
      const at = new Vector3(
        corner & 1 ? half.x : -half.x,
        corner & 2 ? half.y : -half.y,
        corner & 4 ? half.z : -half.z,
      );
      const across = Math.max(
        Math.abs(at.dot(camera.up)) / steep,
        Math.abs(at.dot(side)) / (steep * camera.aspect),
      );
      farthest = Math.max(farthest, across * ROOM + at.dot(out));
    }
    return farthest;
  }

  private look(): void {
    const { round, above, near } = this.view;
    const [r, a] = [(round - 90) * RADIANS, above * RADIANS];
    const { camera, middle, radius } = this;
    // Prints are flat: a wide drawing has room for more than the ball round them.
    const narrow = Math.min(1, camera.aspect / WIDE);
    const wanted = radius / Math.sin((FIELD / 2) * RADIANS) / narrow / near;
    const out = new Vector3(Math.cos(a) * Math.cos(r), Math.cos(a) * Math.sin(r), Math.sin(a));
    camera.up.set(-Math.sin(a) * Math.cos(r), -Math.sin(a) * Math.sin(r), Math.cos(a));
    // Until somebody zooms in, all of it is seen: what stands tall is looked at from farther away.
    const away = near <= FIRST_VIEW.near ? Math.max(wanted, this.fitting(out)) : wanted;
    camera.position.copy(middle).addScaledVector(out, away);
    camera.lookAt(middle);
    camera.near = Math.max(0.5, away - radius * 1.2);
    camera.far = away + radius * 1.2;
    camera.updateProjectionMatrix();
    const { eye, key, fill } = this.uniforms;
    (eye.value as Vector3).copy(camera.position);
    // Light from over the left shoulder, and a little from the right.
    const side = new Vector3().crossVectors(camera.up, out);
    (key.value as Vector3)
      .copy(out)
      .addScaledVector(camera.up, 0.9)
      .addScaledVector(side, -0.7)
      .normalize();
    (fill.value as Vector3)
      .copy(out)
      .addScaledVector(camera.up, 0.1)
      .addScaledVector(side, 0.9)
      .normalize();
  }
}

function uniformsOf({ surface, footprint, layers, shownTop }: HandThing): Record<string, IUniform> {
  const { columns, rows, originX, originY, cellMm } = footprint;
  // As the surface is built: without the single cells between lines through which light would fall.
  const { top, low } = handCells(footprint, null);
  const count = layers.length;
  const highest = layers.at(-1)?.z ?? 1;
  const heights = layerTexture(count, 'floats');
  layers.forEach(({ z, thickness }, i) => {
    (heights.image.data as Float32Array).set([z, z - thickness, 0, 0], (i + 1) * 4);
  });
  heights.needsUpdate = true;
  const numbers =
    'numbers' in surface ? surface.numbers.reduce((most, n) => Math.max(most, n), count) : count;
  return {
    layerOfHeight: { value: bucketTexture(layers, highest) },
    heights: { value: heights },
    above: { value: layerTexture(numbers, 'bytes') },
    below: { value: layerTexture(numbers, 'bytes') },
    walls: { value: layerTexture(count, 'bytes') },
    top: { value: cellTexture(footprint, top) },
    low: { value: cellTexture(footprint, low) },
    shownTop: { value: cellTexture(footprint, shownTop ?? top) },
    depths: { value: layerTexture(count, 'floats') },
    count: { value: new Vector2(columns, rows) },
    origin: { value: new Vector2(originX, originY) },
    cellMm: { value: cellMm },
    highest: { value: highest },
    layerCount: { value: count },
    cut: { value: Infinity },
    cutLayer: { value: 0 },
    lamp: { value: 0 },
    isLit: { value: false },
    isNumbered: { value: 'numbers' in surface },
    eye: { value: new Vector3() },
    key: { value: new Vector3() },
    fill: { value: new Vector3() },
  };
}

/** The layer at the bottom of each of even buckets of height. */
function bucketTexture(layers: LayerHeights, highest: number): DataTexture {
  const buckets = new Uint16Array(HEIGHT_BUCKETS);
  let layer = 1;
  for (let i = 0; i < HEIGHT_BUCKETS; i++) {
    const z = (i / HEIGHT_BUCKETS) * highest;
    while (layer < layers.length && layers[layer - 1].z < z) layer++;
    buckets[i] = layer;
  }
  const texture = new DataTexture(buckets, HEIGHT_BUCKETS, 1, RedIntegerFormat, UnsignedShortType);
  texture.internalFormat = 'R16UI';
  texture.minFilter = texture.magFilter = NearestFilter;
  texture.needsUpdate = true;
  return texture;
}

function geometryOf({ surface }: HandThing): BufferGeometry {
  const geometry = new BufferGeometry();
  if ('corners' in surface) {
    geometry.setAttribute('position', new BufferAttribute(surface.corners, 3));
    return geometry;
  }
  geometry.setAttribute('position', new BufferAttribute(surface.places, 3));
  geometry.setAttribute('normal', new BufferAttribute(surface.normals, 3, true));
  geometry.setAttribute('number', new BufferAttribute(surface.numbers, 1));
  geometry.setIndex(new BufferAttribute(surface.index, 1));
  return geometry;
}

/** A plane over the whole print, on which a cut shows what it goes through. */
function sectionGeometry({ footprint }: HandThing): BufferGeometry {
  const { columns, rows, cellMm, originX, originY } = footprint;
  const geometry = new PlaneGeometry(columns * cellMm, rows * cellMm);
  geometry.translate(originX + (columns * cellMm) / 2, originY + (rows * cellMm) / 2, 0);
  return geometry;
}

/** Writes colours by number as RGBA, with the part that a number belongs to. */
function fill(
  uniform: IUniform,
  colours: readonly string[],
  partOf: readonly number[] | null,
): void {
  let texture = uniform.value as DataTexture;
  if ((texture.image.data as Uint8Array).length < colours.length * 4) {
    texture.dispose();
    texture = layerTexture(colours.length, 'bytes');
    uniform.value = texture;
  }
  const pixels = texture.image.data as Uint8Array;
  for (let number = 1; number < colours.length; number++) {
    const rgb = parseInt(colours[number].slice(1), 16) || 0;
    pixels[number * 4] = rgb >> 16;
    pixels[number * 4 + 1] = (rgb >> 8) & 255;
    pixels[number * 4 + 2] = rgb & 255;
    pixels[number * 4 + 3] = partOf?.[number] ?? 0;
  }
  texture.needsUpdate = true;
}
