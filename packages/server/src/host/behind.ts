import { constants, platform, setPriority } from 'node:os';

const { PRIORITY_LOW, PRIORITY_BELOW_NORMAL } = constants.priority;

/**
 * Lets this thread work where nothing else has to: what looks and reckons by itself never takes the processor from an answer. Only Linux has
 * a priority for each thread; elsewhere nothing is changed.
 *
 * @param isAwaited whether somebody waits for it, if not for this very moment
 */
export function workBehind(isAwaited: boolean): void {
  if (platform() === 'linux') setPriority(0, isAwaited ? PRIORITY_BELOW_NORMAL : PRIORITY_LOW);
}
