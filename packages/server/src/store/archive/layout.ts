import { z } from 'zod';

/*
 * An archive of everything is a ZIP file: `ripe-pick.json` says what it is, `tables/<name>.jsonl` has a JSON object a
 * line for each row, `receipts/<id>` the bytes of a receipt. It carries no time of its own: two instances that hold the
 * same write the same bytes.
 */

export const MANIFEST = 'ripe-pick.json';
export const tableFile = (name: string) => `tables/${name}.jsonl`;
export const RECEIPT_FOLDER = 'receipts/';

const FORMAT = 'ripe-pick/everything';

export const manifestSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(1),
  /** The form of its tables: the name of the last migration. */
  form: z.string().min(1).max(100),
  /** Rows by table. */
  tables: z.record(z.string().max(100), z.int().min(0)),
  receipts: z.int().min(0),
});
export type Manifest = z.infer<typeof manifestSchema>;

export const manifestOf = (rest: Omit<Manifest, 'format' | 'version'>): Manifest => ({
  format: FORMAT,
  version: 1,
  ...rest,
});
