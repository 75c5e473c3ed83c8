import type { Token } from './tokens.ts';
import { LEAD_INS, LINE_WORDS } from './vocabulary.ts';

const SHOP =
  /(?:@|\bat\b|\bfrom\b|\bvia\b)\s+(?:the\s+)?(\p{Lu}[\p{L}\p{N} &.'’-]{2,40}?)(?=\s*(?:[-–—,:=(|]|\d|$|for\b))|\((\p{Lu}[\p{L}\p{N} &.'’-]{2,40})\)\s*$/u;

export const NO_NAME_WORDS =
  /(?<!\p{L})(?:so|and|that|that['’]s|it|it['’]s|is|comes|to|which|makes|for|a|grand|we|are|at)(?!\p{L})/giu;
/** What is left of a sentence that names nothing, and what a sentence says behind the name. */
const NO_NAME =
  /^(?:that|this|it|which|so|i|we|you)$| (?:on|for|in) (?:the|my|a) [\p{L}-]+(?: [\p{L}-]+)?$/iu;

/** Drops brackets that close what none has opened. */
function closingOnly(): (bracket: string) => string {
  let isOpen = false;
  return (bracket) => {
    const isKept = bracket === '(' || isOpen;
    isOpen = bracket === '(';
    return isKept ? bracket : ' ';
  };
}

/** Without spaces and these signs at its two ends. */
function withoutEnds(text: string, front: string, back: string): string {
  const isOff = (letter: string, signs: string) => letter.trim() === '' || signs.includes(letter);
  let [from, to] = [0, text.length];
  while (from < to && isOff(text[from], front)) from++;
  while (to > from && isOff(text[to - 1], back)) to--;
  return text.slice(from, to);
}

/** What is left of a line when money, pieces and shop are taken out. */
export function nameOf(text: string, tokens: readonly Token[], used: ReadonlySet<number>) {
  let rest = text;
  for (const [n, token] of [...tokens.entries()].reverse())
    if (used.has(n))
      rest = rest.slice(0, token.start) + '\u0000'.repeat(token.end - token.start) + rest.slice(token.end);
  const bare = rest.replace(/\u0000[\s\u0000]*/g, ' \u0000 ');
  const shop = SHOP.exec(bare.replaceAll('\u0000', ' '));
  const kept = (shop ? bare.replaceAll('\u0000', ' ').replace(shop[0], ' ') : bare.replaceAll('\u0000', ' '))
    .replace(/\([\s,;:+-]*\)/g, ' ')
    .replace(/[()]/g, closingOnly())
    .replace(/(?:^|\s)[-–—=|@:,;]+(?=\s*(?:[-–—=|@:,;]|$))/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(LEAD_INS, '')
    .trim();
  const name = withoutEnds(kept, ',;:.)/–—=|-', ',;:./–—=|(-').replace(NO_NAME, '').trim();
  return { name, shop: (shop?.[1] ?? shop?.[2] ?? null)?.trim() ?? null };
}

/** "Old office case (given)" is the old office case. */
export const withoutOwned = (name: string) => {
  const bare = name
    .replace(new RegExp(LINE_WORDS.owned.source, 'giu'), ' ')
    .replace(/\(\s*\)/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return withoutEnds(bare, ',;:–—-', ',;:.–—-') || name;
};
