import { HAIR } from '../tolerances';
import type { FindingList } from '../findings';
import { MOST_LEVELS } from '../geometry/footprint';
import type { TrustedLabels } from '../gcode/levels/labelSeries';
import { bottomOf } from '../layers';
import type { SlicedFile, SlicedLayer } from './slicedFile';

/** What reading knows at the end besides the reading itself. */
export interface WholeFileFacts {
  readonly objects: number;
  readonly asides: number;
  /** The Z that the file's comment stated for each layer, mm. */
  readonly labelHeights: readonly (number | null)[];
  readonly levels: number;
  readonly labels: TrustedLabels;
  readonly cutOff: boolean;
  readonly endsOpen: boolean;
  readonly skippedLine: boolean;
  readonly overflowed: boolean;
}

/** Adds the findings that only the whole file shows. */
export function reportWholeFile(
  findings: FindingList,
  reading: Omit<SlicedFile, 'findings'>,
  facts: WholeFileFacts,
): void {
  const warn = (code: Parameters<FindingList['add']>[0], message: string): void =>
    findings.add(code, 'warning', null, message);

  if (reading.bytes === 0) {
    findings.add('empty-file', 'error', null, 'The file is empty.');
  } else if (reading.layers.length === 0) {
    const message = 'No move in this file prints anything, so it has no layers.';
    findings.add('no-extrusion', 'error', null, message);
  }
  if (facts.skippedLine) {
    const message = 'A line is over 1 MB long. It was skipped; printers cannot read it.';
    findings.add('line-too-long', 'error', null, message);
  }
  if (facts.cutOff) {
    const message =
      'The file ends in the middle of a line, so the end of the print is missing. Save or copy it again.';
    findings.add('cut-off', 'error', reading.lines, message);
  }
  const missing = missingLayers(reading.layers, facts.labels.total);
  if (!facts.cutOff && (facts.endsOpen || missing > 0)) {
    const signs = [
      facts.endsOpen && 'nothing after the last printing move switches the printer off',
      missing > 0 && `its labels mention ${missing} more layers`,
    ].filter((sign) => sign !== false);
    warn(
      'seems-cut-off',
      `The end of this file seems to be missing: ${signs.join(', and ')}. Save or copy it again.`,
    );
  } else if (reading.leavesHot && reading.layers.length > 0) {
    warn('heaters-left-on', 'The file leaves a heater on at the end. Switch it off yourself.');
  }
  reportFirstLayer(findings, reading.layers[0]);
  if (reading.extrusion === 'mixed') {
    const message = 'Extrusion is absolute in some places and relative in others.';
    findings.add('mixed-extrusion', 'note', null, message);
  }
  if (reading.continuous) {
    warn(
      'continuous',
      'This is a spiral: the height rises continuously. A swap comes where the spiral crosses its height, and leaves a mark.',
    );
  }
  if (facts.objects > 1) {
    warn(
      'sequential-objects',
      `${facts.objects} objects are printed one after another. A swap applies to one object only, unless it is repeated in each.`,
    );
  }
  if (facts.asides > 0) {
    const message =
      'A purge block beside the print has its own heights. It is counted with the layer printed before it.';
    findings.add('purge-block', 'note', null, message);
  }
  if (facts.overflowed) {
    warn('too-large', 'Some paths are too far out to draw; areas do not include them.');
  }
  if (facts.levels > MOST_LEVELS) {
    warn('too-many-layers', `Over ${MOST_LEVELS} heights; areas above that are left out.`);
  }
  for (const stop of reading.stops) {
    const where = stop.place === 'inside' ? `, inside layer ${stop.layer}: it belongs there` : '';
    const message = `The file already stops here: ${stop.command}${where}.`;
    findings.add('existing-stop', 'note', stop.line, message);
  }
  const remaining = reading.settingLines.find(({ what }) => what === 'remaining');
  if (remaining) {
    const message =
      'The file tells the printer how much time is left (M73). The swaps are not included; Lamella can add them.';
    findings.add('remaining-times', 'note', remaining.line, message);
  }
  reportLabels(findings, reading.layers, facts);
}

/** A first layer above this is unusual, mm. */
const THICK_FIRST_LAYER = 0.4;

/** A first layer that is none may mean that layers below it were not found. */
function reportFirstLayer(findings: FindingList, first: SlicedLayer | undefined): void {
  if (!first) return;
  const floor = bottomOf(first);
  if (floor > HAIR) {
    const message = `The first layer does not lie on the bed: it starts at ${floor.toFixed(2)} mm. Check whether layers below are missing, or whether it goes on top of another part.`;
    findings.add('first-layer-in-air', 'warning', first.firstLine, message);
  } else if (first.thickness > THICK_FIRST_LAYER + HAIR) {
    const message = `The first layer is ${first.thickness.toFixed(2)} mm thick. Check whether a layer below is missing; only wide nozzles print that thick.`;
    findings.add('thick-first-layer', 'warning', first.firstLine, message);
  }
}

/** Layers that the labels announce (`layer 5 of 12`) and that never come. */
function missingLayers(layers: readonly SlicedLayer[], total: number | null): number {
  if (total === null) return 0;
  const last = Number(layers.findLast(({ label }) => label !== null)?.label);
  return Math.max(0, total - Math.max(layers.length, last));
}

/** Heights stated in comments are rounded to two decimals by many programs, mm. */
const LABEL_TOLERANCE = 0.011;

/** Where the file's own labels and its moves disagree. */
function reportLabels(
  findings: FindingList,
  layers: readonly SlicedLayer[],
  { labelHeights: heights, labels }: Pick<WholeFileFacts, 'labelHeights' | 'labels'>,
): void {
  if (labels.contradicts) {
    const message =
      'The layer labels in the file do not match its moves. Lamella counts by the moves.';
    findings.add('label-mismatch', 'warning', null, message);
  }
  const labelled = layers.filter((layer) => layer.label !== null);
  if (labelled.length > 0 && labelled.length < layers.length) {
    const first = layers.find((layer) => layer.label === null);
    const message = `The file labels ${labelled.length} of ${layers.length} layers. Lamella counts by the moves; check both numbers.`;
    findings.add('label-mismatch', 'warning', first?.firstLine ?? null, message);
  }
  labelled.forEach((layer, i) => {
    const before = i > 0 ? labelled[i - 1] : null;
    // The next object of a sequence may count again.
    const rises = before && layer.z > before.z;
    const jumps = rises && Number(layer.label) !== Number(before.label) + 1;
    if (!jumps) return;
    const message = `The file calls layer ${layer.number} “${layer.label}” right after “${before.label}”. Lamella counts by the moves.`;
    findings.add('label-mismatch', 'warning', layer.firstLine, message);
  });
  layers.forEach((layer, i) => {
    const stated = heights[i];
    if (stated === null || Math.abs(stated - layer.z) <= LABEL_TOLERANCE) return;
    const message = `The file says Z ${stated} for layer ${layer.number}, but it prints at ${layer.z.toFixed(2)}.`;
    findings.add('label-mismatch', 'warning', layer.firstLine, message);
  });
}
