/** `npm run check` asks every seeded case; `npm test` a tenth of them, always the same. */
const IS_WHOLE = process.env.RIPE_PICK_CHECK === 'whole';

/** How many of so many cases are asked now. */
export const sampleOf = (count: number): number => (IS_WHOLE ? count : Math.ceil(count / 10));

/** A bound on a count that grows with the cases asked. */
export const atLeast = (count: number): number => (IS_WHOLE ? count : Math.floor(count / 10) - 1);

/** A bound of the size of a case: the large one, or one that is done in a fraction of the time. */
export const sizeOf = (whole: number, quick: number): number => (IS_WHOLE ? whole : quick);
