interface WebGl {
  readonly isThere: boolean;
  /** Drawn by computing, as on machines without a graphics processor. */
  readonly isSlow: boolean;
}

let known: WebGl | null = null;

function look(): WebGl {
  if (known !== null) return known;
  const context = document.createElement('canvas').getContext('webgl2');
  const info = context?.getExtension('WEBGL_debug_renderer_info');
  const name: unknown = info ? context?.getParameter(info.UNMASKED_RENDERER_WEBGL) : '';
  // Browsers allow only a few at a time.
  context?.getExtension('WEBGL_lose_context')?.loseContext();
  known = {
    isThere: context !== null,
    isSlow: /swiftshader|llvmpipe|software/i.test(String(name)),
  };
  return known;
}

/** Whether this browser draws with the graphics processor, or as if it did. Only in the browser. */
export function hasWebGl(): boolean {
  return look().isThere;
}

/** Whether it draws without a graphics processor, so that it should be given less. Only in the browser. */
export function isWebGlSlow(): boolean {
  return look().isSlow;
}
