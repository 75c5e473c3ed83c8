import type { GameRates, SideScreen } from '@ripe-pick/core/frames';
import type { Screen } from '@ripe-pick/core/parts';
import { sizeWords } from './runs.ts';
import { decimal } from './format.ts';

type Aimed = Pick<GameRates, 'average' | 'target'>;
const isMet = ({ average, target }: Aimed): boolean => average >= target;

/** How many of some games reach their goals, in a sentence; a single one by its name. */
export function goalsTitle(
  games: readonly (Aimed & Pick<GameRates, 'game'>)[],
  nameOf: (id: string) => string,
) {
  const met = games.filter(isMet).length;
  if (games.length === 1) return `${nameOf(games[0].game)} ${met === 1 ? 'reaches' : 'misses'} its goal`;
  if (met === games.length) return 'Every game reaches its goal';
  if (met === 0) return 'No game reaches its goal';
  return `${met} of ${games.length} games ${met === 1 ? 'reaches its goal' : 'reach their goals'}`;
}

/** A goal as it is met, or short by how much: "144 ✓", "60, short by 8". An average that rounds to it is told by a tenth. */
export function goalWords({ average, target }: Aimed): string {
  if (isMet({ average, target })) return `${target} ✓`;
  const short = target - average;
  return `${target}, short by ${short < 1 ? decimal(short, 1) : Math.round(short)}`;
}

/** A screen in words: 1440p at 144 Hz. */
export const screenWords = ({ widthPx, heightPx, refreshHz }: Screen): string =>
  `${sizeWords(widthPx, heightPx)} at ${refreshHz} Hz`;

const WHY: Readonly<Record<SideScreen['why'], string>> = {
  second: 'On the second screen',
  next: 'On the next screen up',
  vr: 'In the headset',
};
/** A screen beside the brief's own and why it stands there: On the next screen up, 1440p at 144 Hz. */
export const besideWords = (screen: SideScreen): string => `${WHY[screen.why]}, ${screenWords(screen)}`;

/** What a column of such a screen is headed by. */
export const sizeOf = ({ why, widthPx, heightPx }: SideScreen): string =>
  why === 'vr' ? 'headset' : `at ${sizeWords(widthPx, heightPx)}`;

const SCREENS = ['1280x720', '1920x1080', '2560x1080', '2560x1440', '3440x1440', '3840x2160'];
/** Sizes to choose a screen's from, with its own among them. */
export function screenOptions({ widthPx, heightPx }: Pick<Screen, 'widthPx' | 'heightPx'>) {
  const sizes = [...new Set([...SCREENS, `${widthPx}x${heightPx}`])];
  return sizes.map((value) => ({ value, label: value.replace('x', ' × ') }));
}
/** The size behind such a choice. */
export function screenSize(value: string): { readonly widthPx: number; readonly heightPx: number } {
  const [widthPx, heightPx] = value.split('x').map(Number);
  return { widthPx, heightPx };
}
