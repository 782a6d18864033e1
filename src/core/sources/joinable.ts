import { refuse, type Result } from '../findings';
import type { ReadSource } from './joinReadings';

/** Most files that are printed together. */
const MOST_FILES = 12;

/** Findings with which a file cannot be printed at all. */
const HOPELESS: ReadonlySet<string> = new Set([
  'empty-file',
  'not-gcode',
  'no-extrusion',
  'cut-off',
  'line-too-long',
]);

/** Why files cannot be printed together; null when they can. */
export function whyNotTogether(sources: readonly ReadSource[]): Result<never> | null {
  if (sources.length > MOST_FILES) {
    return refuse(
      'too-many-files',
      `${sources.length} files are too many to print together; the limit is ${MOST_FILES}.`,
    );
  }
  for (const { name, reading } of sources) {
    const hopeless = reading.findings.find(({ code }) => HOPELESS.has(code));
    if (hopeless) return refuse(hopeless.code, `${name}: ${hopeless.message}`);
    if (reading.layers.length === 0) {
      return refuse('no-extrusion', `${name}: it has no layers, only a start block.`);
    }
    if (reading.continuous) {
      return refuse(
        'cannot-join',
        `${name} prints in a spiral, which cannot be combined with other files.`,
      );
    }
    if (reading.layers.some(({ z }, i) => i > 0 && z <= reading.layers[i - 1].z)) {
      return refuse(
        'cannot-join',
        `${name} prints its objects one after another. Slice them layer by layer to print them together with other files.`,
      );
    }
  }
  const twice = sources.findIndex(({ fingerprint }, i) =>
    sources.slice(0, i).some((one) => one.fingerprint === fingerprint),
  );
  if (twice >= 0) {
    const first = sources.find(({ fingerprint }) => fingerprint === sources[twice].fingerprint)!;
    return refuse(
      'same-file',
      `${sources[twice].name} is the same file as ${first.name}and would print in the same place. Remove one of them.`,
    );
  }
  return null;
}
