import { refuse, type Result } from '../../findings';
import type { Mesh } from '../mesh';

/** Kinds of model files that are read. */
export type ModelKind = 'stl' | '3mf' | 'obj';

/** Units that a model can be drawn in. */
export type ModelUnit = 'micron' | 'mm' | 'cm' | 'm' | 'inch' | 'foot';

/** Millimetres of one unit. */
export const UNIT_MM: Readonly<Record<ModelUnit, number>> = {
  micron: 0.001,
  mm: 1,
  cm: 10,
  m: 1000,
  inch: 25.4,
  foot: 304.8,
};

/** What a model file holds, in its own units and as it lies in it. */
export interface ModelFile {
  readonly kind: ModelKind;
  readonly mesh: Mesh;
  /** null where the file does not say. */
  readonly unit: ModelUnit | null;
  /** What is worth saying about it, as sentences. */
  readonly notes: readonly string[];
}

/** Hears how much of a file was read, 0 to 1. */
export type TellShare = (share: number) => void;

export const brokenModel = (message: string): Result<never> => refuse('broken-model', message);

/** Why a mesh is not taken; null when it is. */
export function unusable(triangles: number, isFull: boolean): Result<never> | null {
  if (isFull) {
    return refuse('too-large', 'The model has more than 16 million triangles. Reduce its detail.');
  }
  if (triangles === 0) return brokenModel('The model is empty: it has no surface.');
  return null;
}
