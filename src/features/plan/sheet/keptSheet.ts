/** Takes the drawing off the sheet that is kept; null while there is none. Here, since three.js is large. */
let clear: (() => void) | null = null;

export function keepSheet(clearing: () => void): void {
  clear = clearing;
}

/** Lets go of what the sheet has drawn, when its job is put away. */
export function clearSheet(): void {
  clear?.();
}
