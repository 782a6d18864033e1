import { unparse } from 'papaparse';

/**
 * A table as CSV (RFC 4180). Cells that a spreadsheet would take for a formula get an apostrophe before them.
 */
export function tableCsv(
  columns: readonly string[],
  rows: readonly (readonly (string | number | null)[])[],
): string {
  return unparse(
    { fields: [...columns], data: rows.map((row) => row.map((one) => one ?? '')) },
    {
      escapeFormulae: true,
    },
  );
}
