import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { MOST_TRIANGLES } from '../mesh';
import { encodingOf } from './encoding';
import { MeshBytes, type MeshSink } from './meshBytes';
import { UNIT_MM, type ModelUnit } from './modelFile';
import { DoubleList, PlaceList } from '../numberList';

/** Rows of a 4 × 3 matrix, as 3MF writes it: a point is a row before it. */
export type Transform = readonly number[];

const AS_IT_IS: Transform = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0];

/** An object that is put into another one, or on the plate. */
export interface Placed {
  readonly objectId: string;
  /** The part of the file that it stands in; null for the same. */
  readonly path: string | null;
  readonly transform: Transform;
}

/** A property that an object names: of a group, and its place in it. */
interface NamedColour {
  readonly group: string;
  readonly index: number;
}

/** An object of a 3MF part: a mesh, or other objects combined. */
export interface PartObject {
  readonly name: string;
  readonly vertices: Float64Array;
  /** Three places among the vertices each. */
  readonly triangles: Uint32Array;
  readonly components: readonly Placed[];
  readonly colour: NamedColour | null;
}

interface Growing {
  readonly id: string;
  readonly name: string;
  readonly isSupport: boolean;
  readonly vertices: DoubleList;
  readonly triangles: PlaceList;
  readonly components: Placed[];
  readonly colour: NamedColour | null;
}

/** The attributes of a tag, any of which may be missing. */
type Attributes = Readonly<Partial<Record<string, string>>>;

/** Thrown inside the parser's callbacks, and caught where text is read. Never leaves this file. */
class BrokenPart extends Error {}

/**
 * One `.model` of a 3MF file (3MF Core Specification 1.3), read piece by piece by an XML parser that knows
 * no entities but XML's own five. A document type is refused, so that none can be made up.
 */
export class ModelPart {
  /** Unit that the part states; millimetres where it states none, as the format has it. */
  unit: ModelUnit = 'mm';
  readonly objects = new Map<string, PartObject>();
  readonly items: Placed[] = [];
  hasSupports = false;
  /** Why the part cannot be read; null as long as it can. */
  trouble: string | null = null;

  private readonly colours = new Map<string, string[]>();
  private group: string[] | null = null;
  private object: Growing | null = null;
  private reader: Pick<MeshBytes, 'write' | 'end'> | null = null;
  private readonly sink: MeshSink = {
    text: (xml) => this.parser.write(xml),
    vertex: (x, y, z) => this.addVertex(x, y, z),
    triangle: (a, b, c) => this.addTriangle(a, b, c),
  };
  private readonly parser = new SaxesParser<{ xmlns: false }>({ xmlns: false });

  constructor() {
    this.parser.on('doctype', () => {
      throw new BrokenPart(
        'The 3MF file has a document type, which is not allowed. It was not read.',
      );
    });
    this.parser.on('error', () => {
      throw new BrokenPart('The 3MF file is damaged: its XML is incomplete.');
    });
    this.parser.on('opentag', (tag) => this.open(tag));
    this.parser.on('closetag', ({ name }) => this.close(localName(name)));
  }

  /** Takes the next bytes as they are unpacked. */
  read(chunk: Uint8Array): void {
    this.guarded(() => {
      this.reader ??= readerOf(chunk, this.sink);
      this.reader.write(chunk);
    });
  }

  end(): void {
    this.guarded(() => {
      this.reader?.end();
      this.parser.close();
    });
  }

  /** `#rrggbb` of a named property; null where it is none of a colour. */
  colourOf({ group, index }: NamedColour): string | null {
    return this.colours.get(group)?.[index] ?? null;
  }

  private guarded(run: () => void): void {
    if (this.trouble !== null) return;
    try {
      run();
    } catch (error) {
      if (!(error instanceof BrokenPart)) throw error;
      this.trouble = error.message;
    }
  }

  private open({ name, attributes: all }: SaxesTagPlain): void {
    const attributes: Attributes = all;
    switch (localName(name)) {
      case 'vertex':
        return this.addVertex(
          numberIn(attributes.x),
          numberIn(attributes.y),
          numberIn(attributes.z),
        );
      case 'triangle':
        return this.addTriangle(
          Number(attributes.v1),
          Number(attributes.v2),
          Number(attributes.v3),
        );
      case 'model':
        this.unit = unitOf(attributes.unit);
        refuseUnknownExtensions(attributes);
        return;
      case 'object':
        this.object = {
          id: attributes.id ?? '',
          name: (attributes.name ?? '').slice(0, 80),
          isSupport: /support/.test(attributes.type ?? ''),
          vertices: new DoubleList(),
          triangles: new PlaceList(),
          components: [],
          colour: colourName(attributes),
        };
        return;
      case 'component':
        this.object?.components.push(placed(attributes));
        return;
      case 'item':
        if (this.items.length < 10_000) this.items.push(placed(attributes));
        return;
      case 'basematerials':
      case 'colorgroup':
        this.group = [];
        this.colours.set(attributes.id ?? '', this.group);
        return;
      case 'base':
      case 'color':
        this.group?.push(rgb(attributes.displaycolor ?? attributes.color));
    }
  }

  private close(name: string): void {
    if (name === 'basematerials' || name === 'colorgroup') this.group = null;
    if (name !== 'object' || !this.object) return;
    const { isSupport, id, ...object } = this.object;
    const vertices = object.vertices.taken();
    const triangles = object.triangles.taken();
    const count = vertices.length / 3;
    if (triangles.some((corner) => corner >= count)) {
      throw new BrokenPart('The 3MF file is damaged: a triangle refers to a missing vertex.');
    }
    if (isSupport) this.hasSupports = true;
    const shown = isSupport ? triangles.subarray(0, 0) : triangles;
    this.objects.set(id, { ...object, vertices, triangles: shown });
    this.object = null;
  }

  private addVertex(x: number, y: number, z: number): void {
    if (!Number.isFinite(x + y + z)) {
      throw new BrokenPart('The 3MF file is damaged: some vertices are not numbers.');
    }
    this.object?.vertices.add(x, y, z);
  }

  private addTriangle(a: number, b: number, c: number): void {
    const { object } = this;
    if (!object) return;
    if (!(isPlace(a) && isPlace(b) && isPlace(c))) {
      throw new BrokenPart('The 3MF file is damaged: a triangle refers to a missing vertex.');
    }
    if (object.triangles.length > 3 * MOST_TRIANGLES) {
      throw new BrokenPart('The model has more than 16 million triangles. Reduce its detail.');
    }
    object.triangles.add(a, b, c);
  }
}

/** Whether a number can be a place among vertices; whether there is one is known at the object's end. */
const isPlace = (corner: number): boolean => corner >>> 0 === corner;

/** Bytes in UTF-8, as nearly all are, are read by themselves; others as text. */
function readerOf(first: Uint8Array, sink: MeshSink): Pick<MeshBytes, 'write' | 'end'> {
  const encoding = encodingOf(first);
  if (encoding === null || encoding === 'utf-8') return new MeshBytes(sink);
  const decoder = new TextDecoder(encoding);
  return {
    write: (chunk) => sink.text(decoder.decode(chunk, { stream: true })),
    end: () => sink.text(decoder.decode()),
  };
}

/** Some programs write numbers as their language does. */
const numberIn = (text: string | undefined): number => Number(text?.replace(',', '.'));

const localName = (name: string): string => name.slice(name.indexOf(':') + 1);

/** An attribute whatever the prefix that the file gives it. */
function anyPrefix(attributes: Attributes, name: string): string | null {
  const key = Object.keys(attributes).find((one) => localName(one) === name);
  return (key === undefined ? null : attributes[key]) ?? null;
}

function placed(attributes: Attributes): Placed {
  const transform = (attributes.transform ?? '').trim();
  const numbers = transform === '' ? AS_IT_IS : transform.split(/\s+/).map(numberIn);
  if (numbers.length !== 12 || !numbers.every(Number.isFinite)) {
    throw new BrokenPart('The 3MF file is damaged: a part has no valid position.');
  }
  const objectId = attributes.objectid ?? '';
  return { objectId, path: anyPrefix(attributes, 'path'), transform: numbers };
}

function colourName({ pid, pindex }: Attributes): NamedColour | null {
  return pid === undefined ? null : { group: pid, index: Number(pindex ?? 0) };
}

/** Extensions that are read, or whose loss changes neither shape nor colour of an object (3MF Consortium). */
const KNOWN_EXTENSIONS = [/\/production\/20\d\d\/\d\d$/, /\/material\/20\d\d\/\d\d$/, /\/core\/20\d\d\/\d\d$/]; // prettier-ignore

/** A file says which extensions nobody may read it without. */
function refuseUnknownExtensions(attributes: Attributes): void {
  const needed = (attributes.requiredextensions ?? '').split(/\s+/).filter((one) => one !== '');
  for (const prefix of needed) {
    const place = attributes[`xmlns:${prefix}`] ?? prefix;
    if (KNOWN_EXTENSIONS.some((known) => known.test(place))) continue;
    throw new BrokenPart(
      `This 3MF file needs the extension “${place.slice(0, 80)}”, which Lamella does not read. Save it without, or as STL.`,
    );
  }
}

const UNIT_WORDS: Readonly<Partial<Record<string, ModelUnit>>> = {
  micron: 'micron',
  millimeter: 'mm',
  centimeter: 'cm',
  inch: 'inch',
  foot: 'foot',
  meter: 'm',
};

function unitOf(word: string | undefined): ModelUnit {
  const unit = word === undefined ? 'mm' : UNIT_WORDS[word.trim().toLowerCase()];
  if (unit === undefined || !(unit in UNIT_MM)) {
    throw new BrokenPart(
      `The 3MF file uses the unit “${word?.slice(0, 20)}”, which the format does not have.`,
    );
  }
  return unit;
}

function rgb(value: string | undefined): string {
  const found = /^#([0-9a-f]{6})/i.exec(value ?? '');
  return found ? `#${found[1].toLowerCase()}` : '#808080';
}
