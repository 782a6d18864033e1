import type { FindingList } from '../findings';
import { MOST_LEVELS } from '../geometry/raster';
import type { Layer } from './layers';
import type { Reading } from './reading';

/** What reading knows at the end besides the reading itself. */
export interface WholeFileFacts {
  readonly objects: number;
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
  reportLabels(findings, reading.layers);
}

function reportLabels(findings: FindingList, layers: readonly Layer[]): void {
  const labelled = layers.filter((layer) => layer.label !== null).length;
  if (labelled === 0 || labelled === layers.length) return;
  const first = layers.find((layer) => layer.label === null);
  const message = `The file labels ${labelled} of ${layers.length} layers. Lamella goes by the moves; check both numbers.`;
  findings.add('label-mismatch', 'warning', first?.firstLine ?? null, message);
}
