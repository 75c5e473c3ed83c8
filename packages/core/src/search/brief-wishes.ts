import { slotWords, type Brief, type Condition, type Slot } from '../parts/index.ts';
import { dayText, shortDecimal, whole } from '../units/index.ts';

export type WishKind =
  | 'memory'
  | 'storage'
  | 'wireless'
  | 'os'
  | 'size'
  | 'gpu'
  | 'conditions'
  | 'lock'
  | 'exclusions'
  | 'gaps'
  | 'assume'
  | 'dates'
  | 'shops'
  | 'floors'
  | 'quality'
  | 'cooler'
  | 'noise'
  | 'clocks'
  | 'brands'
  | 'colour'
  | 'leads'
  | 'jobs'
  | 'screens'
  | 'balance'
  | 'psu';

export interface WishStep {
  readonly sentence: string;
  readonly change: (brief: Brief) => Brief;
}

/** Something that the brief asks for, and the steps by which it could ask for less: the smallest first. */
export interface Wish {
  readonly kind: WishKind;
  /** The wish itself, in short words. */
  readonly kept: string;
  readonly steps: readonly WishStep[];
}

const MEMORY_STEPS_GB = [64, 48, 32, 24, 16, 12, 8, 4];
const ALL_CONDITIONS: readonly Condition[] = ['new', 'refurbished', 'used'];

type NeedsChange = Partial<Brief['needs']>;
const needs =
  (change: NeedsChange) =>
  (b: Brief): Brief => ({ ...b, needs: { ...b.needs, ...change } });
const inWhereToBuy =
  (change: Partial<Brief['whereToBuy']>) =>
  (b: Brief): Brief => ({ ...b, whereToBuy: { ...b.whereToBuy, ...change } });

/** A wish that is either kept or dropped: its kind, whether the brief has it, itself and what dropping it is in short words. */
type WishRow = readonly [
  kind: WishKind,
  isAsked: boolean,
  kept: string,
  sentence: string,
  change: WishStep['change'],
];

/** In the order of the brief. */
const ROWS: readonly ((brief: Brief) => WishRow)[] = [
  ({ needs: n }) => [
    'wireless',
    n.wireless,
    'a wireless network',
    'no wireless network',
    needs({ wireless: false }),
  ],
  ({ needs: n }) => ['os', n.osLicence, 'a system licence', 'no system licence', needs({ osLicence: false })],
  ({ needs: { maxLitres } }) => [
    'size',
    maxLitres !== null,
    `a case of at most ${shortDecimal(maxLitres ?? 0, 1)} litres`,
    `a case larger than ${shortDecimal(maxLitres ?? 0, 1)} litres`,
    needs({ maxLitres: null }),
  ],
  ({ needs: n }) => [
    'gpu',
    n.gpuRequired,
    'a graphics card of its own',
    'no graphics card of its own',
    needs({ gpuRequired: false }),
  ],
  ({ needs: n }) => [
    'floors',
    n.capacityFloors,
    'memory as every game asks for it',
    'fewer frames where memory runs short, in place of a floor',
    needs({ capacityFloors: false }),
  ],
  ({ needs: { brands } }) => [
    'brands',
    Object.keys(brands).length > 0,
    `brands: ${Object.entries(brands)
      .map(([kind, names]) => `${slotWords(kind as Slot)} by ${names.join(' or ')}`)
      .join(', ')}`,
    'parts of any brand',
    needs({ brands: {} }),
  ],
  ({ needs: { colour } }) => [
    'colour',
    colour !== null,
    `everything in ${colour}`,
    'parts of any colour',
    needs({ colour: null }),
  ],
  ({ needs: { modular } }) => [
    'leads',
    modular,
    'leads that come off',
    'fixed leads',
    needs({ modular: false }),
  ],
  ({ needs: { psuQuality } }) => [
    'quality',
    psuQuality !== null,
    `a power supply marked ${shortDecimal(psuQuality ?? 0, 1)} or better`,
    'a power supply of any mark',
    needs({ psuQuality: null }),
  ],
  ({ needs: n }) => [
    'cooler',
    !n.stockCooler,
    'a cooler in place of the boxed one',
    'the boxed cooler',
    needs({ stockCooler: true }),
  ],
  ({ needs: { maxNoiseDb } }) => [
    'noise',
    maxNoiseDb !== null,
    `a cooler of at most ${shortDecimal(maxNoiseDb ?? 0, 1)} dB`,
    'a cooler of any noise',
    needs({ maxNoiseDb: null }),
  ],
  ({ needs: n }) => [
    'clocks',
    n.overclock,
    'overclocking',
    'clocks as they are',
    needs({ overclock: false }),
  ],
  ({ play: { clocks } }) => [
    'clocks',
    clocks.cpu === 'raised' || clocks.gpu === 'raised',
    'overclocked rates',
    'rates as shipped',
    (b) => ({ ...b, play: { ...b.play, clocks: { cpu: 'shipped', gpu: 'shipped' } } }),
  ],
  ({ play: { jobs } }) => [
    'jobs',
    jobs.length > 0,
    'the side jobs',
    'no side jobs',
    (b) => ({ ...b, play: { ...b.play, jobs: [] } }),
  ],
  ({ needs: { screens } }) => [
    'screens',
    screens > 1,
    `${screens} screens`,
    'one screen',
    needs({ screens: 1 }),
  ],
  ({ needs: { psuRule } }) => [
    'psu',
    psuRule.kind !== 'load' || psuRule.factor > 1,
    'the rule for the power supply',
    'a power supply that just carries the load',
    needs({ psuRule: { kind: 'load', factor: 1 } }),
  ],
  ({ play: { objective } }) => [
    'balance',
    objective.balanceLimit !== null,
    `no side losing more than ${Math.round((objective.balanceLimit ?? 0) * 100)} %`,
    'no balance limit',
    (b) => ({ ...b, play: { ...b.play, objective: { ...b.play.objective, balanceLimit: null } } }),
  ],
  ({ whereToBuy: { conditions, conditionsBySlot } }) => [
    'conditions',
    conditions.length < ALL_CONDITIONS.length || Object.keys(conditionsBySlot).length > 0,
    'the conditions of parts',
    'used and refurbished parts too',
    inWhereToBuy({ conditions: ALL_CONDITIONS, conditionsBySlot: {} }),
  ],
  ({ whereToBuy }) => [
    'shops',
    whereToBuy.shopsOut.length > 0,
    'shops left out',
    'all shops',
    inWhereToBuy({ shopsOut: [] }),
  ],
  ({ whereToBuy }) => [
    'gaps',
    !whereToBuy.allowUnknown,
    'complete specs',
    'parts with missing specs',
    inWhereToBuy({ allowUnknown: true }),
  ],
  ({ dates: { readyBy } }) => [
    'dates',
    readyBy !== null,
    `everything there by ${dayText(readyBy ?? '')}`,
    `parts that arrive after ${dayText(readyBy ?? '')}`,
    (b) => ({ ...b, dates: { ...b.dates, readyBy: null } }),
  ],
  ({ whereToBuy: { maxAgeDays } }) => [
    'dates',
    maxAgeDays !== null,
    `prices of at most ${maxAgeDays} days`,
    'prices of any age',
    inWhereToBuy({ maxAgeDays: null }),
  ],
];

function memoryWish({ needs: { memoryGb } }: Brief): Wish {
  const steps = MEMORY_STEPS_GB.filter((gb) => gb < memoryGb).map((gb) => ({
    sentence: `${whole(memoryGb - gb)} GB less memory (${whole(gb)} in place of ${whole(memoryGb)})`,
    change: needs({ memoryGb: gb }),
  }));
  return { kind: 'memory', kept: `${memoryGb} GB of memory`, steps };
}

function storageWish({ needs: { fastStorageGb, totalStorageGb } }: Brief): Wish {
  const steps = [0.5, 0.25, 0].map((share) => {
    const fast = Math.round(fastStorageGb * share);
    const total = Math.round(totalStorageGb * share);
    const less = `less storage (${whole(fast)} GB fast, ${whole(total)} GB in all)`;
    return {
      sentence: share === 0 ? 'no storage bought at all' : less,
      change: needs({ fastStorageGb: fast, totalStorageGb: total }),
    };
  });
  const kept = `${whole(fastStorageGb)} GB fast and ${whole(totalStorageGb)} GB in all of storage`;
  return { kind: 'storage', kept, steps: fastStorageGb > 0 || totalStorageGb > 0 ? steps : [] };
}

/** The two steps to more assumed figures; what is assumed is marked wherever it is used. */
function assumeWish({ whereToBuy: { assume } }: Brief): Wish {
  const steps: readonly WishStep[] = [
    { sentence: 'missing specs assumed where it is usual', change: inWhereToBuy({ assume: 'usual' }) },
    { sentence: 'missing specs assumed, estimates too', change: inWhereToBuy({ assume: 'all' }) },
  ];
  const kept = assume === 'none' ? 'stated specs only' : 'no specs by estimate';
  return {
    kind: 'assume',
    kept,
    steps: assume === 'none' ? steps : assume === 'usual' ? steps.slice(1) : [],
  };
}

const lockWishes = ({ locks }: Brief): Wish[] =>
  locks.map(({ slot, isOrdered }) => {
    const kept = `the ${isOrdered ? 'ordered' : 'lock on the'} ${slotWords(slot)}`;
    const change = (b: Brief) => ({ ...b, locks: b.locks.filter((each) => each.slot !== slot) });
    return {
      kind: 'lock',
      kept,
      steps: [{ sentence: `${kept} ${isOrdered ? 'given back' : 'taken off'}`, change }],
    };
  });

const exclusionWish: (brief: Brief) => WishRow = ({ excluded }) => [
  'exclusions',
  excluded.length > 0,
  'parts ruled out',
  'the parts that were ruled out let back in',
  (b) => ({ ...b, excluded: [] }),
];

const wishOf = ([kind, isAsked, kept, sentence, change]: WishRow): Wish => ({
  kind,
  kept,
  steps: isAsked ? [{ sentence, change }] : [],
});

/** Every wish of a brief that keeps parts out. */
export function wishesOf(brief: Brief): Wish[] {
  const all = [
    memoryWish(brief),
    storageWish(brief),
    ...ROWS.map((row) => wishOf(row(brief))),
    assumeWish(brief),
    ...lockWishes(brief),
    wishOf(exclusionWish(brief)),
  ];
  return all.filter((wish) => wish.steps.length > 0);
}
