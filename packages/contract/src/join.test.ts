import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemblySchema } from './assembly.ts';
import { briefFileSchema, briefOf } from './brief.ts';
import { joinWorkspaces } from './join.ts';
import { workspaceSchema, type Workspace } from './workspace.ts';

const json = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../demo/files/${name}`, import.meta.url), 'utf8'));
const base: Workspace = workspaceSchema.parse({
  brief: briefOf(briefFileSchema.parse(json('brief-league-seat.json'))),
  candidates: [{ id: 'first', name: 'First idea', picks: {} }],
  active: 'first',
  assemblies: [{ id: 'first', steps: [{ code: 'lay-out', state: 'done', at: '2026-11-28T09:00:00Z' }] }],
});
const CODES = ['lay-out', 'board-in', 'supply-in', 'card-in', 'look-over', 'board-power'];
const withSteps = (codes: readonly string[], at = '2026-11-28T10:00:00Z'): Workspace => ({
  ...base,
  assemblies: [
    assemblySchema.parse({ id: 'first', steps: codes.map((code) => ({ code, state: 'done', at })) }),
  ],
});
const ticks = ({ assemblies }: Workspace) => assemblies[0].steps.map(({ code }) => code).sort();

describe('two changes of one workspace', () => {
  it('keep every tick that either side made, on any device', () => {
    const codes = fc.subarray(CODES);
    fc.assert(
      fc.property(codes, codes, codes, (before, here, there) => {
        const [mine, theirs] = [[...new Set([...before, ...here])], [...new Set([...before, ...there])]];
        const { workspace, clashes } = joinWorkspaces(withSteps(before), withSteps(mine), withSteps(theirs));
        expect(ticks(workspace)).toEqual([...new Set([...mine, ...theirs])].sort());
        expect(clashes).toEqual([]);
        expect(workspaceSchema.safeParse(workspace).success).toBe(true);
      }),
    );
  });
  it('is one side’s when only that side changed, and the same twice', () => {
    const codes = fc.subarray(CODES);
    fc.assert(
      fc.property(codes, codes, (a, b) => {
        const [was, now] = [withSteps(a), withSteps(b)];
        expect(joinWorkspaces(was, now, was).workspace).toEqual(now);
        expect(joinWorkspaces(was, was, now).workspace).toEqual(now);
        expect(joinWorkspaces(was, now, now)).toEqual({ workspace: now, clashes: [] });
      }),
    );
  });
  it('takes a tick on both sides as one, and an untick as an untick', () => {
    const mine = withSteps(['board-in'], '2026-11-28T10:00:00Z');
    const theirs = withSteps(['lay-out', 'board-in'], '2026-11-28T11:00:00Z');
    const { workspace, clashes } = joinWorkspaces(base, mine, theirs);
    expect(clashes).toEqual([]);
    expect(workspace.assemblies[0].steps.find(({ code }) => code === 'board-in')?.at).toBe(
      '2026-11-28T11:00:00Z',
    );
  });
  it('takes back what one side took back, however the other wrote it down', () => {
    const theirs = withSteps(['lay-out', 'board-in']);
    // As it is in a page before it went to the server: the same things, their fields in another order.
    const [assembly] = theirs.assemblies;
    const steps = assembly.steps.map(({ code, state, at, minutes, reason }) => ({
      reason,
      minutes,
      at,
      state,
      code,
    }));
    const was = { ...theirs, assemblies: [{ ...assembly, steps }] };
    const mine = { ...was, assemblies: [{ ...assembly, steps: steps.slice(0, 1) }] };
    const renamed = { ...theirs, brief: { ...theirs.brief, name: 'Seat two' } };
    expect(ticks(joinWorkspaces(was, mine, renamed).workspace)).toEqual(['lay-out']);
  });
  it('keeps an order that one side changed', () => {
    const candidate = (id: string, name = id) => ({ ...base.candidates[0], id, name });
    const was = { ...base, candidates: [candidate('first'), candidate('b')] };
    const mine = { ...was, candidates: [candidate('b'), candidate('first')] };
    const theirs = { ...was, candidates: [candidate('first'), candidate('b', 'Renamed'), candidate('c')] };
    const names = joinWorkspaces(was, mine, theirs).workspace.candidates.map(({ name }) => name);
    expect(names).toEqual(['Renamed', 'first', 'c']);
  });
  it('changes of different places go together; of the same place are told', () => {
    const money = (budgetMinor: number): Workspace => ({
      ...base,
      brief: { ...base.brief, money: { ...base.brief.money, budgetMinor } },
    });
    const renamed = { ...base, brief: { ...base.brief, name: 'Seat two' } };
    const together = joinWorkspaces(base, money(70_000), renamed);
    expect(together.clashes).toEqual([]);
    expect(together.workspace.brief).toMatchObject({ name: 'Seat two', money: { budgetMinor: 70_000 } });
    const clash = joinWorkspaces(base, money(70_000), money(80_000));
    expect(clash.clashes).toEqual(['brief.money.budgetMinor']);
    expect(clash.workspace.brief.money.budgetMinor).toBe(70_000);
    expect(
      joinWorkspaces(base, money(70_000), money(80_000), 'theirs').workspace.brief.money.budgetMinor,
    ).toBe(80_000);
  });
  it('keeps owned parts that either added, and drops those that one took out', () => {
    const owning = (owned: string[]): Workspace => ({ ...base, brief: { ...base.brief, owned } });
    const { workspace } = joinWorkspaces(owning(['a', 'b']), owning(['a', 'b', 'c']), owning(['b', 'd']));
    expect(workspace.brief.owned).toEqual(['b', 'd', 'c']);
  });
});
