import Papa from 'papaparse';

/** What a spreadsheet takes for a formula, in the wide forms of East Asian keyboards too (OWASP, CSV injection). */
const FORMULA = /^\s*[=+\-@\uFF1D\uFF0B\uFF0D\uFF20]|^[\t\r]/;

/** Rows as RFC 4180 text. A cell that a spreadsheet would run is made harmless. */
export const toCsv = (rows: Record<string, string | number>[]): string =>
  Papa.unparse(rows, { newline: '\r\n', escapeFormulae: FORMULA });

/** Hands rows to the browser as a file. */
export function saveCsv(rows: Record<string, string | number>[], name: string): void {
  // A mark at the start lets spreadsheets see that this is UTF-8.
  const url = URL.createObjectURL(new Blob(['\uFEFF', toCsv(rows)], { type: 'text/csv' }));
  Object.assign(document.createElement('a'), { href: url, download: `${name}.csv` }).click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
