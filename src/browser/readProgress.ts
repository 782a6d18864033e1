import { formatBytes, plural } from '@/core/format';
import type { ReadProgress } from '@/workers/print/protocol';

/** How far a file is, in words: `Reading 3 MB of 12 MB, 40 layers so far`. */
export function progressWords(progress: ReadProgress | null): string {
  if (!progress) return 'Opening the file';
  const { phase, bytes, totalBytes, layers } = progress;
  const share = `${formatBytes(bytes)} of ${formatBytes(totalBytes)}`;
  return phase === 'unpacking'
    ? `Unpacking ${share}`
    : `Reading ${share}, ${plural(layers, 'layer')} so far`;
}
