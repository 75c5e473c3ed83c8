/* Rows of a text as they are cut, and the numbers that stand in them. */

/** How a file's rows are cut. */
export interface TableShape {
  readonly separator: string | null;
  readonly isCommaDecimal: boolean;
}

/** Tab and semicolon cut columns wherever they stand; a comma does, unless every row has one number with a decimal comma. */
export function shapeOf(lines: readonly string[]): TableShape {
  const body = lines.slice(Math.floor(lines.length / 2));
  const all = (test: (line: string) => boolean) => body.length > 0 && body.every(test);
  for (const separator of ['\t', ';', '|'])
    if (all((line) => line.includes(separator)))
      return {
        separator,
        isCommaDecimal:
          body.some((line) => /\d,\d/.test(line)) &&
          (!body.some((line) => /\d\.\d/.test(line)) || body.some((line) => /\d\.\d{3},\d/.test(line))),
      };
  if (all((line) => !line.includes(','))) return { separator: null, isCommaDecimal: false };
  if (all((line) => /^\s*"?\d+,\d+(?: ?[a-zµ%]{1,4})?"?\s*$/i.test(line)))
    return { separator: null, isCommaDecimal: true };
  return { separator: ',', isCommaDecimal: false };
}

/** The cells of a row; quotes hold a separator back (RFC 4180). */
export function cellsOf(line: string, { separator }: TableShape): string[] {
  if (separator === null) return [line];
  if (!line.includes('"')) return line.split(separator);
  const cells: string[] = [];
  let cell = '';
  let isQuoted = false;
  for (const letter of line) {
    if (letter === '"') isQuoted = !isQuoted;
    else if (letter === separator && !isQuoted) {
      cells.push(cell);
      cell = '';
    } else cell += letter;
  }
  cells.push(cell);
  return cells;
}

const SECONDS_OF_DAY = /(?:^|[T ])(\d{1,2}):(\d\d)(?::(\d\d))?([.,]\d+)?Z?$/;

/** The unit that stands behind a cell's number; empty: none. */
export const suffixOf = (cell: string): string =>
  /\d ?(ns|µs|us|ms|s|fps|hz)$/i.exec(cell.trim())?.[1].toLowerCase() ?? '';

/** A cell's number: with a unit behind it, with marks between thousands, or as a time of the day in seconds. NaN for none. */
export function numberIn(cell: string, isCommaDecimal: boolean): number {
  let text = cell.trim().replace(/^"|"$/g, '').trim();
  if (text === '') return NaN;
  // The plain number first: nearly all cells are.
  if (!isCommaDecimal) {
    const plain = Number(text);
    if (!Number.isNaN(plain)) return plain;
  }
  const clock = SECONDS_OF_DAY.exec(text);
  if (clock) {
    const [, hours, minutes, seconds = '0', part = ''] = clock;
    return (
      Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds) + Number(`0${part.replace(',', '.')}`)
    );
  }
  text = text.replace(/ ?(?:ns|µs|us|ms|s|fps|hz|%)$/i, '').replace(/[\u00a0\u202f' ]/g, '');
  if (isCommaDecimal) text = text.replace(/\.(?=\d{3}(?:\D|$))/g, '').replace(',', '.');
  else if (/^-?\d{1,3}(?:,\d{3})+(?:\.\d+)?$/.test(text)) text = text.replaceAll(',', '');
  return text === '' ? NaN : Number(text);
}

/** Where the first line of a text begins. */
export const startOf = (text: string) => (text.charCodeAt(0) === 0xfeff ? 1 : 0);

/** Rows that are looked at to find out what the columns hold. */
const SAMPLE = 400;

/** The first rows of a text that are not empty, and the number of each in the file. */
export function sampleOf(text: string): { readonly lines: string[]; readonly rows: number[] } {
  const lines: string[] = [];
  const rows: number[] = [];
  let row = 0;
  for (let at = startOf(text); at < text.length && lines.length < SAMPLE;) {
    const end = text.indexOf('\n', at);
    const line = text.slice(at, end < 0 ? text.length : end).replace(/\r$/, '');
    row++;
    if (line.trim() !== '') {
      lines.push(line);
      rows.push(row);
    }
    at = end < 0 ? text.length : end + 1;
  }
  return { lines, rows };
}
