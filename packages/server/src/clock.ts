import { noonOf } from '@ripe-pick/contract';
import type { Store } from './store/index.ts';

/** The moment that counts: a catalogue with a day of its own lives on that day; prices seen there were seen then. */
export const clockOfStore = (store: Store) => async (): Promise<Date> => {
  const day = await store.today();
  return day === null ? new Date() : noonOf(day);
};
