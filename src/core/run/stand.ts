/** What a print needs that is left standing at a swap for hours. */
export const STAND_CAUTIONS: readonly string[] = [
  'Be there when it stops, and let the nozzle cool: left hot, it cooks the filament, and nobody watches it.',
  'Keep the bed as your manual says. On a cold bed the part may come loose; a hot one must not be left alone.',
  'The motors have to hold all the time. If they switch off, the printer loses its position.',
  'Before you go on, heat, load and purge, and check that the part still sits firmly. A line may show where it stood.',
];
