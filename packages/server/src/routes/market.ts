import { dayOfMoment, MARKET_FAULTS } from '@ripe-pick/contract';
import { addDays } from '@ripe-pick/core/units';
import type { SimulatedMarket } from '../feeds/simulated.ts';
import type { ServerContext } from './context.ts';
import { ApiError } from './errors.ts';
import type { Handlers } from './handlers.ts';

type MarketCalls = 'market' | 'advanceMarket' | 'faultMarket';

/** The clock and the faults of the simulated market. */
export function marketHandlers({
  store,
  scheduler,
  watch,
  market,
  now,
}: ServerContext): Pick<Handlers, MarketCalls> {
  const stateOf = async () => {
    const state = await market?.state();
    const fault = MARKET_FAULTS.find((each) => each === state?.fault) ?? 'none';
    return { address: state && market ? market.address : null, day: state?.day ?? null, fault };
  };
  const running = async (): Promise<SimulatedMarket> => {
    if (!market || !(await market.state()))
      throw new ApiError('not-found', 'No simulated market is running. It comes with the demo data.');
    return market;
  };
  return {
    market: stateOf,
    advanceMarket: async () => {
      const open = await running();
      const day = addDays((await store.today()) ?? dayOfMoment(await now()), 1);
      await open.set({ day });
      await store.setToday(day);
      const own = (await store.feeds()).filter(
        ({ feed }) => feed.isOn && feed.url.startsWith(`${open.address}/`),
      );
      await scheduler.run(own.map(({ feed }) => feed.id));
      watch.request();
      return stateOf();
    },
    faultMarket: async ({ fault }) => {
      await (await running()).set({ fault });
      return stateOf();
    },
  };
}
