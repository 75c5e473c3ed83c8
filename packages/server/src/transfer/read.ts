import {
  benchFileSchema,
  briefFileSchema,
  buildFileSchema,
  catalogueFileSchema,
  catalogueOf,
  crossCheckBrief,
  crossCheckCatalogue,
  problemsOf,
  readRecordsTable,
  slotTakes,
  upgradedFile,
  type BenchKept,
  type BenchRecord,
  type BriefFile,
  type BuildFile,
  type CatalogueFile,
  type Problem,
} from '@ripe-pick/contract';
import { parseTree as locate, type ParseError } from 'jsonc-parser';
import type { z } from 'zod';

/** What came of reading a file: the value, or everything that is wrong with it. Nothing is taken in part. */
export type Read<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Lists and objects inside one another. No file of ours has ten; what walks through them may go as deep as this. */
const DEEPEST = 100;

const TOO_DEEP: Read<never> = {
  ok: false,
  problems: [
    {
      path: '(the whole file)',
      message: `lists and objects lie more than ${DEEPEST} deep inside one another`,
      mend: 'Write the data in the form that the format’s page shows.',
    },
  ],
};

/** Whether a value is nested deeper than anything of ours; looks level by level, so that no depth is too much for it. */
function isTooDeep(value: unknown): boolean {
  let level: readonly unknown[] = [value];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST) return true;
    level = level.flatMap((each) =>
      typeof each === 'object' && each !== null ? (Object.values(each) as unknown[]) : [],
    );
  }
  return false;
}

/** Reads JSON; a mistake is told with its line and column. */
export function readJson(text: string): Read<unknown> {
  const bare = text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
  try {
    const value: unknown = JSON.parse(bare);
    return isTooDeep(value) ? TOO_DEEP : { ok: true, value };
  } catch {
    // The parser of the language does not always say where; this one does.
    const errors: ParseError[] = [];
    locate(bare, errors, { disallowComments: true, allowEmptyContent: false });
    const place = bare.trim() === '' ? 'an empty file' : linePlace(bare, errors[0]?.offset ?? 0);
    return {
      ok: false,
      problems: [
        {
          path: place,
          message: 'is not JSON',
          mend: 'Look for a missing comma, quote or bracket just before this place.',
        },
      ],
    };
  }
}

function linePlace(text: string, position: number): string {
  const before = text.slice(0, position).split('\n');
  return `line ${before.length}, column ${(before.at(-1)?.length ?? 0) + 1}`;
}

function readWith<S extends z.ZodType>(schema: S, value: unknown): Read<z.infer<S>> {
  const upgraded = upgradedFile(value);
  const result = schema.safeParse(upgraded);
  return result.success
    ? { ok: true, value: result.data }
    : { ok: false, problems: problemsOf(result.error, upgraded) };
}

function readText<S extends z.ZodType>(schema: S, text: string): Read<z.infer<S>> {
  const json = readJson(text);
  return json.ok ? readWith(schema, json.value) : json;
}

/** Checks a catalogue that is JSON already: every field, then ids and references. */
export function checkCatalogue(value: unknown): Read<CatalogueFile> {
  const read = readWith(catalogueFileSchema, value);
  if (!read.ok) return read;
  const problems = crossCheckCatalogue(read.value);
  return problems.length > 0 ? { ok: false, problems } : read;
}

export function readCatalogueFile(text: string): Read<CatalogueFile> {
  const json = readJson(text);
  return json.ok ? checkCatalogue(json.value) : json;
}

/** Reads a table of records that states all of its conditions itself; nothing is taken unless every row is. */
export function readRecordsFile(text: string, catalogue: CatalogueFile): Read<readonly BenchRecord[]> {
  const defaults = {
    source: 'not stated',
    on: '1970-01-01',
    idPrefix: 'row',
    renderScale: null,
    memory: null,
  };
  const { records, problems } = readRecordsTable(text, catalogueOf(catalogue), defaults);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: records };
}

/** Reads the passes of own systems. */
export function readBenchFile(text: string): Read<BenchKept> {
  const read = readText(benchFileSchema, text);
  return read.ok ? { ok: true, value: { rigs: read.value.rigs, runs: read.value.runs } } : read;
}

/** The demo's files, read when they are asked for. */
export interface DemoFiles {
  readonly catalogue: () => string;
  readonly records: () => string;
  readonly bench: () => string;
  /** The passes of the seat that was built, tuned and measured. */
  readonly secondBench?: (() => string) | undefined;
  /** Past prices; see {@link readPastPrices}. */
  readonly prices?: (() => string) | undefined;
}

/** Reads a brief, and checks it against the catalogue that it will be asked of. */
export function readBrief(text: string, catalogue: CatalogueFile): Read<BriefFile> {
  const read = readText(briefFileSchema, text);
  if (!read.ok) return read;
  const problems = crossCheckBrief(read.value, catalogue);
  return problems.length > 0 ? { ok: false, problems } : read;
}

/** Reads a build, and checks that its parts and offers are in the catalogue. */
export function readBuild(text: string, catalogue: CatalogueFile): Read<BuildFile> {
  const read = readText(buildFileSchema, text);
  if (!read.ok) return read;
  const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  const offers = new Map(catalogue.offers.map((offer) => [offer.id, offer]));
  const problems: Problem[] = [];
  for (const [slot, pick] of Object.entries(read.value.picks)) {
    if (!pick) continue;
    const part = parts.get(pick.part);
    const path = `picks.${slot}`;
    if (!part)
      problems.push({
        path: `${path}.part`,
        message: `the catalogue has no part "${pick.part}"`,
        mend: 'Correct the id.',
      });
    else if (!slotTakes(slot, part.kind))
      problems.push({
        path: `${path}.part`,
        message: `part "${pick.part}" is a ${part.kind}`,
        mend: `Put it under ${part.kind}.`,
      });
    if (pick.offer !== null && offers.get(pick.offer)?.part !== pick.part)
      problems.push({
        path: `${path}.offer`,
        message: `offer "${pick.offer}" is not one for this part`,
        mend: 'Correct the offer’s id, or leave it null.',
      });
  }
  return problems.length > 0 ? { ok: false, problems } : read;
}
