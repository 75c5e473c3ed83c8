import type { PartRead, SpecRead } from '@ripe-pick/core/specs';

/** What was chosen where a text says two things of a figure: the place among what it says, or neither. */
export type Choices = Readonly<Record<string, number>>;
/** Where the text says two things and neither is meant. */
export const NEITHER = -1;

/** All that a text says of a figure. */
export const allReadings = ({ value, words, others }: SpecRead) => [{ value, words }, ...others];

/** Figures that the text says two things of, and nobody chose yet. */
export const openFigures = ({ figures }: PartRead, chosen: Choices): SpecRead[] =>
  figures.filter(({ figure, others }) => others.length > 0 && chosen[figure] === undefined);

/** What was read, with what was chosen in place of what came first. */
export const withChoices = (read: PartRead, chosen: Choices): PartRead => ({
  ...read,
  figures: read.figures
    .filter(({ figure }) => chosen[figure] !== NEITHER)
    .map((each) => ({ ...each, ...allReadings(each)[chosen[each.figure] ?? 0] })),
});
