/** What games of a kind commonly ask of a middling system at medium, 1920 x 1080. */
interface GameFamily {
  readonly name: string;
  /** Milliseconds of a frame that the middle card and the middle processor need. */
  readonly gpuMs: number;
  readonly cpuMs: number;
  readonly threads: number;
  readonly videoMemoryGb: number;
  readonly memoryGb: number;
}

const family = (
  name: string,
  [gpuMs, cpuMs]: readonly [number, number],
  [threads, videoMemoryGb, memoryGb]: readonly [number, number, number],
): GameFamily => ({ name, gpuMs, cpuMs, threads, videoMemoryGb, memoryGb });

/** Kinds of games whose frames are known about before any is measured. Common practice, no source. */
export const GAME_FAMILIES: readonly GameFamily[] = [
  family('fast shooter', [5.5, 4.5], [6, 2.5, 6]),
  family('arena', [6.5, 6], [6, 2.5, 6]),
  family('open world', [14, 10], [8, 5, 10]),
  family('story', [13, 8], [6, 5, 9]),
  family('racing', [8, 7], [6, 4, 8]),
  family('strategy', [7, 14], [6, 3, 8]),
  family('online world', [7, 12], [4, 3, 8]),
  family('building and survival', [10, 12], [6, 4, 9]),
  family('small and drawn', [3, 3], [2, 1, 4]),
];

/** What is known of a family by its name; undefined for one of the user’s own. */
export const familyNamed = (name: string): GameFamily | undefined =>
  GAME_FAMILIES.find((each) => each.name === name.trim().toLowerCase());
