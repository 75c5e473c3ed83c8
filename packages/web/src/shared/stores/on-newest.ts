import { CallFailed } from '../api/client.ts';
import { isConflict } from './workspace-link.ts';

const MOST_TRIES = 5;
const CHANGED =
  'This was changed in another window meanwhile, and nothing was written over. It is shown as it is now: look at it, then change it again.';

interface RestingChange<T> {
  /** Sends it, resting on the newest state that this window knows. */
  readonly send: () => Promise<T>;
  /** Reads what is there now. */
  readonly reload: () => Promise<void>;
  /** What of that the change touches. */
  readonly touched: () => unknown;
}

/**
 * Makes a change. Where another window changed something meanwhile that this one does not touch, it is made on top of that.
 * @throws {CallFailed} where both touch the same; it is read anew by then
 */
export async function onNewest<T>({ send, reload, touched }: RestingChange<T>): Promise<T> {
  for (let tries = 0; ; tries++) {
    const before = JSON.stringify(touched());
    try {
      return await send();
    } catch (error) {
      if (!isConflict(error) || tries >= MOST_TRIES) throw error;
      await reload();
      if (JSON.stringify(touched()) !== before) throw new CallFailed('conflict', CHANGED, []);
    }
  }
}
