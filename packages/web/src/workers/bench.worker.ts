import {
  diagnose,
  readFrameTimes,
  summariseFrameTimes,
  type ColumnChoice,
  type FrameTimesFile,
  type FrameTimesSummary,
  type TimeUnit,
} from '@ripe-pick/core/bench';
import { readRecordsTable, type TableDefaults, type TableRead } from '@ripe-pick/contract';
import { heldBackSentence, recordJudge } from '@ripe-pick/core/fit';
import type { Catalogue, PartKind } from '@ripe-pick/core/parts';
import {
  readSpecs,
  type ColumnRead,
  type OfferWords,
  type PartEntry,
  type PartRead,
} from '@ripe-pick/core/specs';
import { MonitorReader, type MonitorRead } from '@ripe-pick/core/tuning/monitor';
import Papa from 'papaparse';
import { drive, Tickets } from './drive.ts';
import { mergePlan, packPlan, packText } from './merge-plan.ts';
import type { CalendarRead } from './read-calendar.ts';
import { pastedPart, pastedParts } from './pasted-parts.ts';
import { serveWork } from './serve.ts';

/** What a text says of one part, what it offers it at, and how many parts it may really list. */
export interface SinglePart {
  readonly part: PartRead;
  readonly offer: OfferWords;
  readonly parts: number;
}
interface SeveralParts {
  readonly parts: readonly { readonly entry: PartEntry; readonly part: PartRead }[];
  readonly columns: readonly ColumnRead[];
}

export type FileSummary =
  | {
      readonly ok: true;
      readonly summary: FrameTimesSummary;
      readonly unit: TimeUnit;
      readonly column: string;
      readonly skipped: number;
      readonly gpuBusy: number | null;
      /** From the first byte to the summary, in ms. */
      readonly ms: number;
    }
  | Extract<FrameTimesFile, { ok: false }>;

/** A table of records as read, and what of it the fit would hold back. */
export interface TablePreview extends TableRead {
  /** Reasons by how many records they keep out, the most frequent first. */
  readonly heldBack: readonly (readonly [reason: string, count: number])[];
}

const tickets = new Tickets();

const bench = {
  /** Reads a table of records; a large one takes a second or two. */
  readTable(text: string, catalogue: Catalogue, defaults: TableDefaults): TablePreview {
    const read = readRecordsTable(text, catalogue, defaults);
    const judge = recordJudge(catalogue.parts, catalogue.frameModel);
    const counts = new Map<string, number>();
    for (const record of read.records) {
      const judged = judge(record);
      if ('usable' in judged) continue;
      for (const reason of judged.heldBack) {
        const sentence = heldBackSentence(reason);
        counts.set(sentence, (counts.get(sentence) ?? 0) + 1);
      }
    }
    return { ...read, heldBack: [...counts].sort((a, b) => b[1] - a[1]) };
  },
  /** Reads what pasted text or a page’s source says of a part; a page of megabytes takes a quarter of a second. */
  readPart(text: string, kind: PartKind | null): SinglePart {
    const { lines, offer } = pastedPart(text);
    return { part: readSpecs(lines, kind), offer, parts: pastedParts(text).entries.length };
  },
  /** Reads all parts that texts hold; columns of tables as they were told before, by heading. */
  readParts(texts: readonly string[], told: Readonly<Record<string, string>>): SeveralParts {
    const all = texts.map((text) => pastedParts(text, told));
    return {
      parts: all.flatMap(({ entries }) =>
        entries.map((entry) => ({ entry, part: readSpecs(entry.lines, entry.kind) })),
      ),
      columns: all.flatMap(({ columns }) => columns),
    };
  },
  /** Reads a calendar, with the parts of the program that only this needs. */
  async readCalendar(text: string): Promise<CalendarRead> {
    const { readCalendar } = await import('./read-calendar.ts');
    return readCalendar(text);
  },
  mergePlan,
  packPlan,
  packText,
  cancel: () => tickets.next(),
  /** Reads a monitoring tool’s log, in pieces, so that a million rows are never in memory; null when it was stopped. */
  readMonitorLog(file: File, report: ((share: number) => unknown) | null): Promise<MonitorRead | null> {
    const ticket = tickets.next();
    const reader = new MonitorReader();
    let received: unknown = null; // the last report is heard before the answer, see drive()
    return new Promise((resolve, reject) =>
      Papa.parse<string[]>(file, {
        chunkSize: 1 << 20,
        chunk: ({ data, meta }, parser) => {
          if (!tickets.isCurrent(ticket) || reader.isHopeless) return parser.abort();
          for (const row of data) reader.push(row);
          received = report?.(meta.cursor / Math.max(1, file.size));
        },
        complete: () =>
          void Promise.allSettled([received]).then(() =>
            resolve(tickets.isCurrent(ticket) ? reader.end() : null),
          ),
        error: reject,
      }),
    );
  },
  /** Why a system is slow; half a second with a dozen scenes. */
  diagnose,
  /** Reads a frame-time file; null when it was stopped. */
  async summarise(
    file: Blob,
    choice: ColumnChoice | null,
    report: ((share: number) => void) | null,
  ): Promise<FileSummary | null> {
    const start = performance.now();
    const found = await drive(readFrameTimes(await file.text(), choice), tickets, report);
    if (!found?.ok) return found;
    const { ms: frames, ...rest } = found.read;
    return { ok: true, summary: summariseFrameTimes(frames), ...rest, ms: performance.now() - start };
  },
};

export type Bench = typeof bench;
serveWork(bench);
