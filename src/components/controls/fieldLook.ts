/** The look of everything that is typed into. */
export const FIELD =
  'rounded-md border border-edge bg-paper px-2 py-1 placeholder:text-muted aria-invalid:border-danger aria-invalid:text-danger';
