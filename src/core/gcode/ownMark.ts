/** How every line begins that Lamella itself wrote into a file as a comment. */
export const OWN_MARK = '; lamella: ';

/** Whether the line from `start` to `end` begins so. */
export function isOwnMark(bytes: Uint8Array, start: number, end: number): boolean {
  if (end - start < OWN_MARK.length) return false;
  for (let i = 0; i < OWN_MARK.length; i++) {
    if (bytes[start + i] !== OWN_MARK.charCodeAt(i)) return false;
  }
  return true;
}
