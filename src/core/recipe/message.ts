import { plainText } from '../plainText';

/** Letters, digits and marks that displays and firmwares take; all else could begin a comment or a command. */
const UNSAFE = /[^A-Za-z0-9 .,/+\-]/g;

/** A text as displays take it: plain letters, no marks that a firmware would act on. */
export function displayText(text: string, characters: number): string {
  const plain = plainText(text).replace(UNSAFE, '').replace(/ +/g, ' ');
  return plain.trim().slice(0, characters).trim();
}

/** Characters that a display of unknown width takes. */
const USUAL_CHARACTERS = 20;

/** What the display says at a swap: `2/3 C Reed green`. */
export function swapMessage(
  { index, count, filament }: { index: number; count: number; filament: string },
  characters: number,
): string {
  return displayText(`${index}/${count} ${filament}`, characters || USUAL_CHARACTERS);
}

/** What the display says before the print: `Load A Peat black`. */
export function loadMessage(filament: string, characters: number): string {
  return displayText(`Load ${filament}`, characters || USUAL_CHARACTERS);
}

/** `S` or `P` with a number behind it: after `M0` and `M1`, some firmwares take it for a time limit. */
export const TIME_LIMIT = /[SP]\s*[-+.]?\d/i;

/** A text that may stand behind `M0` or `M1`: nothing in it reads like a time limit. */
export function pauseText(text: string): string {
  return text.replace(/([SP])\s*(?=[-+.]?\d)/gi, '$1/');
}
