import type { Assumption } from '@ripe-pick/core/assumptions';
import type { RestingOn } from '@ripe-pick/core/swaps';
import { fieldName, figureText } from './facts.ts';
import { decimal } from './format.ts';

/** "Firmware as shipped" of a figure, for a sentence or a list. */
export const figureName = (figure: string): string => fieldName(figure).name;

/** "Height 35 mm": what is counted with. */
export function assumedText({ figure, value }: Pick<Assumption, 'figure' | 'value'>): string {
  return `${figureName(figure)}: ${figureText(figure, value)}`;
}

/** What an assumed figure does to the build when it turns out at its worst. */
export function harmText({ breaks, lost, assumption }: RestingOn): string {
  const turned = `At worst ${figureText(assumption.figure, assumption.worst)}`;
  if (breaks) return `${turned}: ${breaks.sentence}`;
  if (lost === null) return `${turned}: no frame rate can be told.`;
  if (lost > 0) return `${turned}: ${decimal(lost / 1000, 1)} fps less.`;
  return `${turned}: it fits all the same.`;
}

/** Whether it would change anything about a build. */
export const isRisky = ({ breaks, lost }: RestingOn): boolean => breaks !== null || lost === null || lost > 0;
export const isNeeded = ({ neededFor }: RestingOn): boolean => neededFor !== 'advice';
