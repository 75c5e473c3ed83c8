import { EXTRA_SLOTS, summedExtras } from '../../parts/index.ts';
import { airOf, caseFans, loadOf } from '../../power/index.ts';
import { PASS, UNKNOWN, type Judgement, type Rule } from '../rule.ts';
import { allDrives, BOTH, isSata, livePorts } from './storage.ts';

/* What fans, lights, drives and whatever else is added ask of board, supply and case. All of it can be helped: advice. */

/** Asked for against what is there; nothing asked for passes, whatever is known. */
function enough(asked: number, there: number | null | undefined, unit: string): Judgement {
  if (asked === 0) return PASS;
  if (there === null || there === undefined) return UNKNOWN;
  return { verdict: asked <= there ? 'pass' : 'warn', actual: asked, limit: there, unit };
}

/** Fans of a boxed cooler: always one. */
const BOXED_FANS = 1;

const fanHeaders: Rule = {
  id: 'fan-headers',
  title: 'Headers for the fans',
  slots: ['motherboard', 'cooler', 'case'],
  alsoReads: EXTRA_SLOTS,
  advice: true,
  judge(set) {
    const { motherboard, cooler } = set;
    if (!motherboard || !set.case || cooler === undefined) return PASS;
    const own = cooler ? cooler.fans : BOXED_FANS;
    const fans = caseFans(set);
    if (motherboard.fanHeaders === null || !fans || own === null) return UNKNOWN;
    return enough(
      own + fans.inward + fans.outward,
      motherboard.fanHeaders + summedExtras(set, 'addsFanHeaders'),
      'fans',
    );
  },
  words: (j) => ({
    sentence: `${j.actual} fans, and there are ${j.limit} headers.`,
    mend: 'Join case fans with a splitter or a hub, within the header’s rating in the motherboard’s manual.',
  }),
};

const lightHeaders: Rule = {
  id: 'light-headers',
  title: 'Headers for the lights',
  slots: ['motherboard'],
  alsoReads: EXTRA_SLOTS,
  advice: true,
  judge(set) {
    const added = summedExtras(set, 'addsLightHeaders');
    const asked = summedExtras(set, 'lightPlugs');
    if (!set.motherboard || asked <= added) return PASS;
    const own = set.motherboard.lightHeaders;
    return enough(asked, own === null || own === undefined ? null : own + added, 'light plugs');
  },
  words: (j) => ({
    sentence: `The lights take ${j.actual} headers, and there are ${j.limit}.`,
    mend: 'Add a controller for lights, or fewer lights. Check voltage and plug in both manuals: 5 V and 12 V lights look alike.',
  }),
};

const sataPlugs: Rule = {
  id: 'sata-plugs',
  title: 'Plugs for drives',
  slots: ['psu', 'storage', 'secondaryStorage'],
  alsoReads: ['tertiaryStorage', ...EXTRA_SLOTS],
  advice: true,
  judge(set, context) {
    if (!set.psu) return PASS;
    const drives = allDrives(set, BOTH, context).filter(isSata).length;
    return enough(drives + summedExtras(set, 'sataPlugs'), set.psu.sataConnectors, 'SATA plugs');
  },
  words: (j) => ({
    sentence: `Drives and extras take ${j.actual} SATA plugs, the power supply has ${j.limit}.`,
    mend: 'Take a power supply with more plugs, or one extra less. Leave moulded adapters from older plugs alone: they are known to burn.',
  }),
};

const peripheralPlugs: Rule = {
  id: 'peripheral-plugs',
  title: 'Four-pin plugs for what is added',
  slots: ['psu'],
  alsoReads: EXTRA_SLOTS,
  advice: true,
  judge: (set) =>
    set.psu
      ? enough(summedExtras(set, 'peripheralPlugs'), set.psu.peripheralConnectors, 'four-pin plugs')
      : PASS,
  words: (j) => ({
    sentence: `The extras take ${j.actual} four-pin plugs, the power supply has ${j.limit}.`,
    mend: 'Take a power supply with more of them, or one extra less.',
  }),
};

const bays525: Rule = {
  id: 'bays-525',
  title: '5.25-inch places',
  slots: ['case'],
  alsoReads: EXTRA_SLOTS,
  advice: true,
  judge: (set) =>
    set.case ? enough(summedExtras(set, 'bays525'), set.case.bays525, '5.25-inch places') : PASS,
  words: (j) => ({
    sentence: `The extras take ${j.actual} 5.25-inch places, the case has ${j.limit}.`,
    mend: 'Take a case with the place, or an optical drive on a USB lead.',
  }),
};

const extraPorts: Rule = {
  id: 'extra-ports',
  title: 'SATA ports with what is added',
  slots: ['motherboard', 'storage', 'secondaryStorage'],
  alsoReads: ['tertiaryStorage', ...EXTRA_SLOTS],
  advice: true,
  judge(set, context) {
    const asked = summedExtras(set, 'sataPorts');
    if (!set.motherboard || asked === 0) return PASS;
    const drives = allDrives(set, BOTH, context);
    return enough(asked + drives.filter(isSata).length, livePorts(set.motherboard, drives), 'SATA ports');
  },
  words: (j) => ({
    sentence: `Drives and extras take ${j.actual} SATA ports, and ${j.limit} stay live.`,
    mend: 'Take a motherboard with more ports, a drive on the motherboard, or an optical drive on a USB lead.',
  }),
};

/** From this rise on of the air that leaves, in kelvin, parts are said to slow down on warm days. Common practice, no source. */
const HOT_RISE = 15;

const caseAir: Rule = {
  id: 'case-air',
  title: 'Air through the case',
  slots: ['case', 'cpu', 'gpu'],
  alsoReads: EXTRA_SLOTS,
  advice: true,
  judge(set, context) {
    const load = loadOf(set, context);
    const air = load && airOf(set, load.deciwatts / 10);
    if (!air) return PASS; // fans or watts are not known: other rules say so
    // Only where even the best of the assumed flows is too little.
    if (air.rise.low <= HOT_RISE) return PASS;
    return { verdict: 'note', actual: Math.round(air.rise.low), limit: HOT_RISE, unit: 'K' };
  },
  words: (j) => ({
    sentence: `Under full load the air leaves the case at least ${j.actual} K warmer than the room.`,
    mend: 'Add a fan that blows in, or take a case with a mesh front. By assumed flows of fans: the parts’ own temperatures decide.',
  }),
};

/** Rules about what is added and what the case breathes. */
export const BOX_RULES: readonly Rule[] = [
  fanHeaders,
  lightHeaders,
  sataPlugs,
  peripheralPlugs,
  extraPorts,
  bays525,
  caseAir,
];
