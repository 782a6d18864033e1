/** Limits of what can be set, mm and factors. */
export const SETUP_LIMITS = {
  layer: { least: 0.04, most: 1 },
  scale: { least: 0.01, most: 100 },
} as const;
