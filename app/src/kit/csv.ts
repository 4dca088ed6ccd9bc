import type { Table } from '@ergon/core/describe/unitTable';
import Papa from 'papaparse';

/** A spreadsheet would run a cell that starts so as a formula; the mark before it is taken off again on reading. */
const FORMULA = /^[=+\-@\t\r]/;
/** Without it a well-known spreadsheet takes UTF-8 for something older. */
const BYTE_ORDER_MARK = '\uFEFF';

export function writeCsv({ header, rows }: Table): string {
  const safe = rows.map((row) => row.map((cell) => (FORMULA.test(cell) ? `'${cell}` : cell)));
  return BYTE_ORDER_MARK + Papa.unparse({ fields: [...header], data: safe }, { newline: '\r\n' });
}

/** Commas or semicolons, as the file has it. @throws Error with the line, when quotes do not close. */
export function readCsv(text: string): Table {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  // A single column has no delimiter to find, and nothing is wrong with that here.
  const broken = errors.find((error) => error.type === 'Quotes');
  if (broken) throw new Error(`line ${(broken.row ?? 0) + 1}: a quotation mark is not closed.`);
  const [header = [], ...rows] = data;
  const plain = (cell: string) => (cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell);
  return { header, rows: rows.map((row) => row.map(plain)) };
}
