import { SLOTS, type Brief, type Catalogue, type Part, type Picks, type Slot } from '../../parts/index.ts';
import { outlookFor } from '../model/outlook.ts';

/** What a build fetches as it stands. Money in minor units of the brief's currency. */
interface BuildResale {
  readonly lines: readonly { readonly slot: Slot; readonly part: Part; readonly worth: number }[];
  /** What is kept back: with the buyer's data on it, or no longer of use to anybody else. */
  readonly kept: readonly { readonly slot: Slot; readonly part: Part; readonly why: 'data' | 'licence' }[];
  /** Part by part, after fees. */
  readonly byParts: number;
  /** The whole build in one sale. */
  readonly whole: number;
  /** What to ask for it, and what to take at least: below that the parts by themselves bring more, their trouble counted. */
  readonly ask: number;
  readonly least: number;
}

/** A whole build fetches less than its parts one by one: few look for this very one. Chosen; common practice, no source. */
const WHOLE = 0.9;
/** What is asked lies above what is hoped for: people haggle. Chosen. */
const ASK = 1.1;
/** What a sale of each part by itself costs in trouble, as a share of its worth. Chosen. */
const TROUBLE = 0.15;

/** Prices are asked in whole steps of five major units. */
const stepped = (minor: number, stepMinor: number): number => Math.round(minor / stepMinor) * stepMinor;

/**
 * What the parts of a build fetch today, used, after the fees of the brief, and what to ask for the whole. Drives are kept for the data on
 * them, a licence because it is bound to its owner.
 */
export function buildResale(
  catalogue: Catalogue,
  brief: Brief,
  picks: Picks,
  stepMinor: number,
): BuildResale {
  const growth = { ...brief.growth, resale: { ...brief.growth.resale, kept: [] } };
  const outlook = outlookFor({ catalogue, brief: { ...brief, growth }, events: [] });
  const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  const all = SLOTS.flatMap((slot) => {
    const part = parts.get(picks[slot]?.part ?? '');
    return part ? [{ slot, part }] : [];
  });
  const whyKept = ({ kind }: Part) => (kind === 'storage' ? 'data' : kind === 'os' ? 'licence' : null);
  const lines = all
    .filter(({ part }) => whyKept(part) === null)
    .map((each) => ({ ...each, worth: outlook.resaleAt(each.part, 0) }));
  const kept = all.flatMap((each) => {
    const why = whyKept(each.part);
    return why ? [{ ...each, why } as const] : [];
  });
  const byParts = lines.reduce((sum, { worth }) => sum + worth, 0);
  const whole = Math.round(byParts * WHOLE);
  return {
    lines,
    kept,
    byParts,
    whole,
    ask: stepped(whole * ASK, stepMinor),
    least: stepped(Math.min(whole, byParts * (1 - TROUBLE)), stepMinor),
  };
}
