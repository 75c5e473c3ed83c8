import { describe, expect, it } from 'vitest';
import { useSessionSteps } from './session-steps.ts';

const pause = () => new Promise((resolve) => setTimeout(resolve, 1));

/** A value on a server that answers after a while, changed by steps. */
function slowList() {
  const steps = useSessionSteps();
  let list: readonly string[] = [];
  const add = (item: string) =>
    steps.step({
      label: item,
      forth: async () => {
        await pause();
        list = [...list, item];
      },
      back: async () => {
        await pause();
        if (list.at(-1) !== item) throw new Error(`${item} is not the last one`);
        list = list.slice(0, -1);
      },
    });
  return { ...steps, add, list: () => list };
}

describe('steps that the server takes its time for', () => {
  it('are taken back one after the other when the keys are faster, each once', async () => {
    const slow = slowList();
    await Promise.all([slow.add('a'), slow.add('b'), slow.add('c')]);
    expect(slow.list()).toEqual(['a', 'b', 'c']);
    expect(await Promise.all([slow.undo(), slow.undo()])).toEqual(['c', 'b']);
    expect(await Promise.all([slow.redo(), slow.undo()])).toEqual(['b', 'b']);
    expect(slow.list()).toEqual(['a']);
    expect(slow.canRedo.value).toBe('b');
  });
  it('go on after one that failed', async () => {
    const steps = useSessionSteps();
    const failing = steps.step({
      label: 'x',
      forth: () => Promise.reject(new Error('refused')),
      back: () => Promise.resolve(),
    });
    const next = steps.step({ label: 'y', forth: () => Promise.resolve(), back: () => Promise.resolve() });
    await expect(failing).rejects.toThrow('refused');
    await next;
    expect(steps.canUndo.value).toBe('y');
  });
  it('are forgotten once everything was replaced', async () => {
    const slow = slowList();
    await slow.add('a');
    slow.forget();
    expect(await slow.undo()).toBeNull();
    expect(slow.list()).toEqual(['a']);
  });
});
