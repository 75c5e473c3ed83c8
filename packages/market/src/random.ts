/** Seeded random numbers (mulberry32, public domain), from words: the market is the same for everyone. */
export function randomOf(...words: readonly (string | number)[]) {
  let hash = 0x811c9dc5;
  for (const letter of words.join('|')) hash = Math.imul(hash ^ (letter.codePointAt(0) ?? 0), 0x01000193);
  let state = hash >>> 0;
  const uniform = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  uniform();
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal, chance: (p: number) => uniform() < p };
}
