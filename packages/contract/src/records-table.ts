import type { BenchRecord, Catalogue } from '@ripe-pick/core/parts';
import Papa from 'papaparse';
import { problemsOf, type Problem } from './problems.ts';
import { MOST_RECORDS, recordSchema } from './records.ts';
import { backgroundFrom1 } from './version-1.ts';

/*
 * Benchmark records as a table: CSV (RFC 4180) with any of comma, semicolon and tab, or cells pasted from a spreadsheet.
 * Documented in docs/formats/records.md.
 */

/** Columns, in the order in which they are written, with other names that are understood. */
const COLUMNS = {
  id: [],
  game: ['title'],
  preset: ['quality', 'settings'],
  width: ['width px', 'w'],
  height: ['height px', 'h'],
  resolution: ['res'],
  render_scale: ['render scale', 'scale'],
  generated_frames: ['generated frames', 'frame generation'],
  cpu: ['processor'],
  gpu: ['card', 'graphics', 'graphics card'],
  memory_gb: ['memory gb', 'memory', 'ram', 'ram gb'],
  channels: ['memory channels'],
  mts: ['memory rate', 'mt/s', 'memory mts'],
  cl: ['latency', 'memory cl'],
  profile: ['memory profile'],
  link: ['pcie', 'slot'],
  background: [],
  clocks: [],
  average: ['fps', 'avg', 'average fps', 'mean'],
  low: ['1 % low', '1% low', 'low fps'],
  low_percent: ['low percent'],
  low_definition: ['low definition'],
  source: ['from'],
  on: ['date', 'day'],
  trust: [],
  rig: ['system'],
  note: ['notes', 'remark'],
  excluded: ['set aside', 'set_aside'],
} as const satisfies Record<string, readonly string[]>;
type Column = keyof typeof COLUMNS;

const NAMES = new Map<string, Column>(
  (Object.entries(COLUMNS) as [Column, readonly string[]][]).flatMap(([column, others]) =>
    [column, column.replaceAll('_', ' '), ...others].map((name) => [name, column] as const),
  ),
);

/** What a table's rows say nothing of. */
export interface TableDefaults {
  readonly source: string;
  /** ISO date. */
  readonly on: string;
  /** Prefix of the ids of rows without one. */
  readonly idPrefix: string;
  /** Conditions that hold for every row that does not say otherwise; null leaves them unknown. */
  readonly renderScale: number | null;
  readonly memory: BenchRecord['memory'] | null;
}

export interface TableRead {
  readonly records: readonly BenchRecord[];
  /** Rows that were not taken, by row of the table (the heading is row 1). */
  readonly problems: readonly Problem[];
  /** Columns that nothing was read from. */
  readonly ignored: readonly string[];
  readonly rows: number;
}

/** How a name in a table is told from others: case, spaces and dashes do not matter. */
const bare = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');

/** Finds parts and games by id, by name, or by maker and name. Ambiguous names are not guessed. */
export function nameFinder(catalogue: Catalogue): {
  readonly game: (text: string) => string | null;
  readonly cpu: (text: string) => string | null;
  readonly gpu: (text: string) => string | null;
} {
  const table = (entries: readonly (readonly [string, string])[]) => {
    const found = new Map<string, string | null>();
    for (const [name, id] of entries) {
      const key = bare(name);
      found.set(key, found.has(key) && found.get(key) !== id ? null : id);
    }
    return (text: string) => found.get(bare(text)) ?? null;
  };
  const ofSlot = (slot: string) =>
    table(
      catalogue.parts
        .filter((part) => part.kind === slot)
        .flatMap((part) => [
          [part.id, part.id],
          [part.name, part.id],
          [`${part.brand} ${part.name}`, part.id],
        ]),
    );
  return {
    game: table(
      catalogue.frameModel.games.flatMap((game) => [
        [game.id, game.id],
        [game.name, game.id],
      ]),
    ),
    cpu: ofSlot('cpu'),
    gpu: ofSlot('gpu'),
  };
}

const YES = new Set(['yes', 'y', 'true', '1', 'on', 'x']);
const NO = new Set(['no', 'n', 'false', '0', 'off', '']);

/**
 * Reads a number as people write it: 143.5, 143,5, "143.5 fps", 1,234.5. A comma with three digits after it and no
 * point is doubtful, and not guessed. NaN for anything else.
 */
export function readNumber(text: string): number {
  const plain = text.replace(/\s|fps|%|GB|MT\/s/gi, '');
  if (/^-?\d+(\.\d+)?$/.test(plain)) return Number(plain);
  if (/^-?\d+,\d+$/.test(plain)) return /,\d{3}$/.test(plain) ? NaN : Number(plain.replace(',', '.'));
  if (/^-?\d{1,3}(,\d{3})+\.\d+$/.test(plain)) return Number(plain.replaceAll(',', ''));
  if (/^-?\d{1,3}(\.\d{3})+,\d+$/.test(plain)) return Number(plain.replaceAll('.', '').replace(',', '.'));
  return NaN;
}

/** Reads a table of records. Rows that cannot be taken are told by row and column; the others are given back. */
export function readRecordsTable(text: string, catalogue: Catalogue, defaults: TableDefaults): TableRead {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trimEnd(), { skipEmptyLines: 'greedy' });
  const [heading, ...lines] = parsed.data;
  const columns = (heading ?? []).map(
    (name) => NAMES.get(name.trim().toLowerCase().replace(/\s+/g, ' ')) ?? null,
  );
  const ignored = (heading ?? []).filter((_, c) => columns[c] === null);
  const lacking = (['game', 'cpu', 'average'] as const).filter((column) => !columns.includes(column));
  if (lacking.length > 0)
    return {
      records: [],
      ignored,
      rows: lines.length,
      problems: [
        {
          path: 'row 1',
          message: `the heading has no column ${lacking.map((each) => `“${each}”`).join(', ')}`,
          mend: 'Name the columns in the first row; game, processor and average are needed. The format’s page lists all.',
        },
      ],
    };
  if (lines.length > MOST_RECORDS)
    return {
      records: [],
      ignored,
      rows: lines.length,
      problems: [
        {
          path: 'the whole table',
          message: `${lines.length} rows; at most ${MOST_RECORDS} are taken at once`,
          mend: 'Split the file.',
        },
      ],
    };
  const find = nameFinder(catalogue);
  const records: BenchRecord[] = [];
  const problems: Problem[] = [];
  const ids = new Set<string>();
  lines.forEach((cells, at) => {
    const row = at + 2;
    const cell = new Map<Column, string>();
    columns.forEach((column, c) => {
      const value = cells[c]?.trim() ?? '';
      if (column && value !== '') cell.set(column, value);
    });
    const before = problems.length;
    const wrong = (column: Column, message: string, mend: string) => {
      problems.push({ path: `row ${row}, ${column.replaceAll('_', ' ')}`, message, mend });
      return null;
    };
    const number = (column: Column) => {
      const value = cell.get(column);
      if (value === undefined) return null;
      const read = readNumber(value);
      return Number.isNaN(read)
        ? wrong(
            column,
            `“${value}” is not a plain number`,
            'Write it as 143.5, without a separator of thousands.',
          )
        : read;
    };
    const flag = (column: Column) => {
      const value = cell.get(column)?.toLowerCase();
      if (value === undefined) return null;
      if (YES.has(value)) return true;
      return NO.has(value) ? false : wrong(column, `“${value}” is neither yes nor no`, 'Write yes or no.');
    };
    const size = /^(\d{3,5})\s*[x×*]\s*(\d{3,5})$/i.exec(cell.get('resolution') ?? '');
    if (cell.has('resolution') && !size)
      wrong('resolution', `“${cell.get('resolution') ?? ''}” is not a resolution`, 'Write it as 1920x1080.');
    const link = /^(?:gen\s*)?(\d)(?:\.0)?\s*x\s*(\d{1,2})$/i.exec(cell.get('link') ?? '');
    if (cell.has('link') && !link)
      wrong('link', `“${cell.get('link') ?? ''}” is not a link`, 'Write generation and lanes as 4x8.');
    const gpu = cell.get('gpu');
    const isIntegrated = gpu === undefined || /^(none|integrated|-|–)$/i.test(gpu);
    const lowFps = number('low');
    const clocks = cell.get('clocks')?.toLowerCase();
    const draft = {
      id: cell.get('id') ?? `${defaults.idPrefix}.${row}`,
      game: find.game(cell.get('game') ?? '') ?? cell.get('game'),
      preset: cell.get('preset')?.toLowerCase() ?? null,
      widthPx: size ? Number(size[1]) : number('width'),
      heightPx: size ? Number(size[2]) : number('height'),
      renderScale: cell.has('render_scale') ? number('render_scale') : defaults.renderScale,
      generatedFrames: flag('generated_frames') ?? false,
      cpu: find.cpu(cell.get('cpu') ?? '') ?? cell.get('cpu'),
      gpu: isIntegrated ? null : (find.gpu(gpu) ?? gpu),
      memory: {
        gb: number('memory_gb') ?? defaults.memory?.gb ?? null,
        channels: number('channels') ?? defaults.memory?.channels ?? null,
        mts: number('mts') ?? defaults.memory?.mts ?? null,
        cl: number('cl') ?? defaults.memory?.cl ?? null,
        profile: flag('profile') ?? defaults.memory?.profile ?? null,
      },
      link: link ? { generation: Number(link[1]), lanes: Number(link[2]) } : null,
      background: backgroundFrom1(cell.get('background') ?? 'none'),
      clocks: clocks ?? 'stock',
      average: number('average'),
      low:
        lowFps === null
          ? null
          : {
              fps: lowFps,
              percent: number('low_percent') ?? 1,
              definition: cell.get('low_definition') ?? null,
            },
      source: { name: cell.get('source') ?? defaults.source, on: cell.get('on') ?? defaults.on },
      trust: cell.get('trust') ?? 'good',
      rig: cell.get('rig') ?? null,
      note: cell.get('note') ?? '',
      excluded: cell.get('excluded') ?? null,
    };
    if (problems.length > before) return;
    const read = recordSchema.safeParse(draft);
    if (!read.success) {
      for (const problem of problemsOf(read.error, draft))
        problems.push({ ...problem, path: `row ${row}, ${problem.path}` });
      return;
    }
    if (ids.has(read.data.id)) {
      wrong('id', `“${read.data.id}” stands twice`, 'Give each row its own id, or leave the column out.');
      return;
    }
    ids.add(read.data.id);
    records.push(read.data);
  });
  return { records, problems, ignored, rows: lines.length };
}

/** A cell that a spreadsheet would take for a formula is written as text. */
const safe = (text: string) => (/^[=+\-@\t\r]/.test(text) && Number.isNaN(Number(text)) ? `'${text}` : text);

/** Writes records as CSV (RFC 4180), readable by {@link readRecordsTable}. */
export function writeRecordsTable(records: readonly BenchRecord[]): string {
  const columns = (Object.keys(COLUMNS) as Column[]).filter((column) => column !== 'resolution');
  const yes = (value: boolean | null) => (value === null ? '' : value ? 'yes' : 'no');
  const rows = records.map((each): Record<string, string | number | null> => ({
    id: each.id,
    game: each.game,
    preset: each.preset,
    width: each.widthPx,
    height: each.heightPx,
    render_scale: each.renderScale,
    generated_frames: yes(each.generatedFrames),
    cpu: each.cpu,
    gpu: each.gpu ?? 'integrated',
    memory_gb: each.memory.gb,
    channels: each.memory.channels,
    mts: each.memory.mts,
    cl: each.memory.cl,
    profile: yes(each.memory.profile),
    link: each.link ? `${each.link.generation}x${each.link.lanes}` : '',
    background: each.background,
    clocks: each.clocks,
    average: each.average,
    low: each.low?.fps ?? null,
    low_percent: each.low?.percent ?? null,
    low_definition: each.low?.definition ?? null,
    source: each.source.name,
    on: each.source.on,
    trust: each.trust,
    rig: each.rig,
    note: each.note,
    excluded: each.excluded,
  }));
  return `${Papa.unparse(
    [
      columns,
      ...rows.map((row) =>
        columns.map((column) => {
          const value = row[column] ?? '';
          return typeof value === 'string' ? safe(value) : value;
        }),
      ),
    ],
    { newline: '\n' },
  )}\n`;
}
