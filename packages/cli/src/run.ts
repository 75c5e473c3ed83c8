import {
  briefOf,
  buildLogMarkdown,
  buildLogOf,
  catalogueOf,
  MAX_BODY_BYTES,
  problemLine,
  type CatalogueFile,
  type Problem,
} from '@ripe-pick/contract';
import { isBarrier } from '@ripe-pick/core/compatibility';
import type { Brief, Catalogue } from '@ripe-pick/core/parts';
import { openSession } from '@ripe-pick/core/session';
import {
  readBrief,
  readBuild,
  readCatalogueFile,
  readRecordsFile,
  type Read,
} from '@ripe-pick/server/transfer';
import { assemblyInput } from './assemble.ts';
import { readArguments, USAGE, type Arguments } from './args.ts';
import { fitCommand } from './fit.ts';
import { growReport, pathText } from './grow.ts';
import { buildReport, solveReport } from './report.ts';
import type { Surroundings } from './surroundings.ts';
import { moneyText as money } from '@ripe-pick/core/units';
import { buildText } from './text.ts';

const MOST_LINES = 50;

class BadInput extends Error {}

/** What a command works with: its arguments, its files read, and where it writes. */
class CommandDesk {
  constructor(
    readonly args: Arguments,
    readonly world: Surroundings,
  ) {}

  /** Reads a file; what is wrong with it is told by place, and ends the command. */
  load<T>(path: string | null, reader: (text: string) => Read<T>): T {
    const file = path ?? '';
    const size = this.world.size(file);
    if (size === null)
      return this.complain(file, [{ path: 'file', message: 'cannot be read', mend: 'Check the path.' }]);
    if (size > MAX_BODY_BYTES) {
      const mb = (bytes: number) => Math.round(bytes / 1024 / 1024);
      const message = `has ${mb(size)} MB, at most ${mb(MAX_BODY_BYTES)} MB are taken`;
      const mend = 'Split it, or leave out offers that are not needed.';
      return this.complain(file, [{ path: 'file', message, mend }]);
    }
    let text: string;
    try {
      text = this.world.read(file);
    } catch {
      return this.complain(file, [{ path: 'file', message: 'cannot be read', mend: 'Check its rights.' }]);
    }
    const read = reader(text);
    return read.ok ? read.value : this.complain(file, read.problems);
  }

  /** Sees to it that what is worked out can be written, before it is. */
  mayWrite(path: string | null): void {
    const problem = path === null ? null : this.world.cannotWrite(path);
    if (path !== null && problem !== null)
      this.complain(path, [{ path: 'file', message: problem, mend: 'Name another file.' }]);
  }

  private complain(path: string, problems: readonly Problem[]): never {
    for (const problem of problems.slice(0, MOST_LINES)) this.world.err(`${path}: ${problemLine(problem)}`);
    if (problems.length > MOST_LINES)
      this.world.err(`${path}: and ${problems.length - MOST_LINES} more problems`);
    throw new BadInput();
  }

  /** Prints a report: as JSON where that is asked for, else for a person. */
  print(report: unknown, lines: () => readonly string[]): void {
    if (this.args.json) this.world.out(JSON.stringify(report, null, 2));
    else for (const line of lines()) this.world.out(line);
  }
}

interface Question {
  readonly catalogueFile: CatalogueFile;
  readonly catalogue: Catalogue;
  readonly brief: Brief;
}

function solve(desk: CommandDesk, { brief, catalogue }: Question): number {
  const report = solveReport(brief, catalogue, desk.args.runnersUp);
  const { best, runnersUp, relaxations, conflicts, blockers } = report;
  const points = (score: number) => (score / 1000).toFixed(3);
  desk.print(report, () =>
    best
      ? [
          `Proved best, ${points(best.score)}:\n${buildText(best)}`,
          ...runnersUp.map((each, n) => `\nRunner-up ${n + 1}, ${points(each.score)}:\n${buildText(each)}`),
        ]
      : [
          'Nothing fits this brief. What would help:',
          ...blockers.map(({ sentence }) => `  ${sentence}`),
          ...relaxations.map(
            ({ sentence, cost }) => `  ${sentence} (then ${money(cost, brief.money.currency)})`,
          ),
          ...conflicts.map(({ wishes }) => `  These cannot all be kept: ${wishes.join('; ')}`),
          ...(relaxations.length + blockers.length === 0
            ? ['  No single change or pair of changes that was tried makes a build possible.']
            : []),
        ],
  );
  return best ? 0 : 1;
}

function grow(desk: CommandDesk, { brief, catalogue, catalogueFile }: Question): number {
  const { build, runnersUp } = desk.args;
  const own = build === null ? null : desk.load(build, (text) => readBuild(text, catalogueFile));
  const report = growReport(brief, catalogue, runnersUp, own);
  const { currency } = brief.money;
  desk.print(report, () => [
    ...(report.own ? [`As planned: ${pathText(report.own, currency)}\n`] : []),
    ...report.paths.map(
      (path, n) => `${n === 0 ? 'Proved best path' : `Runner-up ${n}`}: ${pathText(path, currency)}\n`,
    ),
    ...(report.today ? [`Best of today, grown: ${pathText(report.today, currency)}`] : []),
    ...(report.paths.length === 0 ? ['No path: nothing fits, or a rate is missing.'] : []),
  ]);
  return report.paths.length > 0 ? 0 : 1;
}

function reportOf(desk: CommandDesk, { brief, catalogue, catalogueFile }: Question) {
  const build = desk.load(desk.args.build, (text) => readBuild(text, catalogueFile));
  return buildReport(build.picks, openSession(catalogue, brief));
}

function rates(desk: CommandDesk, asked: Question): number {
  const report = reportOf(desk, asked);
  desk.print({ rates: report.rates }, () => [buildText(report)]);
  return 0;
}

function check(desk: CommandDesk, asked: Question): number {
  const report = reportOf(desk, asked);
  desk.print(report, () => [buildText(report)]);
  const isBroken = report.open.length > 0 || report.checks.some((finding) => isBarrier(finding, true));
  return isBroken ? 1 : 0;
}

function assemble(desk: CommandDesk, catalogueFile: CatalogueFile): number {
  const { args } = desk;
  const build = desk.load(args.build, (text) => readBuild(text, catalogueFile));
  const brief =
    args.brief === '' ? null : briefOf(desk.load(args.brief, (text) => readBrief(text, catalogueFile)));
  const input = assemblyInput(build.picks, catalogueOf(catalogueFile), brief);
  const report = buildLogOf(build.name ?? 'a build', input);
  desk.print(report, () =>
    args.markdown
      ? [buildLogMarkdown(report)]
      : report.steps.map(({ title, minutes, check }, n) => `${n + 1}. ${title} (${minutes} min): ${check}`),
  );
  return 0;
}

const ASKS = { solve, grow, rates, check };

function answer(desk: CommandDesk): number {
  const { args, world } = desk;
  desk.mayWrite(args.out);
  const catalogueFile = desk.load(args.catalogue, readCatalogueFile);
  if (args.command === 'fit') {
    const records = desk.load(args.records, (text) => readRecordsFile(text, catalogueFile));
    return fitCommand(catalogueFile, records, args, world);
  }
  if (args.command === 'assemble') return assemble(desk, catalogueFile);
  const brief = briefOf(desk.load(args.brief, (text) => readBrief(text, catalogueFile)));
  return ASKS[args.command](desk, { catalogueFile, catalogue: catalogueOf(catalogueFile), brief });
}

/** Runs the command and returns its exit code. */
export function run(argv: readonly string[], world: Surroundings): number {
  const args = readArguments(argv);
  if (typeof args === 'string') {
    if (args === '') world.out(USAGE);
    else world.err(`arguments: ${args}. --help lists what there is.`);
    return args === '' ? 0 : 2;
  }
  try {
    return answer(new CommandDesk(args, world));
  } catch (error) {
    if (error instanceof BadInput) return 2;
    throw error;
  }
}
