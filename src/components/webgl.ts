let known: boolean | null = null;

/** Whether this browser draws with the graphics processor, or as if it did. Only in the browser. */
export function hasWebGl(): boolean {
  if (known !== null) return known;
  const context = document.createElement('canvas').getContext('webgl2');
  // Browsers allow only a few at a time.
  context?.getExtension('WEBGL_lose_context')?.loseContext();
  known = context !== null;
  return known;
}
