import { describe, expect, it } from 'vitest';
import { reactive } from 'vue';
import { journalOf } from './journal.ts';
import { useSessionSteps } from './session-steps.ts';

const pause = () => new Promise((resolve) => setTimeout(resolve, 3));

/** Two stores with steps of their own, and what was done in both, in order. */
function twoStores() {
  const list: string[] = [];
  const storeOf = () => {
    const { step, ...steps } = useSessionSteps();
    const add = async (label: string) => {
      await step({
        label,
        forth: async () => {
          await pause();
          list.push(label);
        },
        back: async () => {
          await pause();
          list.splice(list.lastIndexOf(label), 1);
        },
      });
      await pause();
    };
    return { add, ...reactive(steps), store: reactive(steps) };
  };
  const [picks, deals] = [storeOf(), storeOf()];
  return { list, picks, deals, journal: journalOf([picks.store, deals.store]) };
}

describe('one journal over all that is kept', () => {
  it('takes back what was done last, whichever store it is of, and does it again in the same order', async () => {
    const { list, picks, deals, journal } = twoStores();
    await picks.add('swap');
    await deals.add('delete a deal');
    await picks.add('lock');
    await deals.add('type a price');
    expect(journal.canUndo).toBe('type a price');
    expect([await journal.undo(), await journal.undo(), await journal.undo()]).toEqual([
      'type a price',
      'lock',
      'delete a deal',
    ]);
    expect(list).toEqual(['swap']);
    expect(journal.canRedo).toBe('delete a deal');
    expect([await journal.redo(), await journal.redo()]).toEqual(['delete a deal', 'lock']);
    expect(list).toEqual(['swap', 'delete a deal', 'lock']);
    expect([journal.canUndo, journal.canRedo]).toEqual(['lock', 'type a price']);
  });
  it('keeps the order when keys are faster than the server', async () => {
    const { list, picks, deals, journal } = twoStores();
    await picks.add('a');
    await deals.add('b');
    await picks.add('c');
    expect(await Promise.all([journal.undo(), journal.undo(), journal.redo()])).toEqual(['c', 'b', 'b']);
    expect(list).toEqual(['a', 'b']);
  });
  it('forgets what was taken back once something else is done, on any screen', async () => {
    const { picks, deals, journal } = twoStores();
    await deals.add('delete a deal');
    await journal.undo();
    await pause();
    await picks.add('swap');
    expect(journal.canRedo).toBeNull();
    expect(await journal.redo()).toBeNull();
    expect(await journal.undo()).toBe('swap');
  });
  it('has nothing to take back at first', async () => {
    const { journal } = twoStores();
    expect([journal.canUndo, journal.canRedo, await journal.undo()]).toEqual([null, null, null]);
  });
});
