import { workspaceSchema, type StoredStep, type Workspace } from '@ripe-pick/contract';
import { describe, expect, it } from 'vitest';
import { blankBrief } from './blank-brief.ts';
import { History } from './history.ts';

const START: Workspace = workspaceSchema.parse({
  brief: blankBrief(),
  candidates: [{ id: 'a', name: 'A', picks: {} }],
  active: 'a',
});
const named = (state: Workspace, name: string): Workspace => ({ ...state, brief: { ...state.brief, name } });
const AT = '2026-11-20T09:30:00Z';

/** A server in a few lines: applies changes as the real one does. */
function server() {
  let steps: StoredStep[] = [];
  return {
    apply(change: ReturnType<History['takeChange']>['change']) {
      steps = [
        ...steps.filter((each) => each.serial >= change.keepFrom && each.serial <= change.keepTo),
        ...change.add,
      ];
      return change.done;
    },
    get steps() {
      return steps;
    },
  };
}

describe('the history of a workspace', () => {
  it('undoes and redoes over a reload, by patches', () => {
    const history = new History();
    const [one, two] = [named(START, 'one'), named(named(START, 'one'), 'two')];
    history.push('call it one', START, one, AT);
    history.push('call it two', one, two, AT);
    const store = server();
    const done = store.apply(history.takeChange().change);
    const again = new History();
    again.load(store.steps, done);
    expect(again.undoLabel).toBe('call it two');
    const back = again.undo(structuredClone(two));
    expect(back?.state).toEqual(one);
    expect(again.undo(structuredClone(one))?.state).toEqual(START);
    expect(again.undo(structuredClone(START))).toBeNull();
    expect(again.redo(structuredClone(START))?.state).toEqual(one);
    expect(again.redoLabel).toBe('call it two');
  });
  it('tells the server only what is new, and drops what was undone and written over', () => {
    const history = new History();
    const store = server();
    const serials = () => store.steps.map((step) => step.serial);
    history.push('one', START, named(START, 'one'), AT);
    store.apply(history.takeChange().change);
    const { change } = history.takeChange();
    expect(change.add).toEqual([]);
    history.push('two', named(START, 'one'), named(START, 'two'), AT);
    expect(history.takeChange().change.add).toHaveLength(1);
    history.undo(named(START, 'two'));
    history.push('three', named(START, 'one'), named(START, 'three'), AT);
    const last = history.takeChange().change;
    store.apply(last);
    expect(serials()).toEqual([1, 3]);
    expect(last.done).toBe(3);
  });
  it('sends what a failed save did not bring across with the next one', () => {
    const history = new History();
    history.push('one', START, named(START, 'one'), AT);
    history.takeChange().failed();
    history.push('two', named(START, 'one'), named(START, 'two'), AT);
    expect(history.takeChange().change.add.map((step) => step.label)).toEqual(['one', 'two']);
  });
  it('makes one step of typing on in a field, from where the typing began', () => {
    const history = new History();
    history.push('type the name', START, named(START, 'o'), AT);
    history.push('type the name', named(START, 'o'), named(START, 'on'), AT);
    expect(history.undo(named(START, 'on'))?.state).toEqual(START);
    expect(history.undoLabel).toBeNull();
  });
  it('refuses a stored patch that makes no workspace, and stays where it is', () => {
    const history = new History();
    const bad = {
      serial: 1,
      label: 'odd',
      at: AT,
      back: [{ op: 'remove' as const, path: '/brief/money' }],
      forth: [],
    };
    history.load([bad], 1);
    expect(history.undo(START)).toBeNull();
    expect(history.undoLabel).toBe('odd');
    history.load([{ ...bad, back: [{ op: 'replace' as const, path: '/nowhere/at/all', value: 1 }] }], 1);
    expect(history.undo(START)).toBeNull();
  });
  it('keeps the last 300 steps', () => {
    const history = new History();
    let state = START;
    for (let n = 0; n < 320; n++) {
      const next = named(state, `name ${n}`);
      history.push(`step ${n}`, state, next, AT);
      state = next;
    }
    const { change } = history.takeChange();
    expect(change.add).toHaveLength(300);
    expect(change.keepFrom).toBe(21);
  });
});
