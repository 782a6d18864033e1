import type { FindingList } from '../findings';
import { MOST_LEVELS } from '../geometry/raster';
import type { Layer } from './layers';
import type { Reading } from './reading';

/** What reading knows at the end besides the reading itself. */
export interface WholeFileFacts {
  readonly objects: number;
  readonly asides: number;
  /** The Z that the file's comment stated for each layer, mm. */
  readonly labelHeights: readonly (number | null)[];
  readonly levels: number;
  readonly cutOff: boolean;
  readonly skippedLine: boolean;
  readonly overflowed: boolean;
}

/** Adds the findings that only the whole file shows. */
export function reportWholeFile(
  findings: FindingList,
  reading: Omit<Reading, 'findings'>,
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
    const message = 'A line is over 1 MB long. It was passed over; printers cannot read it.';
    findings.add('line-too-long', 'error', null, message);
  }
  if (facts.cutOff) {
    const message =
      'The file ends in the middle of a line, so the end of the print is missing. Save or copy it again.';
    findings.add('cut-off', 'error', reading.lines, message);
  }
  if (reading.extrusion === 'mixed') {
    const message = 'Extrusion is absolute in some places and relative in others.';
    findings.add('mixed-extrusion', 'note', null, message);
  }
  if (reading.continuous) {
    warn(
      'continuous',
      'This is a spiral: the height rises all the time. A swap lands where the spiral crosses its height, and leaves a mark.',
    );
  }
  if (facts.objects > 1) {
    warn(
      'sequential-objects',
      `${facts.objects} objects are printed one after another. A swap holds for one object only, unless it is repeated in each.`,
    );
  }
  if (facts.asides > 0) {
    const message =
      'A purge block beside the print has heights of its own. It is counted with the layer printed before it.';
    findings.add('purge-block', 'note', null, message);
  }
  if (facts.overflowed) {
    warn('too-large', 'Some paths lie too far apart to be drawn; areas leave them out.');
  }
  if (facts.levels > MOST_LEVELS) {
    warn('too-many-layers', `Over ${MOST_LEVELS} heights; areas above that are left out.`);
  }
  for (const stop of reading.stops) {
    const message = `The file already stops here: ${stop.command}.`;
    findings.add('existing-stop', 'note', stop.line, message);
  }
  reportLabels(findings, reading.layers, facts.labelHeights);
}

/** Heights stated in comments are rounded to two decimals by many programs, mm. */
const LABEL_TOLERANCE = 0.011;

/** Where the file's own labels and its moves disagree. */
function reportLabels(
  findings: FindingList,
  layers: readonly Layer[],
  heights: readonly (number | null)[],
): void {
  const labelled = layers.filter((layer) => layer.label !== null);
  if (labelled.length > 0 && labelled.length < layers.length) {
    const first = layers.find((layer) => layer.label === null);
    const message = `The file labels ${labelled.length} of ${layers.length} layers. Lamella goes by the moves; check both numbers.`;
    findings.add('label-mismatch', 'warning', first?.firstLine ?? null, message);
  }
  labelled.forEach((layer, i) => {
    const before = labelled[i - 1];
    const jumps = before && Number(layer.label) !== Number(before.label) + 1;
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
