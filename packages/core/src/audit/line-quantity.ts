import type { Token } from './tokens.ts';
import { MODULE_SIZES } from './vocabulary.ts';

const JOINED = /^[x×][2-9]$/iu;
const TIMES = /^[x×*]$/iu;
const PIECES = /^(?:pcs|pieces|pc|of)$/i;
const textAt = (tokens: readonly Token[], at: number) => tokens[at]?.text ?? '';

/** Whether a number before "x" counts the modules of a kit: 2 x 8 GB. */
const isKit = (tokens: readonly Token[], at: number) =>
  /^\d+(?:gb|g)$/i.test(textAt(tokens, at + 2)) ||
  (tokens[at + 2]?.kind === 'number' && MODULE_SIZES.has(textAt(tokens, at + 3).toLowerCase()));

/** Whether a number says how many pieces there are. */
function isCount(tokens: readonly Token[], at: number, hasEach: boolean): boolean {
  if (JOINED.test(textAt(tokens, at))) return !isLink(tokens, at);
  if (countOf(tokens[at]) === null) return false;
  if (TIMES.test(textAt(tokens, at + 1))) return hasEach || !isKit(tokens, at);
  if (PIECES.test(textAt(tokens, at + 1))) return true;
  if (TIMES.test(textAt(tokens, at - 1))) return tokens[at - 2]?.kind !== 'number';
  const isFirst = tokens.slice(0, at).every(({ kind }) => kind !== 'number');
  return hasEach && isFirst && tokens[at + 1]?.kind === 'word';
}

/**
 * How many pieces a line is about, and the tokens that say so: 2x, x2, 2 pcs; never the two modules of 2 x 8 GB.
 *
 * @param isAmount tokens that are money
 * @param hasEach whether the line says what each costs
 */
export function quantityOf(
  tokens: readonly Token[],
  isAmount: ReadonlySet<number>,
  hasEach: boolean,
): { readonly quantity: number; readonly used: readonly number[] } {
  const at = tokens.findIndex((_, n) => !isAmount.has(n) && isCount(tokens, n, hasEach));
  if (at < 0) return { quantity: 1, used: [] };
  const token = tokens[at];
  const hasNext = TIMES.test(textAt(tokens, at + 1)) || PIECES.test(textAt(tokens, at + 1));
  const hasBefore = !hasNext && TIMES.test(textAt(tokens, at - 1));
  return {
    quantity: JOINED.test(token.text) ? Number(token.text.slice(1)) : (countOf(token) ?? 1),
    used: [...(hasBefore ? [at - 1] : []), at, ...(hasNext ? [at + 1] : [])],
  };
}

/** "PCIe 3.0 x4" is the width of a link. */
const isLink = (tokens: readonly Token[], at: number) =>
  /\d\.\d|pci|gen/i.test(
    tokens
      .slice(Math.max(0, at - 2), at)
      .map(({ text }) => text)
      .join(' '),
  );
function countOf(token: Token): number | null {
  if (token.kind !== 'number' || token.isMeasure) return null;
  const count = token.spoken ? token.spoken[0] : Number(token.text);
  return Number.isInteger(count) && count >= 2 && count <= 12 ? count : null;
}
