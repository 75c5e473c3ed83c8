import { readFileSync } from 'node:fs';
import Papa from 'papaparse';

const fileOf = (name: string) => readFileSync(new URL(`../data/${name}`, import.meta.url), 'utf8');

/** A table of the demo's own data: an object a row by the headings, numbers read as such, an empty cell is null. */
export function table<Row extends object>(name: string): Row[] {
  const { data, errors } = Papa.parse<Row>(fileOf(`${name}.csv`), {
    header: true,
    dynamicTyping: true,
    skipEmptyLines: true,
  });
  if (errors.length > 0) throw new Error(`demo: ${name}.csv, row ${errors[0].row}: ${errors[0].message}`);
  return data;
}

/** Records of the demo's own data that are no table. */
export const records = (name: string): unknown => JSON.parse(fileOf(`${name}.json`));
