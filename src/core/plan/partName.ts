import type { SourceSpan } from '../print/sources';

/** What a person reads for the key of a part: `Part T1`, or the name of its file where there are several. */
export function partName(key: string, sources: readonly Pick<SourceSpan, 'name'>[]): string {
  const [, file, tool] = /^(\d+)(?:\.(T\d+))?$/.exec(key) ?? [];
  const name = file && sources[Number(file) - 1]?.name;
  if (!name) return `Part ${key}`;
  const stem = name.replace(/\.(gcode|gco|g)$/i, '');
  return tool ? `${stem} ${tool}` : stem;
}
