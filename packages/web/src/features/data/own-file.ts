import {
  benchFileSchema,
  briefFileSchema,
  briefOf,
  buildFileSchema,
  planFileSchema,
  problemsOf,
  upgradedFile,
  type BenchKept,
  type Problem,
  type StoredPathStep,
  type Workspace,
} from '@ripe-pick/contract';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import type { z } from 'zod';

/** A file that is no catalogue: measured passes, a brief alone or with all that hangs on it, a candidate, or a pack. */
export type OwnFile =
  | { readonly kind: 'passes'; readonly passes: BenchKept }
  | { readonly kind: 'brief'; readonly brief: Brief }
  /** Read in a worker: it may be large. */
  | { readonly kind: 'pack'; readonly text: string }
  | {
      readonly kind: 'plan';
      readonly workspace: Workspace;
      readonly receipts: Readonly<Record<string, string>>;
    }
  | {
      readonly kind: 'build';
      readonly name: string;
      readonly picks: Picks;
      readonly path: readonly StoredPathStep[];
    };

/** What a file turned out to be; null when it is none of these, and then perhaps a catalogue. */
type OwnFileRead =
  OwnFile | { readonly kind: 'bad'; readonly what: string; readonly problems: readonly Problem[] } | null;

function formatOf(value: unknown): string | null {
  const isFile = typeof value === 'object' && value !== null && 'format' in value;
  return isFile && typeof value.format === 'string' ? value.format : null;
}

/** Reads a file as it was exported here, of this version or an earlier one. */
export function readOwnFile(content: string): OwnFileRead {
  let value: unknown;
  try {
    value = JSON.parse(content);
  } catch {
    return null; // the server says where it is broken
  }
  const format = formatOf(value);
  const upgraded = upgradedFile(value);
  const read = <T>(what: string, schema: z.ZodType<T>, as: (data: T) => OwnFile): OwnFileRead => {
    const parsed = schema.safeParse(upgraded);
    return parsed.success
      ? as(parsed.data)
      : { kind: 'bad', what, problems: problemsOf(parsed.error, upgraded) };
  };
  switch (format) {
    case 'ripe-pick/pack':
      return { kind: 'pack', text: content };
    case 'ripe-pick/bench':
      return read('passes', benchFileSchema, ({ rigs, runs }) => ({
        kind: 'passes',
        passes: { rigs, runs },
      }));
    case 'ripe-pick/brief':
      return read('brief', briefFileSchema, (file) => ({ kind: 'brief', brief: briefOf(file) }));
    case 'ripe-pick/plan':
      return read('brief', planFileSchema, ({ workspace, receipts }) => ({
        kind: 'plan',
        workspace,
        receipts,
      }));
    case 'ripe-pick/build':
      return read('candidate', buildFileSchema, ({ name = 'From a file', picks, path = [] }) => ({
        kind: 'build',
        name,
        picks: picks as Picks,
        path,
      }));
    default:
      return null;
  }
}
