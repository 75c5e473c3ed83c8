import { FORMULA } from './formula.ts';
import type { BenchRecord, Catalogue } from '@ripe-pick/core/parts';
import Papa from 'papaparse';
import { problemsOf, type Problem } from './problems.ts';
import { MOST } from './limits.ts';
import { recordSchema } from './records.ts';
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
  clocks: ['state'],
  ray_tracing: ['ray tracing', 'rt'],
  own_settings: ['own settings', 'custom settings'],
  tool: ['capture tool', 'captured with'],
  average: ['fps', 'avg', 'average fps', 'mean'],
  low: ['1 % low', '1% low', 'low fps'],
  low_percent: ['low percent'],
  low_definition: ['low definition'],
  minimum: ['min', 'min fps'],
  maximum: ['max', 'max fps'],
  percentile_90: ['p90', '90th percentile'],
  cpu_watts: ['cpu watts', 'processor watts'],
  gpu_watts: ['gpu watts', 'card watts'],
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
function nameFinder(catalogue: Catalogue): {
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

/** One row of a table on its way to a record; what cannot be read is told by its column. */
class TableRow {
  readonly problems: Problem[] = [];

  constructor(
    readonly number: number,
    private readonly cells: ReadonlyMap<Column, string>,
  ) {}

  text(column: Column): string | null {
    return this.cells.get(column) ?? null;
  }

  lower(column: Column): string | null {
    return this.text(column)?.toLowerCase() ?? null;
  }

  wrong(column: Column, message: string, mend: string): null {
    this.problems.push({ path: `row ${this.number}, ${column.replaceAll('_', ' ')}`, message, mend });
    return null;
  }

  value(column: Column): number | null {
    const text = this.text(column);
    if (text === null) return null;
    const read = readNumber(text);
    if (!Number.isNaN(read)) return read;
    const mend = 'Write it as 143.5, without a separator of thousands.';
    return this.wrong(column, `“${text}” is not a plain number`, mend);
  }

  flag(column: Column): boolean | null {
    const text = this.lower(column);
    if (text === null) return null;
    if (YES.has(text)) return true;
    return NO.has(text) ? false : this.wrong(column, `“${text}” is neither yes nor no`, 'Write yes or no.');
  }

  /** Two numbers in one cell; null where it is empty or not so. */
  pair(column: Column, pattern: RegExp, what: string, mend: string): readonly [number, number] | null {
    const text = this.text(column);
    if (text === null) return null;
    const found = pattern.exec(text);
    return found
      ? [Number(found[1]), Number(found[2])]
      : this.wrong(column, `“${text}” is not a ${what}`, mend);
  }
}

/** Null in place of figures of which none is told. */
const figuresOrNull = <T extends object>(figures: T): T | null =>
  Object.values(figures).every((each) => each === null) ? null : figures;

/** A row as a record, before its schema has looked at it. */
function draftOf(row: TableRow, find: ReturnType<typeof nameFinder>, defaults: TableDefaults) {
  const size = row.pair(
    'resolution',
    /^(\d{3,5})\s*[x×*]\s*(\d{3,5})$/i,
    'resolution',
    'Write it as 1920x1080.',
  );
  const link = row.pair(
    'link',
    /^(?:gen\s*)?(\d)(?:\.0)?\s*x\s*(\d{1,2})$/i,
    'link',
    'Write generation and lanes as 4x8.',
  );
  const gpu = row.text('gpu');
  const isIntegrated = gpu === null || /^(none|integrated|-|–)$/i.test(gpu);
  const lowFps = row.value('low');
  const named = (column: 'game' | 'cpu') =>
    find[column](row.text(column) ?? '') ?? row.text(column) ?? undefined;
  const { memory } = defaults;
  return {
    id: row.text('id') ?? `${defaults.idPrefix}.${row.number}`,
    game: named('game'),
    preset: row.lower('preset'),
    widthPx: size ? size[0] : row.value('width'),
    heightPx: size ? size[1] : row.value('height'),
    renderScale: row.text('render_scale') === null ? defaults.renderScale : row.value('render_scale'),
    generatedFrames: row.flag('generated_frames') ?? false,
    cpu: named('cpu'),
    gpu: isIntegrated ? null : (find.gpu(gpu) ?? gpu),
    memory: {
      gb: row.value('memory_gb') ?? memory?.gb ?? null,
      channels: row.value('channels') ?? memory?.channels ?? null,
      mts: row.value('mts') ?? memory?.mts ?? null,
      cl: row.value('cl') ?? memory?.cl ?? null,
      profile: row.flag('profile') ?? memory?.profile ?? null,
    },
    link: link && { generation: link[0], lanes: link[1] },
    background: backgroundFrom1(row.text('background') ?? 'none'),
    clocks: row.lower('clocks')?.replace(/\s+/g, '-') ?? 'stock',
    rayTracing: row.flag('ray_tracing'),
    settings: row.text('own_settings') ?? '',
    tool: row.text('tool') ?? '',
    average: row.value('average'),
    low:
      lowFps === null
        ? null
        : { fps: lowFps, percent: row.value('low_percent') ?? 1, definition: row.text('low_definition') },
    spread: figuresOrNull({
      minimum: row.value('minimum'),
      maximum: row.value('maximum'),
      percentile90: row.value('percentile_90'),
    }),
    watts: figuresOrNull({ cpu: row.value('cpu_watts'), gpu: row.value('gpu_watts') }),
    source: { name: row.text('source') ?? defaults.source, on: row.text('on') ?? defaults.on },
    trust: row.text('trust') ?? 'good',
    rig: row.text('rig'),
    note: row.text('note') ?? '',
    excluded: row.text('excluded'),
  };
}

/** What is wrong with a table as a whole; null when its rows can be looked at. */
function tableProblem(columns: readonly (Column | null)[], rows: number): Problem | null {
  const lacking = (['game', 'cpu', 'average'] as const).filter((column) => !columns.includes(column));
  if (lacking.length > 0)
    return {
      path: 'row 1',
      message: `the heading has no column ${lacking.map((each) => `“${each}”`).join(', ')}`,
      mend: 'Name the columns in the first row; game, processor and average are needed. The format’s page lists all.',
    };
  if (rows <= MOST.records) return null;
  const message = `${rows} rows; at most ${MOST.records} are taken at once`;
  return { path: 'the whole table', message, mend: 'Split the file.' };
}

/** Reads a table of records. Rows that cannot be taken are told by row and column; the others are given back. */
export function readRecordsTable(text: string, catalogue: Catalogue, defaults: TableDefaults): TableRead {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trimEnd(), { skipEmptyLines: 'greedy' });
  const [heading = [], ...lines] = data;
  const columns = heading.map((name) => NAMES.get(name.trim().toLowerCase().replace(/\s+/g, ' ')) ?? null);
  const ignored = heading.filter((_, c) => columns[c] === null);
  const whole = tableProblem(columns, lines.length);
  if (whole) return { records: [], ignored, rows: lines.length, problems: [whole] };
  const find = nameFinder(catalogue);
  const records: BenchRecord[] = [];
  const problems: Problem[] = [];
  const ids = new Set<string>();
  lines.forEach((cells, at) => {
    const filled = columns.flatMap((column, c): [Column, string][] => {
      const value = cells[c]?.trim() ?? '';
      return column && value !== '' ? [[column, value]] : [];
    });
    const row = new TableRow(at + 2, new Map(filled));
    const draft = draftOf(row, find, defaults);
    const read = row.problems.length === 0 ? recordSchema.safeParse(draft) : null;
    if (read?.success && ids.has(read.data.id))
      row.wrong('id', `“${read.data.id}” stands twice`, 'Give each row its own id, or leave the column out.');
    if (read && !read.success)
      for (const problem of problemsOf(read.error, draft))
        row.problems.push({ ...problem, path: `row ${row.number}, ${problem.path}` });
    problems.push(...row.problems);
    if (!read?.success || row.problems.length > 0) return;
    ids.add(read.data.id);
    records.push(read.data);
  });
  return { records, problems, ignored, rows: lines.length };
}

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
    ray_tracing: yes(each.rayTracing),
    own_settings: each.settings,
    tool: each.tool,
    average: each.average,
    low: each.low?.fps ?? null,
    low_percent: each.low?.percent ?? null,
    low_definition: each.low?.definition ?? null,
    minimum: each.spread?.minimum ?? null,
    maximum: each.spread?.maximum ?? null,
    percentile_90: each.spread?.percentile90 ?? null,
    cpu_watts: each.watts?.cpu ?? null,
    gpu_watts: each.watts?.gpu ?? null,
    source: each.source.name,
    on: each.source.on,
    trust: each.trust,
    rig: each.rig,
    note: each.note,
    excluded: each.excluded,
  }));
  return `${Papa.unparse([columns, ...rows.map((row) => columns.map((column) => row[column] ?? ''))], {
    newline: '\n',
    escapeFormulae: FORMULA,
  })}\n`;
}
