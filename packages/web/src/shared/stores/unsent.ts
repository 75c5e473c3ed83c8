import { workspaceSchema, type Workspace } from '@ripe-pick/contract';
import { isDemo } from '../api/place.ts';

/*
 * What could not be sent before the page went away is kept in the browser, and sent at the next opening: a phone that is out of
 * reach may be closed without losing a tick.
 */

interface Unsent {
  readonly id: string;
  /** What the server had when this was changed, and what it became. */
  readonly base: Workspace;
  readonly mine: Workspace;
  /** The last step in it, by serial and moment: a server that knows it has all of it. */
  readonly step: { readonly serial: number; readonly at: string } | null;
}

const keyOf = (id: string) => `ripe-pick-unsent.${id}${isDemo ? '@demo' : ''}`;

/** Keeps it where the browser has room for it. */
export function keepUnsent(unsent: Unsent): void {
  try {
    localStorage.setItem(keyOf(unsent.id), JSON.stringify(unsent));
  } catch {
    // The page says that it is not saved.
  }
}

export function dropUnsent(id: string): void {
  try {
    localStorage.removeItem(keyOf(id));
  } catch {
    // A browser that keeps nothing has nothing to drop.
  }
}

/** What was kept for a brief; null: nothing, or nothing that can be read. */
export function unsentOf(id: string): Unsent | null {
  try {
    const found = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null') as Unsent | null;
    if (found?.id !== id) return null;
    const [base, mine] = [workspaceSchema.parse(found.base), workspaceSchema.parse(found.mine)];
    return { id, base, mine, step: found.step };
  } catch {
    return null;
  }
}
