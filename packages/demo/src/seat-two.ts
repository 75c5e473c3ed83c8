import {
  assemblySchema,
  briefOf,
  candidateSchema,
  catalogueOf,
  orderSchema,
  tuningSchema,
  type Assembly,
  type BenchKept,
  type BenchRunKept,
  type Candidate,
  type CatalogueFile,
  type Order,
  type Tuning,
} from '@ripe-pick/contract';
import { assemblyInputOf, assemblySteps, USUAL_CHOICES } from '@ripe-pick/core/assembly';
import { settingsFor } from '@ripe-pick/core/bring-up';
import { arrived, plannedOrders } from '@ripe-pick/core/buying';
import {
  indexModel,
  meanFrameTime,
  sceneMaker,
  sideMean,
  systemOf,
  timeOn,
  type SystemRates,
} from '@ripe-pick/core/frames';
import { costOf } from '@ripe-pick/core/money';
import { fullName, type Brief, type Picks, type Slot } from '@ripe-pick/core/parts';
import { prepare } from '@ripe-pick/core/search';
import { openSession, type Session } from '@ripe-pick/core/session';
import { seedOf } from '@ripe-pick/core/stats';
import { swapsBetween } from '@ripe-pick/core/swaps';
import {
  machineOfSeed,
  nextStep,
  simulate,
  USUAL_PLANS,
  type StagePlan,
  type TuningAttempt,
} from '@ripe-pick/core/tuning';
import { finish } from '@ripe-pick/core/work';
import { SEAT_BRIEF } from './briefs.ts';
import { normal, randomSource } from './random.ts';

/*
 * The second seat, from the first list to the last pass: bought, built, dead at the first press since its board knew no such
 * processor, mended, tuned on the simulated machine, measured in its three states.
 */

const ID = 'seat-two';
const PROCESSOR = 'tarnholt-dunlin-250u';
const BOARD = 'kestrand-mole-t4-1a5';

/** What the demo keeps of the seat. */
export interface SeatTwo {
  readonly candidate: Candidate;
  readonly orders: readonly Order[];
  readonly assembly: Assembly;
  readonly tunings: readonly Tuning[];
}

const WHY: { readonly [S in Slot]?: string } = {
  cpu: 'it can be overclocked, and seat one is short of processor',
  motherboard: 'it overclocks, and takes a new BIOS from a stick without a processor',
  memory: 'its profile is as fast as the motherboard goes',
  gpu: 'the most frames for what was left',
  psu: 'enough for a larger graphics card later',
};
const DAYS = { chosen: '2026-10-31', ordered: '2026-11-02', came: '2026-11-06', built: '2026-11-07' };

/** The best set around the processor and the board. */
function picksOf(session: Session): Picks {
  const locks = [
    { slot: 'cpu', part: PROCESSOR, offer: null },
    { slot: 'motherboard', part: BOARD, offer: null },
  ] as const;
  const { money, whereToBuy } = session.brief;
  const locked = openSession(session.catalogue, {
    ...session.brief,
    locks: [...locks],
    dates: { buyOn: null, readyBy: null },
    money: { ...money, budgetMinor: 64_000 },
    // A listing that was bought would be gone by now.
    whereToBuy: { ...whereToBuy, conditions: ['new'], conditionsBySlot: {} },
  });
  const [best] = finish(prepare(locked).solve(locked.limit)).answers;
  if (!best) throw new Error('demo: no second seat can be bought');
  return best.picks;
}

function candidateOf(picks: Picks, session: Session): SeatTwo['candidate'] {
  const { parts, offers } = session.priceIndex;
  const decisions = swapsBetween({}, picks, session).map(({ slot, to, money, score }, n) => {
    const part = to && parts.get(to.part);
    return {
      at: `${DAYS.chosen}T19:${String(10 + n)}:00Z`,
      slot,
      chose: part
        ? {
            part: part.id,
            name: fullName(part),
            offer: to.offer,
            priceMinor: offers.get(to.offer ?? '')?.priceMinor ?? null,
          }
        : null,
      beat: null,
      why: WHY[slot] ?? 'the least that does the job',
      currency: session.brief.money.currency,
      moneyMinor: money,
      score,
    };
  });
  const note = 'Built after seat one, with a processor whose clock may be raised.';
  return candidateSchema.parse({ id: ID, name: 'Seat two', picks, note, decisions });
}

function ordersOf(picks: Picks, session: Session): SeatTwo['orders'] {
  const { priceIndex } = session;
  const nameOf = (id: string) => {
    const part = priceIndex.parts.get(id);
    return part ? fullName(part) : id;
  };
  return plannedOrders(costOf(picks, priceIndex), priceIndex, nameOf).map(({ at, gifts: _, ...order }, n) =>
    orderSchema.parse({
      ...order,
      id: `order-${ID}-${n + 1}`,
      candidate: ID,
      number: `${at.slice(0, 2).toUpperCase()}-${20_511 + 7 * n}`,
      placedOn: DAYS.ordered,
      expectedOn: DAYS.came,
      lines: order.lines.map((line) => ({
        ...(line.part === null ? { ...line, state: 'arrived' as const } : arrived(line, DAYS.came, 30, 24)),
        paidMinor: line.plannedMinor,
      })),
    }),
  );
}

/** Every step ticked, one after the other, some timed; the first start and what was read off after it. */
function assemblyOf(picks: Picks, session: Session, orders: SeatTwo['orders']): SeatTwo['assembly'] {
  const input = assemblyInputOf(session, picks, orders, USUAL_CHOICES);
  const random = randomSource(seedOf('build day', ID));
  let minute = 10 * 60;
  const steps = assemblySteps(input).map(({ code, minutes }) => {
    const took = Math.round(10 * minutes * (0.7 + 0.9 * random())) / 10;
    minute += Math.ceil(took) + 1;
    const at = `${DAYS.built}T${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}:00Z`;
    // It was thought to be new enough.
    return code === 'flash-firmware'
      ? { code, at, state: 'skipped', minutes: null, reason: 'the shop said that it knows the processor' }
      : { code, at, state: 'done', minutes: took, reason: '' };
  });
  const readings = settingsFor(input.parts, session.brief).map(({ code, expected }) => ({
    code,
    reading: code === 'processor-heat' ? 78 : (expected?.value ?? null),
  }));
  return assemblySchema.parse({
    id: ID,
    steps,
    notes: [
      {
        code: 'first-start',
        text: 'Its BIOS was from a year before the processor. Flashed from a stick, ten minutes.',
      },
      { code: 'mount-cooler', text: 'The last screw wants somebody to hold the tower.' },
    ],
    start: {
      atFirstPress: false,
      answers: [
        { question: 'fans', answer: 3 },
        { question: 'lights', answer: -1 },
      ],
      tried: ['memory-seat', 'firmware'],
      cured: 'firmware',
      settings: readings,
    },
  });
}

/** A stage tuned to its end on the simulated machine of a seed. */
function tuned(plan: StagePlan, seed: number, day: string): SeatTwo['tunings'][number] {
  const attempts: TuningAttempt[] = [];
  let minute = 19 * 60;
  for (let next = nextStep(plan, attempts); next.kind === 'try'; next = nextStep(plan, attempts)) {
    const { setting, purpose, minutes } = next;
    const serial = attempts.length;
    const came = simulate(machineOfSeed(seed, plan), plan, { setting, minutes, serial });
    const beganAt = new Date(Date.parse(`${day}T00:00:00Z`) + minute * 60_000).toISOString();
    attempts.push({ serial, setting, purpose, minutes, beganAt, note: '', ...came });
    minute += minutes + 1;
  }
  return tuningSchema.parse({ id: `${ID}.${plan.stage}`, candidate: ID, plan, attempts, simulated: seed });
}

const settled = ({ plan, attempts }: SeatTwo['tunings'][number]): number => {
  const next = nextStep(plan, attempts);
  if (next.kind !== 'done') throw new Error(`demo: the tuning of the ${plan.stage} is not at its end`);
  return next.setting / plan.start;
};

/** How much of a raised clock the seat's rates gain, in truth: no more than the model takes for likely. */
const TRUE_REACH = 0.75;
const PASSES = 3;

/** The passes of the three states, each after a warm-up. */
function runsOf(
  { parts: all, frameModel }: CatalogueFile,
  picks: Picks,
  times: { cpu: number; gpu: number },
): BenchRunKept[] {
  const { play } = SEAT_BRIEF;
  const parts = new Map(all.map((part) => [part.id, part]));
  const set = Object.fromEntries(
    Object.entries(picks).map(([slot, pick]) => [slot, parts.get(pick.part)]),
  ) as Parameters<typeof systemOf>[0];
  const make = sceneMaker(frameModel);
  const random = randomSource(seedOf('passes', ID));
  const states = [
    { profile: false, clocks: 'stock', on: '2026-11-08' },
    { profile: true, clocks: 'stock', on: '2026-11-08' },
    { profile: true, clocks: 'raised', on: '2026-11-15' },
  ] as const;
  return states.flatMap(({ on, ...state }, which) => {
    const system = systemOf(set, indexModel(frameModel), state.profile);
    if (!('cpu' in system) || system.graphics.kind !== 'gpu') throw new Error('demo: seat two has no rate');
    const isRaised = state.clocks === 'raised';
    const gain = (ratio: number) => (isRaised ? TRUE_REACH * Math.log(ratio) : 0);
    const run: SystemRates = {
      ...system,
      cpu: { ...system.cpu, rateLn: system.cpu.rateLn + gain(times.cpu) },
      graphics: { ...system.graphics, rateLn: system.graphics.rateLn + gain(times.gpu) },
    };
    return play.games.flatMap(({ game: id, preset }) => {
      const game = frameModel.games.find((each) => each.id === id);
      if (!game) throw new Error(`demo: no game ${id}`);
      const { widthPx, heightPx, renderScale, background } = play;
      const setting = { preset, widthPx, heightPx, renderScale, background };
      const time = timeOn(make(game, setting), run);
      return Array.from({ length: PASSES + 1 }, (_, n): BenchRunKept => {
        const isWarmUp = n === 0;
        const shift = Math.exp(0.007 * normal(random) + (isWarmUp ? 0.03 : 0));
        return {
          ...{ id: `${ID}.${which}.${id}.${n}`, rig: ID, game: id, ...setting, state, on },
          average: Math.round((10_000 / meanFrameTime(time)) * shift) / 10,
          ...{ low: null, slowest: null, seconds: 60, isWarmUp, driftLn: null, file: null },
          gpuBusy: Math.round(100 * Math.min(1, sideMean(time.gpu) / meanFrameTime(time))) / 100,
        };
      });
    });
  });
}

/** The second seat, with its machine and passes for the test bench; `truth` has the rates that nobody is told. */
export function makeSeatTwo(
  catalogue: CatalogueFile,
  truth: CatalogueFile,
): { readonly seat: SeatTwo; readonly bench: BenchKept } {
  const session = openSession(catalogueOf(catalogue), briefOf(SEAT_BRIEF) as Brief);
  const picks = picksOf(session);
  const orders = ordersOf(picks, session);
  const cpu = tuned({ ...USUAL_PLANS.cpu, start: 4500, maxCelsius: 85 }, 3, '2026-11-13');
  const gpu = tuned({ ...USUAL_PLANS.gpu, start: 2100 }, 7, '2026-11-14');
  const id = (slot: Slot) => picks[slot]?.part ?? '';
  return {
    seat: {
      candidate: candidateOf(picks, session),
      orders,
      assembly: assemblyOf(picks, session, orders),
      tunings: [cpu, gpu],
    },
    bench: {
      rigs: [
        {
          ...{ id: ID, name: 'Seat two', cpu: id('cpu'), motherboard: id('motherboard') },
          // Raised passes stand beside plain ones: the model learns from neither until its owner says so.
          ...{ memory: id('memory'), gpu: id('gpu'), isCounted: false },
        },
      ],
      runs: runsOf(truth, picks, { cpu: settled(cpu), gpu: settled(gpu) }),
    },
  };
}
