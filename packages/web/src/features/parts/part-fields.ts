import { partSchema } from '@ripe-pick/contract';
import type { PartKind } from '@ripe-pick/core/parts';
import { z } from 'zod';
import { fieldName } from '../../shared/format/facts.ts';

/** How a field of a part's sheet is typed in. The list is read off the schema, so that both never part ways. */
export interface FieldSpec {
  readonly key: string;
  readonly label: string;
  readonly unit: string | null;
  readonly kind:
    'number' | 'yes-no' | 'word' | 'choice' | 'choices' | 'words' | 'numbers' | 'levels' | 'group' | 'rows';
  readonly choices: readonly string[];
  /** Fields of a group, or of each row. */
  readonly fields: readonly FieldSpec[];
  /** Whether a group may be stated as "none" (false). */
  readonly mayBeNone: boolean;
}

interface JsonSchema {
  readonly type?: string | readonly string[];
  readonly const?: unknown;
  readonly enum?: readonly string[];
  readonly anyOf?: readonly JsonSchema[];
  readonly oneOf?: readonly JsonSchema[];
  readonly items?: JsonSchema;
  readonly properties?: Readonly<Record<string, JsonSchema>>;
  readonly additionalProperties?: unknown;
}

const SHEETS = (z.toJSONSchema(partSchema, { io: 'input' }) as JsonSchema).oneOf ?? [];
/** Typed in by fields of their own, or not by hand. */
const APART = new Set(['id', 'kind', 'brand', 'name', 'source', 'origins', 'looksOnly']);

/** Who makes it, as a field beside those of its kind. */
export const BRAND_FIELD: FieldSpec = {
  key: 'brand',
  label: 'Brand',
  unit: null,
  kind: 'word',
  choices: [],
  fields: [],
  mayBeNone: false,
};

/** The fields of a kind of part, in the order of its sheet. */
export function fieldsOf(kind: PartKind): FieldSpec[] {
  const sheet = SHEETS.find((each) => each.properties?.kind?.const === kind);
  return specsOf(sheet?.properties ?? {});
}

function specsOf(properties: Readonly<Record<string, JsonSchema>>): FieldSpec[] {
  return Object.entries(properties)
    .filter(([key]) => !APART.has(key))
    .flatMap(([key, json]) => specOf(key, json));
}

/** What a schema allows beside null, flattened. */
function allowed(json: JsonSchema): JsonSchema[] {
  const inner = json.anyOf ?? json.oneOf;
  return (inner ? inner.flatMap(allowed) : [json]).filter((each) => each.type !== 'null');
}

function specOf(key: string, json: JsonSchema): FieldSpec[] {
  const options = allowed(json);
  const mayBeNone = options.some((each) => each.const === false);
  const main = options.find((each) => each.const !== false);
  if (!main) return [];
  const { name, unit } = fieldName(key);
  const spec = (kind: FieldSpec['kind'], more: Partial<FieldSpec> = {}): FieldSpec[] => [
    { key, label: name, unit, kind, choices: [], fields: [], mayBeNone, ...more },
  ];
  const type = Array.isArray(main.type) ? main.type[0] : main.type;
  switch (type) {
    case 'number':
    case 'integer':
      return spec('number');
    case 'boolean':
      return spec('yes-no');
    case 'string':
      return main.enum ? spec('choice', { choices: main.enum }) : spec('word');
    case 'array': {
      const item = main.items ?? {};
      if (item.enum) return spec('choices', { choices: item.enum });
      if (item.type === 'object') return spec('rows', { fields: specsOf(item.properties ?? {}) });
      return spec(item.type === 'string' ? 'words' : 'numbers');
    }
    case 'object':
      return main.properties ? spec('group', { fields: specsOf(main.properties) }) : spec('levels');
    default:
      return [];
  }
}

/** "Reed 3: 1, Reed 3S: 2" as levels by name; null while it cannot be read. */
export function readLevels(text: string): Record<string, number> | null {
  const out: Record<string, number> = {};
  for (const piece of text
    .split(',')
    .map((each) => each.trim())
    .filter(Boolean)) {
    const colon = piece.lastIndexOf(':');
    const [name, count] = [piece.slice(0, Math.max(0, colon)).trim(), piece.slice(colon + 1).trim()];
    if (name === '' || !/^\d+$/.test(count)) return null;
    out[name] = Number(count);
  }
  return Object.keys(out).length > 0 ? out : null;
}

/** An id from words that no part has yet. */
export function freshId(words: string, taken: ReadonlySet<string>): string {
  const base =
    words
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 80) || 'part';
  let id = base;
  for (let n = 2; taken.has(id); n++) id = `${base}-${n}`;
  return id;
}
