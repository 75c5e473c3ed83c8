/** What a written number may mean: one value, or two where a single mark may be of thousands or of decimals. */
export function readingsOf(written: string): number[] {
  const bare = written.replace(/['\u00a0\u202f ]/g, '');
  const marks = bare.replace(/\d/g, '');
  if (marks === '') return [Number(bare)];
  const last = bare[Math.max(bare.lastIndexOf('.'), bare.lastIndexOf(','))];
  const decimals = bare.length - bare.lastIndexOf(last) - 1;
  const asDecimal = Number(
    bare
      .split(last)
      .map((piece) => piece.replace(/[.,]/g, ''))
      .join('.'),
  );
  const asWhole = Number(bare.replace(/[.,]/g, ''));
  if (marks.length > 1) return marks[0] === marks.at(-1) ? [asWhole] : [asDecimal];
  // No thousands begin with 0.
  return decimals === 3 && !bare.startsWith('0') ? [asWhole, asDecimal] : [asDecimal];
}
