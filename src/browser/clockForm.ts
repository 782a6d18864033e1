import { clockFormOf, type ClockForm } from '@/core/schedule/clock';

let form: ClockForm | null = null;

/** How clock times are written: as the browser writes them in its own fields. Only in the browser. */
export function clockForm(): ClockForm {
  form ??= clockFormOf();
  return form;
}
