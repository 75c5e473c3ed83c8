import { minorPlaces } from '../units/index.ts';

/** A number read from a list: sure, or doubtful with the readings that it may have (minor units). */
export type AmountRead =
  | { readonly kind: 'sure'; readonly minor: number }
  | { readonly kind: 'doubtful'; readonly text: string; readonly readings: readonly number[] };

const toMinor = (value: number, currency: string) => Math.round(value * 10 ** minorPlaces(currency));

/**
 * Reads an amount as people type it: 132.90, 132,90, 1.299,00, 1 299, €132.90, 132.90 EUR. What can mean two things
 * (1.299), or has letters or signs that no price has (1O9.90, 12?.90, ~120), is doubtful and never guessed.
 */
export function readAmount(text: string, currency: string): AmountRead | null {
  const bare = text.replace(/[€$£¥]|\b[A-Z]{3}\b|\bkr\b/g, '').trim();
  if (!/[0-9]/.test(bare)) return null;
  const digits = bare.replace(/[\s\u00a0\u202f'’]/g, '');
  const doubt = (readings: readonly number[]): AmountRead => ({
    kind: 'doubtful',
    text: text.trim(),
    readings,
  });
  if (!/^-?\d[\d.,]*$/.test(digits)) {
    const cleaned = digits.replace(/[oO]/g, '0').replace(/[lI]/g, '1').replace(/[~≈?]/g, '');
    const read = /^-?\d[\d.,]*$/.test(cleaned) ? readAmount(cleaned, currency) : null;
    return doubt(read?.kind === 'sure' ? [read.minor] : []);
  }
  const marks = [...digits.matchAll(/[.,]/g)].map((match) => match[0]);
  const last = Math.max(digits.lastIndexOf('.'), digits.lastIndexOf(','));
  const after = last < 0 ? 0 : digits.length - last - 1;
  const whole = (value: string) => Number(value.replace(/[.,]/g, ''));
  if (marks.length === 0) return { kind: 'sure', minor: toMinor(whole(digits), currency) };
  if (new Set(marks).size === 1 && marks.length === 1) {
    if (after === 1 || after === 2)
      return { kind: 'sure', minor: toMinor(Number(digits.replace(',', '.')), currency) };
    // One mark with three digits behind it: thousands, or a slip of the finger.
    if (after === 3)
      return doubt([toMinor(whole(digits), currency), toMinor(Number(digits.replace(',', '.')), currency)]);
    return doubt([]);
  }
  const groups = digits.slice(0, last).replace('-', '').split(/[.,]/);
  const isGrouped = groups.slice(1).every((group) => group.length === 3) && groups[0].length <= 3;
  if (new Set(marks).size === 1)
    return isGrouped && after === 3 ? { kind: 'sure', minor: toMinor(whole(digits), currency) } : doubt([]);
  if (!isGrouped || (after !== 1 && after !== 2)) return doubt([]);
  return {
    kind: 'sure',
    minor: toMinor(Number(`${whole(digits.slice(0, last))}.${digits.slice(last + 1)}`), currency),
  };
}
