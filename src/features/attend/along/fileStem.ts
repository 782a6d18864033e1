/** The name of a job as the beginning of a file's name: letters and digits of any script. */
export function fileStem(job: string): string {
  const stem = job
    .toLowerCase()
    .replace(/[^\p{L}\p{N}\p{M}]+/gu, '-')
    .replace(/^-|-$/g, '');
  return stem || 'print';
}
