import { readFileSync } from 'node:fs';
import { buyingSchema, orderSchema, type Workspace } from '@ripe-pick/contract';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useWorkspace } from './workspace.ts';

const demo = new URL('../../../../demo/files/buying.json', import.meta.url);
const { claims } = buyingSchema.parse(JSON.parse(readFileSync(demo, 'utf8')));

interface Sent {
  readonly revision: number;
  readonly operation: string;
  readonly unanswered: readonly string[];
  readonly workspace: {
    readonly brief: { readonly name: string };
    readonly candidates: readonly { readonly name: string }[];
  };
}

/** A server in a few lines: keeps the last workspace, and refuses a save that started from an older revision. */
function fakeServer() {
  const history = { steps: [] as unknown[], done: 0 };
  const state = {
    ...{ revision: 0, operation: '', workspace: null as unknown, history, saves: [] as Sent[] },
    /** Nothing arrives; or what arrives is kept, and its answer is lost. */
    ...{ broken: false, losesAnswers: false },
  };
  vi.stubGlobal(
    'fetch',
    async (_path: string, init: { method: string; body?: string; keepalive?: boolean }) => {
      // The Fetch Standard: what is kept alive has at most 64 KiB.
      if (init.keepalive && new TextEncoder().encode(init.body).length > 65_536)
        throw new TypeError('too large');
      if (state.broken) throw new Error('no connection');
      const answer = (status: number, value: unknown) => Response.json(value, { status });
      if (init.method === 'GET')
        return answer(200, { id: 'brief', revision: state.revision, workspace: state.workspace, history });
      const sent = JSON.parse(init.body ?? '') as Sent;
      if (sent.revision !== state.revision && !sent.unanswered.includes(state.operation))
        return answer(409, { error: { code: 'conflict', message: 'Changed elsewhere.', problems: [] } });
      state.revision++;
      state.workspace = sent.workspace;
      state.operation = sent.operation;
      state.saves.push(sent);
      if (state.losesAnswers) throw new Error('the line broke');
      return answer(200, { revision: state.revision });
    },
  );
  return state;
}
const settled = async () => {
  for (let n = 0; n < 10; n++) await new Promise((resolve) => setTimeout(resolve, 0));
};

describe('the workspace', () => {
  let server: ReturnType<typeof fakeServer>;
  beforeEach(() => {
    server = fakeServer();
    const kept = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, text: string) => kept.set(key, text),
      removeItem: (key: string) => kept.delete(key),
    });
    setActivePinia(createPinia());
  });
  /** Another window saves a change of what the server has. */
  function elsewhere(change: (state: Workspace) => Workspace): void {
    server.workspace = change(server.workspace as Workspace);
    server.revision++;
  }
  const rename = (name: string) => useWorkspace().editBrief('rename', (brief) => ({ ...brief, name }));

  it('saves every edit at once, one call at a time, and ends with the last one', async () => {
    const workspace = useWorkspace();
    await workspace.load();
    for (const name of ['one', 'two', 'three']) rename(name);
    await settled();
    expect(server.saves.at(-1)?.workspace.brief.name).toBe('three');
    expect(server.saves.length).toBeLessThanOrEqual(3);
    expect(workspace.saveState).toBe('saved');
  });
  it('undoes and redoes by name, and forgets what was undone after a new edit', async () => {
    const workspace = useWorkspace();
    const first = workspace.brief.name;
    rename('one');
    rename('two');
    expect(workspace.canUndo).toBe('rename');
    workspace.undo();
    expect(workspace.brief.name).toBe('one');
    workspace.redo();
    expect(workspace.brief.name).toBe('two');
    workspace.undo();
    workspace.undo();
    expect(workspace.brief.name).toBe(first);
    expect(workspace.undo()).toBeNull();
    rename('three');
    expect(workspace.canRedo).toBeNull();
    await settled();
  });
  it('undoes typing in one field as one step', () => {
    const workspace = useWorkspace();
    const first = workspace.brief.money.budgetMinor;
    for (const budgetMinor of [6, 64, 640])
      workspace.editBrief('type the budget', (brief) => ({
        ...brief,
        money: { ...brief.money, budgetMinor },
      }));
    workspace.undo();
    expect(workspace.brief.money.budgetMinor).toBe(first);
  });
  it('keeps what was typed when the server is away, says so, and saves it later', async () => {
    const workspace = useWorkspace();
    await workspace.load();
    server.broken = true;
    rename('kept');
    await settled();
    expect(workspace.saveState).toBe('failed');
    expect(workspace.failure).toContain('does not answer');
    expect(workspace.brief.name).toBe('kept');
    server.broken = false;
    await workspace.save();
    expect(server.saves.at(-1)?.workspace.brief.name).toBe('kept');
    expect(workspace.saveState).toBe('saved');
  });
  it('goes on from a save whose answer was lost: it was this window’s own, not a change elsewhere', async () => {
    const workspace = useWorkspace();
    await workspace.load();
    rename('one');
    await settled();
    server.losesAnswers = true;
    for (const name of ['two', 'three']) {
      rename(name);
      await workspace.save();
    }
    expect(workspace.saveState).toBe('failed');
    server.losesAnswers = false;
    rename('four');
    await workspace.save();
    await settled();
    expect([workspace.saveState, server.saves.at(-1)?.workspace.brief.name]).toEqual(['saved', 'four']);
    // Somebody else’s save in between is one, lost answers or not.
    server.losesAnswers = true;
    rename('five');
    await workspace.save();
    server.losesAnswers = false;
    elsewhere((state) => ({ ...state, brief: { ...state.brief, name: 'theirs' } }));
    server.operation = 'theirs';
    rename('six');
    await workspace.save();
    expect(workspace.saveState).toBe('conflict');
  });
  it('saves what has more bytes than letters', async () => {
    const workspace = useWorkspace();
    await workspace.load();
    const notes = 'щ'.repeat(4800); // two bytes each
    for (let n = 0; n < 9; n++) workspace.addCandidate(`Вариант ${n}`, {});
    workspace.edit('note', (state) => ({
      ...state,
      candidates: state.candidates.map((each) => ({ ...each, note: notes })),
    }));
    await settled();
    const { length } = JSON.stringify(server.saves.at(-1));
    expect([workspace.saveState, length > 45_000]).toEqual(['saved', true]);
  });
  it('never writes over what another window saved', async () => {
    const workspace = useWorkspace();
    await workspace.load();
    rename('mine');
    await settled();
    elsewhere((state) => ({ ...state, brief: { ...state.brief, name: 'theirs' } }));
    rename('late');
    await settled();
    expect(workspace.saveState).toBe('conflict');
    expect(server.saves.at(-1)?.workspace.brief.name).toBe('mine');
    expect(workspace.brief.name).toBe('late');
  });
  it('joins what another window changed at another place, as one step, and saves both', async () => {
    const workspace = useWorkspace();
    await workspace.load();
    rename('mine');
    await settled();
    elsewhere((state) => ({
      ...state,
      candidates: [...state.candidates, { ...state.candidates[0], id: 'other', name: 'Theirs' }],
    }));
    rename('late');
    await settled();
    expect(workspace.saveState).toBe('saved');
    expect(workspace.brief.name).toBe('late');
    expect(workspace.candidates.map(({ name }) => name)).toContain('Theirs');
    expect(server.saves.at(-1)?.workspace.candidates).toHaveLength(2);
    expect(workspace.canUndo).toBe('join what was changed elsewhere');
  });
  it('brings in at the next opening what a closed page could not send, and only then', async () => {
    const first = useWorkspace();
    await first.load();
    rename('before');
    await settled();
    server.broken = true;
    rename('ticked while away');
    await settled();
    expect(first.saveState).toBe('failed');
    // The page is gone; elsewhere something else was changed; then it is opened again.
    elsewhere((state) => ({ ...state, brief: { ...state.brief, owned: ['a-part'] } }));
    server.broken = false;
    setActivePinia(createPinia());
    const again = useWorkspace();
    await again.load();
    await settled();
    expect(again.brief).toMatchObject({ name: 'ticked while away', owned: ['a-part'] });
    expect(server.saves.at(-1)?.workspace.brief.name).toBe('ticked while away');
    expect(again.canUndo).toBe('import what was not sent');
    setActivePinia(createPinia());
    const third = useWorkspace();
    await third.load();
    expect(third.canUndo).toBeNull();
  });
  it('adds, renames and removes candidates, and always keeps one', async () => {
    const workspace = useWorkspace();
    workspace.addCandidate('Second', {});
    expect(workspace.active.name).toBe('Second');
    workspace.renameCandidate(workspace.active.id, 'Other');
    workspace.removeCandidate(workspace.active.id);
    expect(workspace.active.name).toBe('First idea');
    workspace.removeCandidate(workspace.active.id);
    expect(workspace.candidates).toHaveLength(1);
    workspace.undo();
    expect(workspace.candidates.map((candidate) => candidate.name)).toEqual(['First idea', 'Other']);
    await settled();
  });
  it('changes the picks of the active candidate alone', async () => {
    const workspace = useWorkspace();
    workspace.addCandidate('Second', { gpu: { part: 'x', offer: null } });
    workspace.editPicks('empty', () => ({}));
    expect(workspace.candidates.map((candidate) => Object.keys(candidate.picks))).toEqual([[], []]);
    workspace.activate('first');
    workspace.editPicks('gpu', () => ({ gpu: { part: 'y', offer: null } }));
    expect(workspace.candidates[0].picks.gpu?.part).toBe('y');
    expect(workspace.candidates[1].picks.gpu).toBeUndefined();
    await settled();
  });
  it('shares what is ordered with another idea of the same machine, and with nothing else', async () => {
    const workspace = useWorkspace();
    await workspace.load();
    const first = workspace.active.id;
    workspace.editPicks('pick', () => ({ cpu: { part: 'p', offer: 'shop-offer' } }));
    workspace.edit('order', (state) => ({
      ...state,
      orders: [
        orderSchema.parse({
          ...{ id: 'o', candidate: first, shop: 'Near', placedOn: '2026-11-20', currency: 'EUR' },
          lines: [{ slot: 'cpu', part: 'p', name: 'P', plannedMinor: 100 }],
        }),
      ],
    }));
    expect(workspace.picks.cpu).toEqual({ part: 'p', offer: 'ordered-o-0' });
    expect(workspace.brief.locks).toMatchObject([{ slot: 'cpu', part: 'p', isOrdered: true }]);
    // It is kept with the offer that was picked.
    expect(workspace.state.candidates[0].picks.cpu?.offer).toBe('shop-offer');
    workspace.addCandidate('copy', workspace.picks);
    expect(workspace.picks.cpu?.offer).toBe('ordered-o-0');
    expect(workspace.state.candidates[1]).toMatchObject({
      ordersOf: first,
      picks: { cpu: { offer: 'shop-offer' } },
    });
    workspace.addCandidate('another machine', {}, { like: null });
    expect(workspace.brief.locks).toEqual([]);
    workspace.addCandidate('another copy', {}, { like: first });
    expect(workspace.brief.locks).toHaveLength(1);
  });
  it('has the same brief after a swap: what was prepared for it is still good', async () => {
    const workspace = useWorkspace();
    await workspace.load();
    workspace.edit('claims', (state) => ({ ...state, claims }));
    const before = workspace.brief;
    workspace.editPicks('swap', (picks) => ({ ...picks, cpu: { part: 'p', offer: null } }));
    expect(workspace.picks.cpu?.part).toBe('p');
    expect(workspace.brief).toBe(before);
    const { shown } = workspace;
    rename('another');
    expect(workspace.brief).not.toBe(before);
    // Nor do the candidates change with the brief: what is forecast for them is not asked for again.
    expect(workspace.shown).toBe(shown);
  });
  it('sends what is not saved yet when the page goes away, behind a save that is still running', async () => {
    const workspace = useWorkspace();
    await workspace.load();
    rename('one');
    void workspace.save();
    rename('two');
    workspace.flush();
    expect(server.saves.map((save) => save.workspace.brief.name)).toEqual(['one', 'two']);
    workspace.flush();
    expect(server.saves).toHaveLength(2);
    await settled();
  });
  it('keeps in the browser what is on its way while the page goes away, until it is known to have arrived', async () => {
    const kept = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
      removeItem: (key: string) => kept.delete(key),
    });
    const workspace = useWorkspace();
    await workspace.load();
    rename('on its way');
    void workspace.save();
    expect(kept.size).toBe(0);
    workspace.flush();
    const [text] = [...kept.values()];
    expect(JSON.parse(text)).toMatchObject({ mine: { brief: { name: 'on its way' } } });
    await settled();
    expect(kept.size).toBe(0);
    vi.unstubAllGlobals();
  });
  it('archives and brings back, orders, and keeps at least one in sight', async () => {
    const workspace = useWorkspace();
    workspace.addCandidate('Second', {});
    const [first, second] = workspace.candidates.map((candidate) => candidate.id);
    workspace.order([second, first]);
    expect(workspace.shown.map((candidate) => candidate.id)).toEqual([second, first]);
    workspace.archive(second, true);
    expect(workspace.shown.map((candidate) => candidate.id)).toEqual([first]);
    expect(workspace.active.id).toBe(first);
    workspace.archive(first, true);
    expect(workspace.shown).toHaveLength(1);
    workspace.removeCandidate(first);
    expect(workspace.shown).toHaveLength(1);
    workspace.archive(second, false);
    workspace.undo();
    workspace.undo();
    expect(workspace.shown.map((candidate) => candidate.id)).toEqual([second, first]);
    await settled();
  });
  it('keeps at most forty candidates, and says so instead of losing what was saved', async () => {
    const workspace = useWorkspace();
    for (let n = 0; n < 45; n++) workspace.addCandidate(`Idea ${n}`, {});
    expect(workspace.candidates).toHaveLength(40);
    expect(workspace.failure).toContain('40 candidates');
    await settled();
  });
});
