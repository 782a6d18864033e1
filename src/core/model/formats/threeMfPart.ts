import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { MOST_TRIANGLES } from '../mesh';
import { UNIT_MM, type ModelUnit } from './modelFile';

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

/** An object of a 3MF part: a mesh, or other objects put together. */
export interface PartObject {
  readonly name: string;
  readonly vertices: readonly number[];
  /** Three places among the vertices each. */
  readonly triangles: readonly number[];
  readonly components: readonly Placed[];
  readonly colour: NamedColour | null;
}

interface Growing {
  readonly id: string;
  readonly name: string;
  readonly isSupport: boolean;
  readonly vertices: number[];
  readonly triangles: number[];
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
  private readonly parser = new SaxesParser<{ xmlns: false }>({ xmlns: false });

  constructor() {
    this.parser.on('doctype', () => {
      throw new BrokenPart(
        'The 3MF file holds a document type, which none should. It was not read.',
      );
    });
    this.parser.on('error', () => {
      throw new BrokenPart('The 3MF file is damaged: its XML is not whole.');
    });
    this.parser.on('opentag', (tag) => this.open(tag));
    this.parser.on('closetag', ({ name }) => this.close(localName(name)));
  }

  read(text: string): void {
    this.guarded(() => this.parser.write(text));
  }

  end(): void {
    this.guarded(() => this.parser.close());
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
        return this.vertex(attributes);
      case 'triangle':
        return this.triangle(attributes);
      case 'model':
        this.unit = unitOf(attributes.unit);
        return;
      case 'object':
        this.object = {
          id: attributes.id ?? '',
          name: (attributes.name ?? '').slice(0, 80),
          isSupport: /support/.test(attributes.type ?? ''),
          vertices: [],
          triangles: [],
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
    const vertices = object.vertices.length / 3;
    if (object.triangles.some((corner) => !(corner < vertices))) {
      throw new BrokenPart('The 3MF file is damaged: a triangle names a corner that is not there.');
    }
    if (isSupport) this.hasSupports = true;
    this.objects.set(id, isSupport ? { ...object, triangles: [] } : object);
    this.object = null;
  }

  private vertex({ x, y, z }: Attributes): void {
    const { object } = this;
    if (!object) return;
    const place = [Number(x), Number(y), Number(z)];
    if (!place.every(Number.isFinite)) {
      throw new BrokenPart('The 3MF file is damaged: some of its corners are no numbers.');
    }
    object.vertices.push(place[0], place[1], place[2]);
  }

  private triangle({ v1, v2, v3 }: Attributes): void {
    const { object } = this;
    if (!object) return;
    const corners = [Number(v1), Number(v2), Number(v3)];
    if (!corners.every((corner) => Number.isInteger(corner) && corner >= 0)) {
      throw new BrokenPart('The 3MF file is damaged: a triangle names a corner that is not there.');
    }
    if (object.triangles.length > 3 * MOST_TRIANGLES) {
      throw new BrokenPart('The model has more than 16 million triangles. Save it coarser.');
    }
    object.triangles.push(corners[0], corners[1], corners[2]);
  }
}

const localName = (name: string): string => name.slice(name.indexOf(':') + 1);

/** An attribute whatever the prefix that the file gives it. */
function anyPrefix(attributes: Attributes, name: string): string | null {
  const key = Object.keys(attributes).find((one) => localName(one) === name);
  return (key === undefined ? null : attributes[key]) ?? null;
}

function placed(attributes: Attributes): Placed {
  const transform = (attributes.transform ?? '').trim();
  const numbers = transform === '' ? AS_IT_IS : transform.split(/\s+/).map(Number);
  if (numbers.length !== 12 || !numbers.every(Number.isFinite)) {
    throw new BrokenPart('The 3MF file is damaged: a part stands at no place.');
  }
  const objectId = attributes.objectid ?? '';
  return { objectId, path: anyPrefix(attributes, 'path'), transform: numbers };
}

function colourName({ pid, pindex }: Attributes): NamedColour | null {
  return pid === undefined ? null : { group: pid, index: Number(pindex ?? 0) };
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
      `The 3MF file is drawn in “${word?.slice(0, 20)}”, which is no unit of the format.`,
    );
  }
  return unit;
}

function rgb(value: string | undefined): string {
  const found = /^#([0-9a-f]{6})/i.exec(value ?? '');
  return found ? `#${found[1].toLowerCase()}` : '#808080';
}
