/** How a filament is drawn besides its colour, so that no band is shown by colour alone. */
export const HATCHES = ['plain', 'rising', 'falling', 'level', 'upright', 'dots', 'cross'] as const;
export type Hatch = (typeof HATCHES)[number];
