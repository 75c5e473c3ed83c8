import { linkLnOf, memoryStateOf, type SystemRates } from '../frames/index.ts';
import type { Cpu, FrameModel, Gpu, Memory, Motherboard } from '../parts/index.ts';
import type { Cause } from './causes.ts';

/* Each cause of a slow system as changes of its rates, in several degrees. */

export interface OwnRig {
  readonly cpu: Cpu;
  readonly motherboard: Motherboard;
  readonly memory: Memory;
  readonly gpu: Gpu | null;
  /** Whether the memory's rated profile is believed to be on. */
  readonly profileOn: boolean;
}

export interface Variant {
  readonly change: (system: SystemRates) => SystemRates;
  readonly weight: number;
  /** Factor on the spread of the processor's times. */
  readonly cpuSpread?: number;
  /** Further standard deviation of each game's own loss on the card's side. */
  readonly perGameSd?: number;
  /** Expected drift and its standard deviation. */
  readonly drift?: { readonly mean: number; readonly sd: number };
}

const scaledCpu =
  (ln: number) =>
  (system: SystemRates): SystemRates => ({
    ...system,
    cpu: { ...system.cpu, rateLn: system.cpu.rateLn + ln },
  });
const scaledGraphics =
  (ln: number) =>
  (system: SystemRates): SystemRates => ({
    ...system,
    graphics: { ...system.graphics, rateLn: system.graphics.rateLn + ln },
  });
const HELD_LN = [-0.08, -0.14, -0.22, -0.32, -0.45, -0.65];
/** How far drifts of a healthy system stray. Chosen. */
export const DRIFT_SD_LN = 0.012;
/** With heat the pass ends slower than it starts; a power limit holds from the first frame on. */
const WARMING = { mean: -0.04, sd: 0.03 };
export const STEADY = { mean: 0, sd: DRIFT_SD_LN };

/** The system that a cause is looked for in. */
interface Suspect {
  readonly own: OwnRig;
  readonly base: SystemRates;
  readonly model: FrameModel;
}
type Degree = Omit<Variant, 'weight'>;

/** Every degree of a loss, with heat and without. */
const held = (scaled: (ln: number) => Degree['change']): Degree[] =>
  HELD_LN.flatMap((ln) => [WARMING, STEADY].map((drift) => ({ change: scaled(ln), drift })));

/** How far games may differ in what a slow link takes from them, beyond what is known of them: hardly, or much. Chosen. */
const LINK_GAMES_SD = [0, 0.06];

/** Links that a card may run at by mistake: generation and lanes. */
const SLOW_LINKS = [
  [4, 4],
  [3, 4],
  [2, 4],
  [3, 1],
] as const;

/** What runs beside the game: threads, share of the processor's rate, and factor on its spread. */
const LOADS = [
  [1, 0.05, 1.2],
  [2, 0.1, 1.35],
  [4, 0.16, 1.5],
  [6, 0.26, 1.7],
] as const;

/** Degrees of each cause that a system can have; none when it cannot have it. */
const DEGREES: Readonly<Record<Cause, (suspect: Suspect) => readonly Degree[]>> = {
  'memory-profile': ({ own, base: { memory } }) => {
    const off = memoryStateOf(own.memory, own.motherboard, false);
    const isSame = off?.latencyNs === memory.latencyNs && off.bandwidthGbs === memory.bandwidthGbs;
    return !off || !own.profileOn || isSame ? [] : [{ change: (system) => ({ ...system, memory: off }) }];
  },
  'one-stick': ({ own, base }) => {
    const { modules } = own.memory;
    if (modules === null || modules < 2) return [];
    const bandwidthGbs = base.memory.bandwidthGbs / 2;
    return [1, modules].map((share) => ({
      change: (system) => ({
        ...system,
        memory: { ...system.memory, bandwidthGbs, gb: system.memory.gb / share },
      }),
    }));
  },
  'slow-slot': ({ own: { gpu }, base: { graphics } }) =>
    !gpu || graphics.kind !== 'gpu'
      ? []
      : SLOW_LINKS.map(([generation, lanes]) => linkLnOf(gpu, generation, lanes))
          .filter((linkLn) => linkLn < graphics.linkLn - 0.1)
          .flatMap((linkLn) =>
            LINK_GAMES_SD.map((perGameSd) => ({
              change: (system: SystemRates) => ({ ...system, graphics: { ...graphics, linkLn } }),
              perGameSd,
            })),
          ),
  'processor-held': () => held(scaledCpu),
  'card-held': () => held(scaledGraphics),
  'wrong-output': ({ own, base, model }) => {
    const rate = model.integrated.find((each) => each.part === own.cpu.id);
    if (!own.gpu || !rate) return [];
    const parts = { ...base.parts, gpu: null };
    const graphics = {
      kind: 'integrated',
      name: `integrated:${own.cpu.id}`,
      rateLn: rate.rateLn,
    } as const;
    return [{ change: (system) => ({ ...system, parts, graphics }) }];
  },
  background: () =>
    LOADS.map(([threads, ln, cpuSpread]) => ({
      cpuSpread,
      change: (system) => ({
        ...system,
        cpu: {
          ...system.cpu,
          rateLn: system.cpu.rateLn - ln,
          threads: Math.max(1, system.cpu.threads - threads),
        },
      }),
    })),
  driver: () => [-0.05, -0.09, -0.14].map((ln) => ({ change: scaledGraphics(ln), perGameSd: 0.06 })),
};

/** The degrees of a cause that a system can have, as likely as one another. */
export function variantsOf(cause: Cause, suspect: Suspect): readonly Variant[] {
  const degrees = DEGREES[cause](suspect);
  return degrees.map((degree) => ({ ...degree, weight: 1 / degrees.length }));
}

/** Two causes at once, each in a degree of its own. */
export const bothOf = (a: Variant, b: Variant): Variant => ({
  weight: a.weight * b.weight,
  change: (system) => b.change(a.change(system)),
  cpuSpread: (a.cpuSpread ?? 1) * (b.cpuSpread ?? 1),
  perGameSd: Math.hypot(a.perGameSd ?? 0, b.perGameSd ?? 0),
  drift: {
    mean: (a.drift ?? STEADY).mean + (b.drift ?? STEADY).mean,
    // Each of them holds what a healthy system strays by.
    sd: Math.sqrt(Math.max(0, (a.drift ?? STEADY).sd ** 2 + (b.drift ?? STEADY).sd ** 2 - DRIFT_SD_LN ** 2)),
  },
});
