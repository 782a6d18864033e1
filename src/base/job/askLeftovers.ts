/** Ends an address of a job that opens with the question what can be made of the leftovers. */
export const ASK_LEFTOVERS = '#leftovers';
