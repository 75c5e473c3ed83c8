/** Ports of the servers that the browser tests start: one with the demo, one with an empty database. */
export const DEMO_PORT = 4651;
export const EMPTY_PORT = 4661;
/** A third one with the demo, whose market’s clock is moved. Each has its simulated market on the port above. */
export const MARKET_PORT = 4671;
