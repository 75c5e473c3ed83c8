import { linkLn } from '../../frames/index.ts';
import { atMost, PASS, UNKNOWN, type Rule, type RuleContext } from '../rule.ts';
import { gpuLeads } from './psu.ts';

/** Rules about two sheets alone read no context. */
const NO_CONTEXT = {} as RuleContext;

/*
 * Board outlines: ATX 305 x 244 mm, micro-ATX up to 244 x 244, mini-ITX 170 x 170 (ATX and mini-ITX specifications,
 * from memory). Cases state which of them they take; a smaller outline shares the mounting holes of the larger.
 */

export const motherboardInCase: Rule = {
  id: 'board-in-case',
  title: 'Motherboard in the case',
  slots: ['motherboard', 'case'],
  judge({ motherboard, case: box }) {
    if (!motherboard || !box) return PASS;
    if (motherboard.formFactor === null || box.motherboardFormFactors === null) return UNKNOWN;
    const verdict = box.motherboardFormFactors.includes(motherboard.formFactor) ? 'pass' : 'block';
    return { verdict, actual: motherboard.formFactor, limit: box.motherboardFormFactors.join(', ') };
  },
  words: (j) => ({
    sentence: `The motherboard is ${j.actual}, the case takes ${j.limit}.`,
    mend: 'Take a smaller motherboard or a larger case.',
  }),
};

export const gpuLength: Rule = {
  id: 'card-length',
  title: 'Graphics card length',
  slots: ['gpu', 'case'],
  judge: ({ gpu, case: box }) => (gpu && box ? atMost(gpu.lengthMm, box.maxGpuLengthMm, 'mm') : PASS),
  words: (j) => ({
    sentence: `The graphics card is ${j.actual} mm long, the case takes ${j.limit} mm.`,
    mend: 'Take a shorter graphics card with the same chip, or a longer case.',
  }),
};

export const gpuWidth: Rule = {
  id: 'card-width',
  title: 'Graphics card thickness',
  slots: ['gpu', 'case'],
  judge: ({ gpu, case: box }) => (gpu && box ? atMost(gpu.slotsWide, box.expansionSlots, 'slots') : PASS),
  words: (j) => ({
    sentence: `The graphics card is ${j.actual} slots thick, the case has ${j.limit}.`,
    mend: 'Take a thinner graphics card or another case.',
  }),
};

export const gpuInSlot: Rule = {
  id: 'card-in-slot',
  title: 'Graphics card in the motherboard’s slot',
  slots: ['motherboard', 'gpu'],
  judge({ motherboard, gpu }) {
    if (!motherboard || !gpu) return PASS;
    if (motherboard.pcieSlot === null) return UNKNOWN;
    return {
      verdict: motherboard.pcieSlot.lanes > 0 ? 'pass' : 'block',
      actual: motherboard.pcieSlot.lanes,
      limit: 16,
      unit: 'lanes',
    };
  },
  words: () => ({
    sentence: 'The motherboard has no slot for a graphics card.',
    mend: 'Take another motherboard.',
  }),
};

export const sizeNeed: Rule = {
  id: 'size-need',
  title: 'Case size the brief asks for',
  slots: ['case'],
  judge({ case: box }, { needs }) {
    if (needs.maxLitres === null) return PASS;
    return box ? atMost(box.litres, needs.maxLitres, 'l') : PASS;
  },
  words: (j) => ({
    sentence: `The case has ${j.actual} litres, the brief allows ${j.limit}.`,
    mend: 'Take a smaller case, or allow more in the brief.',
  }),
};

/** A link counts as narrower from this share of the card's own on; below it nobody would notice. Chosen. */
const LINK_SHARE = 0.99;

export const gpuLink: Rule = {
  id: 'card-link',
  title: 'Graphics card’s link to the motherboard',
  slots: ['cpu', 'motherboard', 'gpu'],
  advice: true,
  judge({ cpu, motherboard, gpu }) {
    if (!cpu || !motherboard || !gpu) return PASS;
    const ln = linkLn(gpu, motherboard, cpu);
    if (ln === null) return UNKNOWN;
    const share = Math.round(Math.exp(ln) * 100);
    return { verdict: Math.exp(ln) >= LINK_SHARE ? 'pass' : 'note', actual: share, limit: 100, unit: '%' };
  },
  words: (j, { motherboard, gpu }) => ({
    sentence: `The graphics card is made for generation ${gpu?.pcieGeneration} with ${gpu?.pcieLanes} lanes and gets ${j.actual} % of that link (slot: generation ${motherboard?.pcieSlot?.generation}, ${motherboard?.pcieSlot?.lanes} lanes).`,
    mend: 'The expected rates count it already; it weighs most when video memory is short.',
  }),
};

export const frontConnectors: Rule = {
  id: 'front-connectors',
  title: 'Connectors on the case’s front',
  slots: ['motherboard', 'case'],
  advice: true,
  judge({ motherboard, case: box }) {
    if (!motherboard || !box) return PASS;
    if (motherboard.frontHeaders === null || box.frontConnectors === null) return UNKNOWN;
    const headers = motherboard.frontHeaders;
    const missing = box.frontConnectors.filter((each) => !headers.includes(each));
    return { verdict: missing.length === 0 ? 'pass' : 'warn', actual: missing.join(', ') || 'all' };
  },
  words: (j) => ({
    sentence: `The case’s ${j.actual} on the front has no header on the motherboard and would stay dead.`,
    mend: 'Do without it, add an adapter card, or take a motherboard with the header.',
  }),
};

/** What of a planned card would not fit the case and the supply that are bought now. */
export const plannedGpu: Rule = {
  id: 'planned-card',
  title: 'Room for the planned graphics card',
  slots: ['case', 'psu'],
  advice: true,
  judge({ case: box, psu }, { plannedGpu: gpu }) {
    if (!gpu || !box || !psu) return PASS;
    const judgements = [
      atMost(gpu.lengthMm, box.maxGpuLengthMm, 'mm'),
      atMost(gpu.slotsWide, box.expansionSlots, 'slots'),
      gpuLeads.judge({ gpu, psu }, NO_CONTEXT),
    ];
    const bad = judgements.find((each) => each.verdict === 'block');
    if (bad) return { ...bad, verdict: 'warn' };
    return judgements.find((each) => each.verdict === 'unknown') ?? PASS;
  },
  words: (j) => ({
    sentence:
      j.unit === 'mm' || j.unit === 'slots'
        ? `The planned graphics card needs ${j.actual} ${j.unit}, the case takes ${j.limit}.`
        : `The planned graphics card needs ${j.limit} ${j.unit}, the power supply has ${j.actual}.`,
    mend: 'Pay for the room now, or plan to swap this part along with the graphics card.',
  }),
};
