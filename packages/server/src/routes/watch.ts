import type { Alert } from '@ripe-pick/contract';
import type { ServerContext } from './context.ts';
import type { Handlers } from './handlers.ts';

type WatchCalls = 'watch' | 'runWatch' | 'readAlerts';

/** Alerts that may be told by now: those of quiet hours come when these end. */
export async function toldAlerts({ store, now }: Pick<ServerContext, 'store' | 'now'>): Promise<Alert[]> {
  const moment = (await now()).toISOString();
  return (await store.alerts()).filter((alert) => alert.at <= moment);
}

export function watchHandlers(context: ServerContext): Pick<Handlers, WatchCalls> {
  const { store, watch } = context;
  const all = async () => ({
    points: await store.points(),
    alerts: await toldAlerts(context),
    isRunning: watch.isRunning(),
  });
  return {
    watch: all,
    runWatch: async () => {
      watch.request(true);
      await watch.idle();
      return all();
    },
    readAlerts: async ({ serials, isRead }) => {
      await store.markAlerts(serials, isRead);
      return all();
    },
  };
}
