const SMALL =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen'.split(
    ' ',
  );
const TENS = '_ _ twenty thirty forty fifty sixty seventy eighty ninety'.split(' ');
const VALUES: ReadonlyMap<string, number> = new Map([
  ...SMALL.map((word, value) => [word, value] as const),
  ...TENS.slice(2).map((word, n) => [word, (n + 2) * 10] as const),
]);

/** A number as spoken: what it may mean in whole units of money, and how many words it took. */
interface SpokenNumber {
  readonly readings: readonly number[];
  readonly length: number;
}

/** One or two words below a hundred: nine, nineteen, ninety, ninety nine, oh nine. */
function below100(
  words: readonly string[],
  at: number,
): { value: number; length: number; isOh: boolean } | null {
  if (words[at] === 'oh' || words[at] === 'o') {
    const unit = VALUES.get(words[at + 1] ?? '');
    return unit !== undefined && unit > 0 && unit < 10 ? { value: unit, length: 2, isOh: true } : null;
  }
  const first = VALUES.get(words[at] ?? '');
  if (first === undefined) return null;
  const unit = first >= 20 ? VALUES.get(words[at + 1] ?? '') : undefined;
  return unit !== undefined && unit > 0 && unit < 10
    ? { value: first + unit, length: 2, isOh: false }
    : { value: first, length: 1, isOh: false };
}

/** A number with its hundreds and thousands said: two hundred and ten, twelve hundred, a hundred. */
function cardinal(
  words: readonly string[],
  at: number,
): { value: number; length: number; isLarge: boolean } | null {
  let value = 0;
  let next = at;
  let isLarge = false;
  for (const [names, factor] of [
    [['thousand', 'grand'], 1000],
    [['hundred'], 100],
  ] as const) {
    const head = words[next] === 'a' ? { value: 1, length: 1 } : below100(words, next);
    if (!head || !(names as readonly string[]).includes(words[next + head.length] ?? '')) continue;
    value += head.value * factor;
    next += head.length + 1;
    isLarge = true;
    if (words[next] === 'and' && below100(words, next + 1)) next++;
  }
  const rest = below100(words, next);
  if (!rest) return isLarge ? { value, length: next - at, isLarge } : null;
  if (rest.isOh && !isLarge) return null;
  return { value: value + rest.value, length: next + rest.length - at, isLarge };
}

/**
 * A number that begins at a word, as prices are spoken: "sixty nine ninety nine" is 69.99, "one ninety nine ninety nine"
 * 199.99. "one fifty four" may be 154 or 1.54, "twelve ninety nine" 12.99 or 1299: both readings are given. Words in lower
 * case, without hyphens; null where no number begins.
 */
export function readSpoken(words: readonly string[], at: number): SpokenNumber | null {
  const first = cardinal(words, at);
  if (!first) return null;
  const second = below100(words, at + first.length);
  const isPair = second !== null && (second.value >= 10 || second.isOh);
  if (!isPair) return { readings: [first.value], length: first.length };
  const length = first.length + second.length;
  const asDecimal = first.value + second.value / 100;
  if (first.isLarge || first.value >= 20) return { readings: [asDecimal], length };
  const asWhole = first.value * 100 + second.value;
  const third = below100(words, at + length);
  if (third && (third.value >= 10 || third.isOh) && first.value > 0)
    return { readings: [asWhole + third.value / 100], length: length + third.length };
  return { readings: first.value === 0 ? [asDecimal] : [asWhole, asDecimal], length };
}
