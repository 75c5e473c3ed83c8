/** What nearly every screw of a machine is turned with. Common practice, no source. */
export const SCREWDRIVER = 'cross-head screwdriver, size 2';
