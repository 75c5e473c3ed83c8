/*
 * Files of version 1 in the words of version 2. It runs before the schema judges, so it takes anything and changes only
 * what it knows; what is wrong is then told in the words of version 2. Frozen: version 1 does not change any more.
 */

type OldValue = unknown;
type Upgrade = (value: OldValue) => OldValue;
type Names = Readonly<Record<string, string>>;
type Upgrades = Readonly<Record<string, Upgrade>>;

const isObject = (value: OldValue): value is Readonly<Record<string, OldValue>> =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

/** Renames fields of an object, then changes some by their new names. What is no object stays as it is. */
const object =
  (names: Names, changes: Upgrades = {}): Upgrade =>
  (value) =>
    isObject(value)
      ? Object.fromEntries(
          Object.entries(value).map(([key, field]) => {
            const name = Object.hasOwn(names, key) ? names[key] : key;
            return [name, Object.hasOwn(changes, name) ? changes[name](field) : field];
          }),
        )
      : value;
const each =
  (change: Upgrade): Upgrade =>
  (value) =>
    Array.isArray(value) ? value.map(change) : value;
/** Changes the keys of a record, and its values alike. */
const keyed =
  (names: Names | ((key: string) => string), change: Upgrade = (value) => value): Upgrade =>
  (value) =>
    isObject(value)
      ? Object.fromEntries(
          Object.entries(value).map(([key, field]) => [
            typeof names === 'function' ? names(key) : Object.hasOwn(names, key) ? names[key] : key,
            change(field),
          ]),
        )
      : value;
const word =
  (names: Names): Upgrade =>
  (value) =>
    typeof value === 'string' && Object.hasOwn(names, value) ? names[value] : value;

const SLOTS: Names = {
  processor: 'cpu',
  board: 'motherboard',
  card: 'gpu',
  bulk: 'secondaryStorage',
  supply: 'psu',
  system: 'os',
};
const slot = word(SLOTS);
const BACKGROUNDS: Names = { 'stream-processor': 'stream-cpu', 'stream-card': 'stream-gpu' };
const background = word(BACKGROUNDS);

const PART_FIELDS: Names = {
  maker: 'brand',
  packageWatts: 'packagePowerWatts',
  boxedCooler: 'stockCooler',
  firmwareByChipset: 'minBiosByChipset',
  firmwareShipped: 'biosVersion',
  flashWithoutProcessor: 'flashesWithoutCpu',
  cardSlot: 'pcieSlot',
  powerStageWatts: 'vrmWatts',
  processorPowerSockets: 'cpuPowerConnectors',
  pictureOutputs: 'displayOutputs',
  raisesClocks: 'overclocking',
  sticks: 'modules',
  gbPerStick: 'gbPerModule',
  baseMts: 'jedecMts',
  baseCl: 'jedecCl',
  boardWatts: 'boardPowerWatts',
  makerSupplyWatts: 'recommendedPsuWatts',
  boardFormFactors: 'motherboardFormFactors',
  cardMaxMm: 'maxGpuLengthMm',
  cardSlots: 'expansionSlots',
  coolerMaxMm: 'maxCoolerHeightMm',
  supplyForms: 'psuFormFactors',
  supplyMaxMm: 'maxPsuLengthMm',
  eightPinLeads: 'eightPinConnectors',
  sixteenPinLeads: 'sixteenPinConnectors',
  processorLeads: 'cpuConnectors',
};
/** In version 1 the kind of part stood under `slot`, and `kind` was what kind of drive or extra it is. */
export const partFrom1: Upgrade = (value) => {
  if (!isObject(value)) return value;
  const ownKind = { storage: 'interface', extras: 'purpose' }[String(value.slot)];
  return object(
    { ...PART_FIELDS, ...(ownKind ? { kind: ownKind } : {}), slot: 'kind' },
    { kind: slot },
  )(value);
};

const EFFECTS: Names = {
  card: 'gpu',
  processor: 'cpu',
  work: 'gpuTime',
  prep: 'cpuTime',
  alpha: 'resolutionExponent',
  beta: 'memorySensitivity',
  gamma: 'bandwidthExponent',
  processorSpread: 'cpuSpread',
  cardSpread: 'gpuSpread',
  boardWatts: 'boardPowerWatts',
};
/** Which places of an effect's name hold a word; the others hold ids. */
const WORD_PLACES: Readonly<Record<string, readonly number[]>> = {
  sheet: [1, 2],
  scatter: [1],
  step: [1],
  family: [2],
};
function effect(name: string): string {
  const places = name.split(':');
  if (places[0] === 'offset' && places[1] === 'system') places[1] = 'rig';
  for (const place of WORD_PLACES[places[0]] ?? [0])
    if (places[place] !== undefined && Object.hasOwn(EFFECTS, places[place]))
      places[place] = EFFECTS[places[place]];
  return places.join(':');
}
export const fitFrom1 = object(
  {},
  {
    parameters: each((name) => (typeof name === 'string' ? effect(name) : name)),
    estimates: keyed(effect),
    stated: keyed(effect),
  },
);
export const gameFrom1 = object(
  {
    alpha: 'resolutionExponent',
    beta: 'memorySensitivity',
    gamma: 'bandwidthExponent',
    processorSpread: 'cpuSpread',
    cardSpread: 'gpuSpread',
  },
  { presets: keyed({}, object({ workLn: 'gpuTimeLn', prepLn: 'cpuTimeLn' })) },
);
const RATE_LISTS_FROM_1: Names = { processors: 'cpus', cards: 'gpus' };
const frameModelFrom1 = object(RATE_LISTS_FROM_1, { games: each(gameFrom1), fit: fitFrom1 });
const shopFrom1 = object({}, { kind: word({ market: 'used-market' }) });
export const dealFrom1 = object({}, { slots: each(slot) });

const catalogue = object(
  {},
  { parts: each(partFrom1), shops: each(shopFrom1), deals: each(dealFrom1), frameModel: frameModelFrom1 },
);

const withSlot = object({}, { slot });
export const picksFrom1 = keyed(SLOTS);
export const pathFrom1 = each(object({}, { changes: each(withSlot) }));
export const decisionsFrom1 = each(withSlot);

const NEEDS: Names = {
  systemLicence: 'osLicence',
  cardRequired: 'gpuRequired',
  supplyRule: 'psuRule',
  supplyQuality: 'psuQuality',
  boxedCooler: 'stockCooler',
  raiseClocks: 'overclock',
  borrowProcessor: 'borrowCpu',
};
export const briefFrom1 = object(
  { market: 'whereToBuy', belongings: 'ownedParts' },
  {
    money: object({ slackMinor: 'allowedOverMinor', school: 'costBasis', claims: 'claimHabits' }),
    play: object({}, { background }),
    needs: object(NEEDS),
    whereToBuy: object({}, { conditionsBySlot: keyed(SLOTS) }),
    locks: each(withSlot),
    planned: object({ card: 'gpu', processor: 'cpu' }),
    growth: object(
      {},
      {
        falls: keyed(SLOTS),
        resale: object({}, { kept: each(slot) }),
        start: object({ withoutCard: 'withoutGpu' }),
      },
    ),
  },
);
const build = object({}, { picks: picksFrom1, path: pathFrom1 });

const order = object({}, { lines: each(withSlot) });
const version = object({ tillMinor: 'dueNowMinor' }, { lines: each(withSlot), incidents: each(withSlot) });
const event = object({}, { touches: each(slot) });
/** What is kept with a workspace, by its kind in version 1: its kind now, and what becomes of each. */
export const KEPT_FROM_1: Readonly<Record<string, { readonly kind: string; readonly change: Upgrade }>> = {
  finds: { kind: 'listings', change: (value) => value },
  slips: { kind: 'claims', change: (value) => value },
  orders: { kind: 'orders', change: order },
  versions: { kind: 'versions', change: version },
  events: { kind: 'events', change: event },
  targets: { kind: 'targets', change: (value) => value },
};
const KEPT_NAMES: Names = { finds: 'listings', slips: 'claims' };
const KEPT_CHANGES: Upgrades = { orders: each(order), versions: each(version), events: each(event) };
const candidate = object({}, { picks: picksFrom1, path: pathFrom1, decisions: decisionsFrom1 });
export const workspaceFrom1 = object(KEPT_NAMES, {
  brief: briefFrom1,
  candidates: each(candidate),
  ...KEPT_CHANGES,
});

export const recordFrom1 = object(
  { processor: 'cpu', card: 'gpu', system: 'rig', setAside: 'excluded' },
  { background },
);
export const rigFrom1 = object({ processor: 'cpu', board: 'motherboard', card: 'gpu' });
export const runFrom1 = object({ system: 'rig', cardBusy: 'gpuBusy' }, { background });
const bench = object({ systems: 'rigs' }, { rigs: each(rigFrom1), runs: each(runFrom1) });

export const watchPointFrom1 = object({}, { best: object({}, { picks: picksFrom1 }) });

const lineUp = object(
  {},
  {
    candidates: each(object({ tillMinor: 'dueNowMinor' }, { picks: picksFrom1, lines: each(withSlot) })),
  },
);

const FILES: Readonly<Record<string, Upgrade>> = {
  'ripe-pick/catalogue': catalogue,
  'ripe-pick/brief': briefFrom1,
  'ripe-pick/build': build,
  'ripe-pick/bench': bench,
  'ripe-pick/line-up': lineUp,
};

/** A file of version 1 as one of version 2; anything else as it is. */
export function upgradedFile(value: OldValue): OldValue {
  if (!isObject(value) || value.version !== 1 || typeof value.format !== 'string') return value;
  const change = Object.hasOwn(FILES, value.format) ? FILES[value.format] : undefined;
  return change ? object({}, { version: () => 2 })(change(value)) : value;
}

/** Words of background load in tables of records. */
export const backgroundFrom1 = background;
