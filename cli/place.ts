import { basename } from 'node:path';
import { sourceOf } from '../src/core/byteSource';
import { plural } from '../src/core/format';
import { bottomOf } from '../src/core/layers';
import { findSteps } from '../src/core/geometry/steps';
import { isPlanFile, parsePlanFile, type PlanFile } from '../src/core/plan/file/planFile';
import { swapsOf } from '../src/core/plan/arrangement';
import { movedPlan, moveSwaps } from '../src/core/plan/edits/reslice';
import type { SlicedFile } from '../src/core/read/slicedFile';
import { filamentsOfFiles } from './answers';
import { checkTarget, readBytes, readJson, writeWhole } from './files';
import { writeProven } from './proven';
import { printerFrom, refused, unwrap } from './refusal';
import { requestFrom } from './request';
import { readInput } from './sources';

/** How a plan is put into a file in its place. */
export interface PlaceOptions {
  readonly plan: string;
  readonly printer?: string;
  /** Look and prove, and write nothing. */
  readonly dryRun?: boolean;
}

/** Heights that differ by less are the same, mm. */
const SAME_HEIGHT = 0.01;

/**
 * Puts a plan into a sliced file in its place, as after slicing: when it was made for this very file, or for
 * one with the same steps at the same heights. Answers one line of result.
 */
export async function place(name: string, options: PlaceOptions): Promise<string> {
  refusePacked(name);
  const printer = printerFrom(options.printer);
  const json = unwrap(readJson(options.plan));
  unwrap(checkTarget(name, { 'the plan': options.plan }));
  // A file that was written before is taken without its blocks: its swaps are replaced.
  const input = await readInput([name], printer, unwrap, true);
  const { bytes, reading, fingerprint: sha256 } = input;
  const plan = isPlanFile(json) ? onThisPrint(unwrap(parsePlanFile(json)), reading, sha256) : json;
  const { request } = unwrap(
    await requestFrom(plan, { input: sourceOf(bytes), reading, printer, sha256 }),
  );
  if (filamentsOfFiles(request).length > 1) {
    throw refused('several-files', 'The plan delivers several files: use apply with --out-dir.');
  }
  const { files } = await writeProven(input, request, printer);
  if (!options.dryRun) unwrap(writeWhole(name, files[0]));
  const swaps = swapsOf(input.reading, request.arrangement);
  const layers = swaps.map(({ layer }) => layer).join(', ');
  const done = options.dryRun ? 'would be written and is proven' : 'written and proven';
  return `${basename(name)}: ${plural(swaps.length, 'swap')} before layer ${layers}, ${done}.`;
}

/** A packed file would come out unpacked under the name of a packed one. */
function refusePacked(name: string): void {
  const [a, b] = unwrap(readBytes(name));
  const isPacked = (a === 0x1f && b === 0x8b) || (a === 0x50 && b === 0x4b);
  if (isPacked)
    throw refused(
      'packed',
      'The file is compressed. A plan can only be written into plain G-code.',
    );
}

/** The plan for this print: as it is, or moved to a slice whose steps and heights are the same. */
function onThisPrint(
  { plan, anchors, stepCount, height }: PlanFile,
  reading: SlicedFile,
  sha256: string,
) {
  if (plan.fingerprint === sha256) return plan;
  const steps = findSteps(reading.layers, reading.skirtMm2);
  const { layers } = reading;
  const isAsHigh = Math.abs((layers.at(-1)?.z ?? 0) - height) < SAME_HEIGHT;
  const moved = moveSwaps(anchors, stepCount, { layers, steps }, 1);
  const agrees =
    isAsHigh &&
    steps.length === stepCount &&
    moved.every(
      ({ anchor, to }) =>
        to !== null && Math.abs(bottomOf(layers[to - 1]) - anchor.z) < SAME_HEIGHT,
    );
  if (!agrees) {
    throw refused(
      'plan-of-another-file',
      'The steps or heights of this file differ from those the plan was made for. Open the file in Lamella to move the plan.',
    );
  }
  return movedPlan(
    plan,
    sha256,
    anchors,
    moved.map(({ to }) => to),
  );
}
