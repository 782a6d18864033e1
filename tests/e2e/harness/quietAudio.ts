import type { Page } from 'puppeteer-core';

/**
 * Sound that opens at a real tap or key only, as browsers have it, and writes down its tones. What drives the tests
 * counts as a person for the browser; here it does not.
 */
const QUIET = `{
  globalThis.tonesPlayed = 0;
  Object.defineProperty(navigator, 'userActivation', { value: { hasBeenActive: false } });
  const ramp = { setValueAtTime() {}, exponentialRampToValueAtTime() {}, value: 0 };
  globalThis.AudioContext = class {
    state = 'suspended';
    onstatechange = null;
    currentTime = 0;
    destination = {};
    async resume() {
      const { event } = globalThis;
      if (!event?.isTrusted || !/^(click|keydown)$/.test(event.type)) return;
      this.state = 'running';
      this.onstatechange?.();
    }
    createOscillator() {
      const start = () => { globalThis.tonesPlayed += 1; };
      return { frequency: ramp, connect: (next) => next, start, stop() {} };
    }
    createGain() {
      return { gain: ramp, connect: (next) => next };
    }
  };
}`;

/** Gives a page such sound, before it is opened. */
export async function withQuietAudio(page: Page): Promise<void> {
  await page.evaluateOnNewDocument(QUIET);
}

/** How many tones a page has played so far. */
export async function tonesOf(page: Page): Promise<number> {
  return (await page.evaluate('tonesPlayed')) as number;
}
