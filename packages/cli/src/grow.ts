import { finish } from '@ripe-pick/core/work';
import {
  bestFrom,
  evaluatePath,
  growthWorld,
  searchCacheFor,
  planGrowth,
  runsFrom,
  type FoundPath,
  type GrowthWorld,
  type Path,
} from '@ripe-pick/core/growth';
import type { Brief, Catalogue, Picks } from '@ripe-pick/core/parts';
import { moneyText as money } from '@ripe-pick/core/units';

const partOf = (world: GrowthWorld, id: string) => {
  const part = world.priceIndex.parts.get(id);
  return part ? `${part.brand} ${part.name}` : id;
};

/** A path in figures: what each step takes in and out, and what comes of it. Money in minor units, scores in thousandths. */
function pathReport(world: GrowthWorld, path: Path) {
  const report = evaluatePath(world, path);
  return {
    picks: path.picks,
    steps: path.steps,
    score: report.value,
    paidMinor: report.paid,
    backMinor: report.back,
    worthAtEndMinor: report.worthAtEnd,
    isSound: report.isSound,
    scoresByMonth: report.scores,
    runsFrom: runsFrom(report, world.brief.growth.start.playableFps),
    stages: report.stages.map(({ holding: _, lines, ...stage }) => ({
      ...stage,
      lines: lines.map(({ part, forcedBy, then, ...line }) => ({
        ...line,
        part: part.id,
        name: partOf(world, part.id),
        thenMinor: then?.minor ?? null,
        interval80Minor: then ? { low: then.low, high: then.high } : null,
        forcedBy: forcedBy?.sentence ?? null,
      })),
    })),
  };
}
type PathAnswer = ReturnType<typeof pathReport>;

const pathOf = ({ base, steps }: FoundPath): Path => ({ picks: base.picks, steps });

/** The best paths of a brief; of a build its own path, where the file has one, and the best that can become of it. */
export function growReport(
  brief: Brief,
  catalogue: Catalogue,
  wanted: number,
  build: { readonly picks: Picks; readonly path: Path['steps'] } | null,
) {
  const world = growthWorld({ catalogue, brief, events: [] });
  const { horizonMonths } = brief.growth;
  const falls = world.outlook.falls.map(({ kind, yearly, from }) => ({ kind, yearly, from }));
  const shared = {
    horizonMonths,
    stages: world.stages.map(({ on, income }) => ({ on, incomeMinor: income })),
    falls,
  };
  if (build) {
    const best = bestFrom(searchCacheFor(world), build.picks);
    return {
      ...shared,
      status: best ? ('optimal' as const) : ('infeasible' as const),
      paths: best ? [pathReport(world, pathOf(best))] : [],
      today: null,
      own: pathReport(world, { picks: build.picks, steps: build.path }),
    };
  }
  const plan = finish(planGrowth(world, wanted));
  return {
    ...shared,
    status: plan.status,
    paths: plan.answers.map((answer) => pathReport(world, pathOf(answer))),
    today: plan.today ? pathReport(world, pathOf(plan.today)) : null,
    own: null,
  };
}

/** A path for a person at a terminal. */
export function pathText(path: PathAnswer, currency: string): string {
  const fps = (score: number | null) => (score === null ? 'unknown' : (score / 1000).toFixed(1));
  const lines = path.stages.map((stage) => {
    const head = `  ${stage.on}  ${stage.before === null ? '' : `${fps(stage.before)} -> `}${fps(stage.after)}, ${money(stage.paid, currency)} of ${money(stage.available, currency)}${stage.short > 0 ? `, ${money(stage.short, currency)} short` : ''}`;
    const moves = stage.lines.map(
      (line) =>
        `      ${line.way === 'in' ? 'in ' : 'out'} ${line.name}${line.thenMinor === null ? ', no price known' : `, about ${money(line.thenMinor, currency)}`}${line.forcedBy ? `; forced: ${line.forcedBy}` : ''}`,
    );
    const barriers = stage.barriers.map((found) => `      does not go: ${found.sentence} ${found.mend}`);
    return [head, ...moves, ...barriers].join('\n');
  });
  return [
    `${fps(path.score)} over the time, ${money(path.paidMinor - path.backMinor, currency)} out in all`,
    ...lines,
  ].join('\n');
}
