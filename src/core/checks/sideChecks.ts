/** More swaps than this are better printed apart. */
export const ABSURD_SWAPS = 20;
