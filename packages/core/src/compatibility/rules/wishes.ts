import type { Part, PartSet } from '../../parts/index.ts';
import { PASS, UNKNOWN, type Rule } from '../rule.ts';

/* Wishes about a part alone that have nothing to do with fitting: makers, colour, leads. */

const KIND_WORDS = {
  cpu: 'processor',
  gpu: 'graphics card',
  motherboard: 'motherboard',
  memory: 'memory',
  cooler: 'cooler',
  case: 'case',
  psu: 'power supply',
} as const;
type WishedKind = keyof typeof KIND_WORDS;
const WISHED = Object.keys(KIND_WORDS) as WishedKind[];
/** Kinds whose colour is seen in the finished build. */
const SEEN: readonly WishedKind[] = ['gpu', 'memory', 'cooler', 'case'];

const partOf = (set: PartSet, kind: WishedKind): Part | null => set[kind] ?? null;

const brandRule = (kind: WishedKind): Rule => ({
  id: `brand-${kind}`,
  title: `Brand of the ${KIND_WORDS[kind]}`,
  slots: [kind],
  judge(set, { needs }) {
    const part = partOf(set, kind);
    const wished = needs.brands[kind];
    if (!part || !wished) return PASS;
    return wished.includes(part.brand)
      ? PASS
      : { verdict: 'block', actual: part.brand, limit: wished.join(', ') };
  },
  words: (j) => ({
    sentence: `The ${KIND_WORDS[kind]} is by ${j.actual}, the brief asks for ${j.limit}.`,
    mend: 'Take one of that brand, or let others in.',
  }),
});

const colourRule = (kind: WishedKind): Rule => ({
  id: `colour-${kind}`,
  title: `Colour of the ${KIND_WORDS[kind]}`,
  slots: [kind],
  judge(set, { needs }) {
    const part = partOf(set, kind);
    if (!part || needs.colour === null) return PASS;
    if (part.colour === null || part.colour === undefined) return UNKNOWN;
    return part.colour.toLowerCase() === needs.colour.toLowerCase()
      ? PASS
      : { verdict: 'block', actual: part.colour, limit: needs.colour };
  },
  words: (j) => ({
    sentence: `The ${KIND_WORDS[kind]} is ${j.actual}, the brief asks for ${j.limit}.`,
    mend: 'Take one of that colour, or let any in.',
  }),
});

const modularLeads: Rule = {
  id: 'modular-leads',
  title: 'Leads that come off',
  slots: ['psu'],
  judge({ psu }, { needs }) {
    if (!psu || !needs.modular) return PASS;
    if (psu.modular === null || psu.modular === undefined) return UNKNOWN;
    return psu.modular === 'no' ? { verdict: 'block', actual: psu.modular } : PASS;
  },
  words: () => ({
    sentence: 'The power supply’s leads are fixed, the brief asks for leads that come off.',
    mend: 'Take a power supply whose leads come off, or let any in.',
  }),
};

/** Rules of wishes about single parts. */
export const WISH_RULES: readonly Rule[] = [...WISHED.map(brandRule), ...SEEN.map(colourRule), modularLeads];
