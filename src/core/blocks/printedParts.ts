/** A part that prints from a block on, and whether it has had another filament before. */
export interface PrintedPart {
  readonly part: string;
  readonly anew: boolean;
}

/** The parts as a block names them, each with its mark; empty for none. */
export function printedText(parts: readonly PrintedPart[]): string {
  return parts.map(({ part, anew }) => (anew ? `${part} anew` : part)).join(', ');
}

/** The parts that a block names so. */
export function parsePrinted(text: string): PrintedPart[] {
  return text.split(', ').map((one) => {
    const part = one.replace(/ anew$/, '');
    return { part, anew: part !== one };
  });
}
