import { briefOf, catalogueOf, MAX_BODY_BYTES, problemLine, type Problem } from '@ripe-pick/contract';
import { isBarrier } from '@ripe-pick/core/compatibility';
import { indexMarket } from '@ripe-pick/core/money';
import { readBrief, readBuild, readCatalogue, readRecords, type Read } from '@ripe-pick/server/transfer';
import { readArguments, USAGE } from './args.ts';
import { fitCommand } from './fit.ts';
import { growReport, pathText } from './grow.ts';
import { buildReport, solveReport } from './report.ts';
import type { Surroundings } from './surroundings.ts';
import { buildText, money } from './text.ts';

const MOST_LINES = 50;

class BadInput extends Error {}

/** Runs the command and returns its exit code. */
export function run(argv: readonly string[], world: Surroundings): number {
  const args = readArguments(argv);
  if (typeof args === 'string') {
    world.err(args === '' ? USAGE : `arguments: ${args}\n\n${USAGE}`);
    return args === '' ? 0 : 2;
  }
  const complain = (path: string, problems: readonly Problem[]): never => {
    for (const problem of problems.slice(0, MOST_LINES)) world.err(`${path}: ${problemLine(problem)}`);
    if (problems.length > MOST_LINES) world.err(`${path}: and ${problems.length - MOST_LINES} more problems`);
    throw new BadInput();
  };
  const load = <T>(path: string, reader: (text: string) => Read<T>): T => {
    const size = world.size(path);
    if (size === null)
      return complain(path, [{ path: 'file', message: 'cannot be read', mend: 'Check the path.' }]);
    if (size > MAX_BODY_BYTES) {
      const mb = (bytes: number) => Math.round(bytes / 1024 / 1024);
      return complain(path, [
        {
          path: 'file',
          message: `has ${mb(size)} MB, at most ${mb(MAX_BODY_BYTES)} MB are taken`,
          mend: 'Split it, or leave out offers that are not needed.',
        },
      ]);
    }
    const read = reader(world.read(path));
    return read.ok ? read.value : complain(path, read.problems);
  };
  try {
    const catalogueFile = load(args.catalogue, readCatalogue);
    if (args.command === 'fit') {
      const records = load(args.records ?? '', (text) => readRecords(text, catalogueFile));
      return fitCommand(catalogueFile, records, args, world);
    }
    const briefFile = load(args.brief, (text) => readBrief(text, catalogueFile));
    const brief = briefOf(briefFile);
    const catalogue = catalogueOf(catalogueFile);
    if (args.command === 'solve') {
      const report = solveReport(brief, catalogue, args.runnersUp);
      if (args.json) world.out(JSON.stringify(report, null, 2));
      else if (report.best) {
        world.out(`Proved best, ${(report.best.score / 1000).toFixed(3)}:\n${buildText(report.best)}`);
        report.runnersUp.forEach((each, n) =>
          world.out(`\nRunner-up ${n + 1}, ${(each.score / 1000).toFixed(3)}:\n${buildText(each)}`),
        );
      } else {
        world.out('Nothing fits this brief. What would help:');
        for (const each of report.relaxations)
          world.out(`  ${each.sentence} (then ${money(each.cost, brief.money.currency)})`);
        for (const { wishes } of report.conflicts)
          world.out(`  These cannot all be kept: ${wishes.join('; ')}`);
        if (report.relaxations.length === 0)
          world.out('  No single change or pair of changes that was tried makes a build possible.');
      }
      return report.best ? 0 : 1;
    }
    if (args.command === 'grow') {
      const own = args.build === null ? null : load(args.build, (text) => readBuild(text, catalogueFile));
      const report = growReport(brief, catalogue, args.runnersUp, own);
      if (args.json) world.out(JSON.stringify(report, null, 2));
      else {
        const { currency } = brief.money;
        if (report.own) world.out(`As planned: ${pathText(report.own, currency)}\n`);
        report.paths.forEach((path, n) =>
          world.out(`${n === 0 ? 'Proved best path' : `Runner-up ${n}`}: ${pathText(path, currency)}\n`),
        );
        if (report.today) world.out(`Best of today, grown: ${pathText(report.today, currency)}`);
        if (report.paths.length === 0) world.out('No path: nothing fits, or a rate is missing.');
      }
      return report.paths.length > 0 ? 0 : 1;
    }
    const build = load(args.build ?? '', (text) => readBuild(text, catalogueFile));
    const report = buildReport(build.picks, brief, catalogue, indexMarket(catalogue, brief));
    if (args.command === 'rates') {
      world.out(args.json ? JSON.stringify({ rates: report.rates }, null, 2) : buildText(report));
      return 0;
    }
    world.out(args.json ? JSON.stringify(report, null, 2) : buildText(report));
    const isBroken = report.open.length > 0 || report.checks.some((finding) => isBarrier(finding, true));
    return isBroken ? 1 : 0;
  } catch (error) {
    if (error instanceof BadInput) return 2;
    throw error;
  }
}
