/** Letters, digits and marks that displays and firmwares take; all else could begin a comment or a command. */
const UNSAFE = /[^A-Za-z0-9 .,/+\-]/g;

/** A text as displays take it: plain letters, no marks that a firmware would act on. */
export function displayText(text: string, characters: number): string {
  const plain = text.normalize('NFKD').replace(UNSAFE, '').replace(/ +/g, ' ');
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
