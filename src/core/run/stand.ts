/** What a print needs that is left standing at a swap for hours. */
export const STAND_CAUTIONS: readonly string[] = [
  'Be there when the printer stops, and let the nozzle cool. Filament degrades in a hot nozzle, and nobody is watching it.',
  'Treat the bed as your manual says. On a cold bed the part may come loose; a hot bed must not be left unattended.',
  'The motors must stay on all the time. If they switch off, the printer loses its position.',
  'Before you resume, heat, load and purge, and check that the part still sits firmly. A line may show where the print paused.',
];
