/** What a person reads for the key of a part: `Part T1`. */
export function partName(key: string): string {
  return `Part ${key}`;
}
