import { finish } from '@ripe-pick/core/work';
import { readFileSync } from 'node:fs';
import {
  catalogueFileSchema,
  catalogueOf,
  readRecordsTable,
  type BenchKept,
  type BenchRecord,
} from '@ripe-pick/contract';
import { fitModel, recordJudge, validate, type FitInput } from '@ripe-pick/core/fit';
import { expose } from 'comlink';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useCatalogue } from './catalogue.ts';
import { useModel } from './model.ts';
import { useNames } from './names.ts';
import { useRecords } from './records.ts';

const demo = (name: string) =>
  readFileSync(new URL(`../../../../demo/files/${name}`, import.meta.url), 'utf8');
const file = catalogueFileSchema.parse(JSON.parse(demo('catalogue.json')));
const CATALOGUE = catalogueOf(file);
const BENCH = JSON.parse(demo('bench.json')) as BenchKept;
const ALL = readRecordsTable(demo('records.csv'), CATALOGUE, {
  source: '',
  on: '2026-11-20',
  idPrefix: 'r',
  renderScale: null,
  memory: null,
}).records;
/** A handful is enough for what the stores do, and quick to fit. */
const FEW = ALL.slice(0, 60);
const judge = recordJudge(CATALOGUE.parts, CATALOGUE.frameModel);
const isUsable = (record: BenchRecord) => 'usable' in judge(record);
const USABLE = FEW.filter(isUsable).length;

interface Change {
  readonly put?: BenchRecord[];
  readonly remove?: string[];
  readonly putRuns?: BenchKept['runs'];
  readonly removeRuns?: string[];
}

/** A server in a few lines: keeps records, passes and the last model; can be broken. */
function fakeServer() {
  const state = {
    records: [...FEW],
    bench: structuredClone(BENCH),
    models: [] as unknown[],
    broken: false,
    calls: [] as string[],
  };
  const apply = <T extends { id: string }>(
    all: T[],
    put: readonly T[] = [],
    remove: readonly string[] = [],
  ) => {
    const ids = new Set([...remove, ...put.map((each) => each.id)]);
    return [...all.filter((each) => !ids.has(each.id)), ...put];
  };
  vi.stubGlobal('fetch', async (path: string, init: { method: string; body?: string }) => {
    const answer = (status: number, value: unknown) => Response.json(value, { status });
    state.calls.push(`${init.method} ${path}`);
    if (state.broken) return answer(500, { error: { code: 'internal', message: 'Broken.', problems: [] } });
    const sent =
      init.method === 'GET' ? {} : (JSON.parse(init.body ?? '{}') as Change & { frameModel?: unknown });
    if (path === '/api/records' && init.method === 'POST') {
      state.records = apply(state.records, sent.put, sent.remove);
      return answer(200, { kept: state.records.length, revision: 1 });
    }
    if (path === '/api/records') return answer(200, { records: state.records });
    if (path === '/api/bench' && init.method === 'POST')
      state.bench = { ...state.bench, runs: apply(state.bench.runs, sent.putRuns, sent.removeRuns) };
    const { rigs, runs } = state.bench;
    if (path === '/api/bench')
      return answer(200, { rigs, runs, ...(init.method === 'POST' ? { revision: 1 } : {}) });
    state.models.push(sent.frameModel);
    return answer(200, { kept: 1 });
  });
  return state;
}

/** The fit's worker, run in this thread behind the same protocol. */
function fakeWorker() {
  const log: string[] = [];
  const fitter = {
    cancel: () => log.push('cancel'),
    fit: (input: FitInput) => {
      log.push(input.start ? 'warm' : 'cold');
      return finish(fitModel(input));
    },
    validate: (input: FitInput) => {
      log.push('validate');
      return finish(validate(input));
    },
  };
  vi.stubGlobal(
    'Worker',
    class {
      constructor() {
        const { port1, port2 } = new MessageChannel();
        expose(fitter, port1 as never); // a port of Node's, which has what the protocol calls
        port2.start();
        // Node's own ports would keep the run alive.
        for (const port of [port1, port2]) (port as unknown as { unref(): void }).unref();
        return port2 as never; // stands for a worker
      }
    },
  );
  return log;
}

let server: ReturnType<typeof fakeServer>;
let worker: string[];
beforeEach(() => {
  server = fakeServer();
  worker = fakeWorker();
  setActivePinia(createPinia());
  useCatalogue().stored = CATALOGUE;
});
const idle = async (model: ReturnType<typeof useModel>) => {
  await vi.waitFor(() => expect(model.state).toBe('idle'), { timeout: 20_000, interval: 20 });
};

describe('records', () => {
  it('are read with the passes, which make records of their own that are left out while their system is', async () => {
    const records = useRecords();
    await records.load();
    expect([records.published.length, records.own.length, records.all.length]).toEqual([60, 5, 65]);
    expect(records.own.every((record) => record.excluded !== null && record.trust === 'own')).toBe(true);
  });
  it('change by named steps that are taken back and done again, in the order in which they were made', async () => {
    const records = useRecords();
    await records.load();
    const [first, second] = records.published;
    await records.change('first corrected', [{ ...first, average: 1 }]);
    await records.change('second taken out', [], [second.id]);
    await records.change('one added', [{ ...first, id: 'new' }]);
    expect([records.canUndo, records.published.length]).toEqual(['one added', 60]);
    expect(await records.undo()).toBe('one added');
    expect(await records.undo()).toBe('second taken out');
    expect(server.records.map((record) => record.id).sort()).toEqual(FEW.map((record) => record.id).sort());
    expect(records.published.find((record) => record.id === first.id)?.average).toBe(1);
    expect(await records.redo()).toBe('second taken out');
    expect(records.published.some((record) => record.id === second.id)).toBe(false);
    expect([records.canUndo, records.canRedo]).toEqual(['second taken out', 'one added']);
    // A new step ends what could be done again.
    await records.change('another', [{ ...first, id: 'other' }]);
    expect(records.canRedo).toBeNull();
    while (records.canUndo) await records.undo();
    expect(await records.undo()).toBeNull();
    const plain = (all: readonly BenchRecord[]) => [...all].sort((a, b) => a.id.localeCompare(b.id));
    expect(plain(server.records)).toEqual(plain(FEW));
  });
  it('stay as they are when the server does not take a change, and no step is kept', async () => {
    const records = useRecords();
    await records.load();
    server.broken = true;
    await expect(records.change('lost', [], [FEW[0].id])).rejects.toThrow('Broken.');
    expect([records.published.length, records.canUndo]).toEqual([60, null]);
    await records.load();
    expect(records.failure).toBe('Broken.');
  });
  it('passes are put, replaced and taken out, each by a step of its own', async () => {
    const records = useRecords();
    await records.load();
    const [run] = records.bench.runs;
    await records.changeBench('run corrected', { putRuns: [{ ...run, average: 50 }] });
    await records.changeBench('run added', { putRuns: [{ ...run, id: 'fresh' }] });
    expect(records.bench.runs).toHaveLength(21);
    await records.undo();
    await records.undo();
    expect(records.bench.runs.find((each) => each.id === run.id)?.average).toBe(run.average);
    expect(records.bench.runs).toHaveLength(20);
  });
  it('names are found by id, and an id that is not there is its own name', () => {
    const names = useNames();
    expect([names.game('netfall'), names.game('lost')]).toEqual(['Netfall Five', 'lost']);
    expect([names.part('bramfell-ember-270-duo'), names.part('gone')]).toEqual([
      'Bramfell Ember 270 Duo 8 GB',
      'gone',
    ]);
  });
});

describe('the model keeps in step', () => {
  it('takes in records that it was not fitted from, checks itself, and is stored', async () => {
    const [records, model] = [useRecords(), useModel()];
    await records.load();
    await vi.waitFor(() => expect(model.state).not.toBe('idle'));
    await idle(model);
    expect(worker).toEqual(['warm', 'validate']);
    expect([model.isStale, model.fit?.records]).toEqual([false, USABLE]);
    expect(model.fit?.heldOut?.records).toBe(USABLE);
    expect(server.models).toHaveLength(1);
    expect(model.review?.findings).toHaveLength(USABLE);
    // A record more: fitted once more, from there.
    await records.change('one more', [{ ...FEW.filter(isUsable)[0], id: 'more' }]);
    await vi.waitFor(() => expect(server.models).toHaveLength(2), { timeout: 20_000 });
    expect(model.fit?.records).toBe(USABLE + 1);
  });
  it('rests while nothing changed, and fits from scratch when asked', async () => {
    const [records, model] = [useRecords(), useModel()];
    server.records = [...ALL];
    await records.load();
    await new Promise((resolve) => setTimeout(resolve, 30));
    expect([model.isStale, model.state, worker.length]).toEqual([false, 'idle', 0]);
    await model.run('review');
    expect([worker, server.models.length]).toEqual([['warm'], 0]);
    expect(model.review?.findings.some((finding) => finding.disagrees)).toBe(true);
    server.records = [...FEW];
  });
  it('keeps the rates of before when it is stopped or the server does not take them, and says so', async () => {
    const [records, model] = [useRecords(), useModel()];
    await records.load();
    model.cancel();
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect([model.state, server.models.length]).toEqual(['idle', 0]);
    server.broken = true;
    await model.run('warm');
    expect(model.failure).toBe('Broken.');
    server.broken = false;
    await model.run('warm');
    expect([model.failure, server.models.length]).toEqual([null, 1]);
  });
  it('has nothing to do without games', async () => {
    useCatalogue().stored = {
      ...CATALOGUE,
      frameModel: { ...CATALOGUE.frameModel, games: [], fit: undefined },
    };
    const [records, model] = [useRecords(), useModel()];
    await records.load();
    expect([model.canFit, model.isStale]).toEqual([false, false]);
    await model.run('cold');
    expect(worker).toEqual([]);
  });
});
