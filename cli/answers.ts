import type { Asked } from './request';
import type { SlicedFile, SlicedLayer } from '../src/core/read/slicedFile';
import { findSteps } from '../src/core/geometry/steps';
import type { Insertion } from '../src/core/blocks/insertion';
import type { OutputRequest } from '../src/core/write/request/request';
import type { Proof } from '../src/core/proof/proofTypes';
import { bottomOf } from '../src/core/layers';
import { leftOutOf } from '../src/core/write/leftOut';
import {
  printedSections,
  swapsAsSliced,
  swapsOf,
  type Arrangement,
  type SectionSwap,
} from '../src/core/plan/arrangement';
import type { FoundStop } from '../src/core/gcode/stops';
import { requestFindings } from '../src/core/write/request/requestFindings';
import { bedFindings } from '../src/core/printer/bedFit';
import type { Printer } from '../src/core/printer/printer';
import { fixedPurge } from '../src/core/plan/work/purges';
import { swapSeconds } from '../src/core/plan/time';
import { numbersOf } from '../src/core/recipe/recipe';

/** What `inspect` prints. Lengths in mm, areas in mm², times in s. */
export function inspectAnswer(
  file: { name: string; sha256: string },
  reading: SlicedFile,
  printer: Printer,
) {
  return {
    file: {
      name: file.name,
      bytes: reading.bytes,
      lines: reading.lines,
      sha256: file.sha256,
      lineEnding: reading.lineEnding,
    },
    units: reading.units,
    extrusion: reading.extrusion,
    continuous: reading.continuous,
    layers: reading.layers.map((layer) => ({
      number: layer.number,
      label: layer.label,
      z: rounded(layer.z, 4),
      thickness: rounded(layer.thickness, 4),
      firstLine: layer.firstLine,
      seconds: rounded(layer.seconds, 3),
      filamentMm: rounded(layer.filamentMm, 4),
      footprintMm2: rounded(layer.footprintMm2, 2),
      exposedMm2: rounded(layer.exposedMm2, 2),
      tools: layer.tools,
    })),
    seconds: secondsOf(reading),
    filamentMm: rounded(reading.filamentMm, 4),
    steps: findSteps(reading.layers, reading.skirtMm2).map((step) => ({
      layer: step.layer,
      z: rounded(step.z, 4),
      exposedMm2: rounded(step.exposedMm2, 2),
      share: rounded(step.share, 4),
    })),
    stops: reading.stops.map(stopAnswer),
    statedSeconds: reading.statedSeconds,
    findings: [...reading.findings, ...bedFindings(reading, printer)],
  };
}

function stopAnswer({ line, command, layer, place }: FoundStop) {
  return { line, command, layer, place };
}

/** What `apply` prints. `z` is the height at which the swap is made: where its layer starts. */
export function applyAnswer(
  reading: SlicedFile,
  { request, parts, nameOf }: Asked,
  insertions: readonly Insertion[],
  proof: Proof,
  files: readonly { readonly name: string; readonly bytes: number }[],
) {
  const { recipe, printer, takeOut, arrangement } = request;
  const planned = swapsOf(reading, arrangement);
  let insertedLines = 0;
  // Lines between the output's and the input's count: what was put in, and travels that were left out.
  let ahead = 0;
  let place = 0;
  const inside = files.map(() => 0);
  const answerOf = (swap: SectionSwap, line: number) => {
    const layer: SlicedLayer = reading.layers[swap.layer - 1];
    return {
      layer: swap.layer,
      line,
      z: rounded(bottomOf(layer), 4),
      filament: nameOf(swap.filament),
      file: files[place].name,
      afterSection: swap.at,
      section: swap.section + 1,
      part: parts[swap.section],
    };
  };
  let next = 0;
  const swaps = insertions.flatMap(({ title, line, lines, resume, endsFile }) => {
    const at = line + ahead;
    insertedLines += lines;
    ahead += lines + line - resume.line;
    if (endsFile) {
      place++;
      // Lines of the next file count from its first.
      ahead = 1 - resume.line;
    }
    const isSwap = title?.kind === 'swap';
    if (isSwap) inside[place]++;
    const begins = title?.kind === 'takeup' && planned[next]?.opens;
    return isSwap || begins ? [answerOf(planned[next++], at)] : [];
  });
  const { motion, dwell, heating, total } = secondsOf(reading);
  const byRecipe = fixedPurge({ ...recipe, purge: numbersOf(recipe, printer).purge }) ?? 0;
  const purges = planned.map(({ purge }) => purge ?? byRecipe);
  const atSwaps = rounded(swapSeconds(purges), 3);
  return {
    files: files.map((file, i) => ({ ...file, swaps: inside[i] })),
    loadedFirst: nameOf(arrangement.visits[0].filament) || null,
    swaps,
    order: arrangement.order,
    dipMm: arrangement.dipMm,
    exact: arrangement.exact,
    swapsAsSliced: swapsAsSliced(arrangement),
    leftOut: leftOutAnswer(reading, arrangement),
    insertedLines,
    insertedBytes: insertions.reduce((sum, { bytes }) => sum + bytes.length, 0),
    proof,
    seconds: { motion, dwell, heating, swaps: atSwaps, total: rounded(total + atSwaps, 3) },
    removedStops: takeOut.map(stopAnswer),
    rewrittenLines: insertions.filter(({ title }) => title?.kind === 'rewrite').length,
    findings: [
      ...reading.findings,
      ...bedFindings(reading, printer),
      ...requestFindings(reading, request),
    ],
  };
}

/** What of several files is not printed, by the lines of each. */
function leftOutAnswer(reading: SlicedFile, arrangement: Arrangement) {
  const { sources } = reading;
  if (sources.length === 1) return undefined;
  return leftOutOf(reading, arrangement).map(({ why, start, firstLine, lastLine }) => {
    const file = sources.findLast((one) => one.start <= start) ?? sources[0];
    const before = file.firstLine - 1;
    return { file: file.name, why, firstLine: firstLine - before, lastLine: lastLine - before };
  });
}

/** The filament that each file of an output begins with, as its plan has it. */
export function filamentsOfFiles({ arrangement }: OutputRequest): string[] {
  const printed = printedSections(arrangement);
  return [0, ...arrangement.opens].map((at) => printed[at].visit.filament);
}

function secondsOf({ seconds }: SlicedFile) {
  return {
    motion: rounded(seconds.motion, 3),
    dwell: rounded(seconds.dwell, 3),
    heating: rounded(seconds.heating, 3),
    total: rounded(seconds.total, 3),
  };
}

export function rounded(value: number, decimals: number): number {
  return Number(value.toFixed(decimals));
}
