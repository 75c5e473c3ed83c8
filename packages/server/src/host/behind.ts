import { platform, setPriority } from 'node:os';

/** Some thirtieth of the processor that a thread of everyday priority gets beside it: nothing where that is busy, all where it is not. */
const BEHIND = 15;

/**
 * Lets this thread stand back where others have something to do: what looks and reckons by itself never takes the processor from an answer.
 * Only Linux has a priority for each thread; elsewhere nothing is changed.
 */
export function workBehind(): void {
  if (platform() === 'linux') setPriority(0, BEHIND);
}
