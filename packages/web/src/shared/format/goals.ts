import type { GameRates } from '@ripe-pick/core/frames';
import type { Screen } from '@ripe-pick/core/parts';
import { sizeWords } from './runs.ts';

/** A goal as it is met, or short by how much: "144 ✓", "60, short by 8". An average that rounds to it is told by a tenth. */
export function goalWords({ average, target }: Pick<GameRates, 'average' | 'target'>): string {
  if (average >= target) return `${target} ✓`;
  const short = target - average;
  return `${target}, short by ${short < 1 ? short.toFixed(1) : Math.round(short)}`;
}

/** A screen in words: 1440p at 144 Hz. */
export const screenWords = ({ widthPx, heightPx, refreshHz }: Screen): string =>
  `${sizeWords(widthPx, heightPx)} at ${refreshHz} Hz`;
