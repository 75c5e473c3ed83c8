import type { Air } from '@ripe-pick/core/power';

const PRESSURE: Readonly<Record<Air['pressure'], string>> = {
  over: 'overpressure: dust comes in through the filters alone',
  under: 'underpressure: air comes in through every gap, dust with it',
  even: 'even pressure',
  none: 'no fan moves air through it',
};
const FRONT = new Map([
  [true, 'mesh front'],
  [false, 'closed front'],
  [null, 'front not stated'],
] as const);

const counted = (count: number, way: string) => `${count} ${count === 1 ? 'fan' : 'fans'} ${way}`;

/** Which fans blow where, and what that comes to: 2 fans in, 1 fan out, mesh front; overpressure … */
export const airWords = ({ inward, outward, isMesh, pressure }: Air): string =>
  `${counted(inward, 'in')}, ${counted(outward, 'out')}, ${FRONT.get(isMesh)}; ${PRESSURE[pressure]}`;

/** How warm the air gets: 5 to 12 K above the room at 300 W. */
export const riseWords = ({ rise, heatWatts }: Air): string =>
  `${Math.round(rise.low)} to ${Math.round(rise.high)} K above the room at ${Math.round(heatWatts)} W`;
