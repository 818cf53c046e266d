import Papa from 'papaparse';

/** A cell that begins like a formula and is no number. */
const FORMULA = /^(?:[=@\t\r]|[+-](?!\d+(?:\.\d+)?$))/;
export const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** A line of a file that cannot be taken; the heading is line 1. */
export interface BadLine {
  readonly line: number;
  readonly reason: string;
}

/** Rows as CSV (RFC 4180, comma, CRLF). A text that begins like a formula is one to a spreadsheet: an apostrophe makes it text again. Numbers stay numbers. */
export const csvText = <C extends string>(columns: readonly C[], rows: readonly Partial<Record<C, string>>[]): string =>
  Papa.unparse(
    { fields: [...columns], data: rows.map((row) => columns.map((column) => row[column] ?? '')) },
    { newline: '\r\n', escapeFormulae: FORMULA },
  );
