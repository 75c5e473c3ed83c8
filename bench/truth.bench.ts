/**
 * What the figures claim against what is so, on worlds that the code does not know. Seeds are named in advance: those that are reported here
 * are not those that anything was tuned on.
 */
import { barsOf, fitted, measureFrames, type Known } from './truth/frames.ts';
import type { ChoiceFigures } from './truth/choice.ts';
import { measureFaults, type FaultFigures } from './truth/faults.ts';
import type { SimpleRule } from './truth/buying.ts';
import { measurePrices, type PriceRow } from './truth/prices.ts';
import { MARKET_KINDS } from '@ripe-pick/worlds/markets';
import { frameWorld, HARSHNESSES, type HarshnessName } from '@ripe-pick/worlds/frames';

/** Reported: eight seeds of each. Tuned on: 1 to 99. */
const SEEDS = (process.env.TRUTH_SEEDS ?? '201,202,203,204,205,206,207,208').split(',').map(Number);
const KNOWN = (process.env.TRUTH_KNOWN ?? 'sparse,60,200,800')
  .split(',')
  .filter(Boolean)
  .map((each) => (each === 'sparse' ? each : Number(each)) as Known); // of that list

const percent = (value: number) => `${(100 * value).toFixed(1)} %`;
const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
/** Scenes that a machine is judged by. */
const SCENES = (process.env.TRUTH_SCENES ?? '2,4,8,12').split(',').filter(Boolean).map(Number);

/** With so many scenes the most that any judge can reach is worked out too: two minutes a world. */
const CEILING = (process.env.TRUTH_CEILING ?? '').split(',').filter(Boolean).map(Number);

const ceilingOf =
  (which: 'knowingAll' | 'knowingRecords', most: 0 | 1) =>
  ({ ceiling }: FaultFigures): number =>
    ceiling?.[which][most] ?? NaN;

/** A chance as stated, and whether it came; how much it counts, where not all count alike. */
interface Told {
  readonly stated: number;
  readonly is: boolean;
  readonly weight?: number;
}
/** Chances as stated against the share that came true, by tenths of what was stated. */
function chances(matches: readonly Told[]): string {
  const tenths = Array.from({ length: 10 }, (_, n) =>
    matches.filter(({ stated }) => Math.min(9, Math.floor(10 * stated)) === n),
  );
  const weighed = (of: readonly Told[], read: (each: Told) => number) =>
    Math.round(
      (100 * of.reduce((sum, each) => sum + (each.weight ?? 1) * read(each), 0)) /
        of.reduce((sum, { weight = 1 }) => sum + weight, 0),
    );
  return tenths
    .filter((each) => each.length >= 20)
    .map((each) => `.${weighed(each, ({ stated }) => stated)}→.${weighed(each, ({ is }) => Number(is))}`)
    .join(' ');
}

const ALL: readonly HarshnessName[] = ['mild', 'real', 'harsh'];
for (const harshness of ALL)
  for (const known of KNOWN) {
    const start = performance.now();
    const all = SEEDS.map((seed) => measureFrames(harshness, known, seed));
    const covered = all.map((each) => each.covered);
    const of = (read: (choice: ChoiceFigures) => number) => mean(all.map(({ choice }) => read(choice)));
    console.log(
      `${harshness.padEnd(6)} ${String(known).padEnd(7)} covered .${Math.round(100 * mean(covered))} (.${Math.round(100 * Math.min(...covered))} to .${Math.round(100 * Math.max(...covered))})`,
      `lows .${Math.round(100 * mean(all.map((each) => each.lowCovered)))}`,
      `error ${percent(mean(all.map((each) => each.medianError)))}, 90 % within ${percent(mean(all.map((each) => each.error90)))};`,
      ...Object.keys(all[0].simple).map(
        (name) => `${name} ${percent(mean(all.map((each) => each.simple[name])))}`,
      ),
      `\n       chosen: covered .${Math.round(100 * of(({ covered }) => covered))},`,
      `expected ${percent(of(({ tooHigh }) => tooHigh))} too high (score ${percent(of(({ scoreTooHigh }) => scoreTooHigh))}),`,
      `best .${Math.round(100 * of(({ best }) => best))} (stated .${Math.round(100 * of(({ bestStated }) => bestStated))}),`,
      `lost ${percent(of(({ lost }) => lost))} (stated ${percent(of(({ lostStated }) => lostStated))}), no more than at most .${Math.round(100 * of(({ lostAtMostHeld }) => lostAtMostHeld))},`,
      `group of ${of(({ group }) => group).toFixed(1)}, most expected loses ${percent(of(({ expectedLost }) => expectedLost))};`,
      `as good or better: ${chances(all.flatMap(({ choice }) => choice.matches))};`,
      `one build faster, by game: ${chances(all.flatMap(({ faster }) => faster.byGame))}, overall: ${chances(all.flatMap(({ faster }) => faster.overall))}`,
      `(${((performance.now() - start) / 1000 / SEEDS.length).toFixed(1)} s a world)`,
    );
  }

/** Machines of worlds of which 200 bars are known, healthy and with one fault each. */
for (const harshness of SCENES.length > 0 ? ALL : []) {
  const known = SEEDS.map((seed) => {
    const world = frameWorld(seed, HARSHNESSES[harshness]);
    return { world, model: fitted(world, barsOf(world, 200, seed)) };
  });
  for (const scenes of SCENES) {
    const withCeiling = CEILING.includes(scenes);
    const all = known.map(({ world, model }) =>
      measureFaults(world, model, scenes, withCeiling ? harshness : null),
    );
    const of = (read: (each: FaultFigures) => number) => Math.round(100 * mean(all.map(read)));
    console.log(
      `${harshness.padEnd(6)} ${String(scenes).padEnd(2)} scenes: false alarms ${of(({ alarms }) => alarms)} %,`,
      `faults first ${of(({ first }) => first)} %, in the first two ${of(({ firstTwo }) => firstTwo)} %, named ${of(({ named }) => named)} %;`,
      `of two at once both first ${of(({ bothFirst }) => bothFirst)} %, said to be two ${of(({ saidTwo }) => saidTwo)} %`,
      `(both right ${of(({ saidTwoRightly }) => saidTwoRightly)} %; of one or none ${of(({ saidTwoWrongly }) => saidTwoWrongly)} %);`,
      ...(withCeiling
        ? [
            `at best, knowing all ${of(ceilingOf('knowingAll', 0))} and ${of(ceilingOf('knowingAll', 1))} %,`,
            `knowing what records tell ${of(ceilingOf('knowingRecords', 0))} and ${of(ceilingOf('knowingRecords', 1))} %;`,
          ]
        : []),
      `leader ${chances(all.flatMap(({ leaders }) => leaders))}`,
    );
  }
}

/** Markets, looked at in these ways: offers of like parts, looks at each, days from one look to the next. */
const LOOKINGS = (process.env.TRUTH_LOOKS ?? '40x12x1,40x15x1,40x40x1,40x30x3,40x90x1,0x40x1')
  .split(',')
  .filter(Boolean)
  .map((each) => {
    const [offers, looks, every] = each.split('x').map(Number);
    return { offers, looks, every };
  });
for (const looking of LOOKINGS)
  for (const kind of MARKET_KINDS) {
    const rows = SEEDS.flatMap((seed) => measurePrices(kind, seed, looking));
    const spoken = rows.filter(({ isSpoken }) => isSpoken);
    const waits = spoken.filter(({ advice }) => advice === 'wait');
    const told = (of: readonly PriceRow[], read: (row: PriceRow) => { stated: number; came: number }) =>
      `${percent(mean(of.map((row) => read(row).stated)))} → ${percent(mean(of.map((row) => read(row).came)))}`;
    console.log(
      `${kind.padEnd(16)} ${looking.offers} offers, ${looking.looks} looks, one in ${looking.every} days: spoken on ${percent(spoken.length / rows.length)} of ${rows.length}`,
      ...(spoken.length === 0
        ? []
        : [
            `regret ${percent(mean(spoken.map(({ regret }) => regret)))};`,
            ...Object.keys(spoken[0].simple).map(
              (rule) => `${rule} ${percent(mean(spoken.map(({ simple }) => simple[rule as SimpleRule])))}`,
            ),
            `\n       regretted ${told(spoken, ({ regretted }) => regretted)}, least covered ${percent(mean(spoken.map(({ leastCovered }) => Number(leastCovered))))}`,
          ]),
      ...(waits.length === 0
        ? []
        : [
            `${waits.length} waits: saving ${told(waits, ({ saving }) => saving)}, dearer ${told(waits, ({ dearer }) => dearer)}`,
          ]),
      `standing covered ${percent(mean(rows.map(({ standingCovered }) => Number(standingCovered))))}`,
    );
  }
