/** Ports of the two servers that the browser tests start: one with the demo, one with an empty database. */
export const DEMO_PORT = 4651;
export const EMPTY_PORT = 4652;
