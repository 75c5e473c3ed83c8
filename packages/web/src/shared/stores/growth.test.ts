import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useGrowth } from './growth.ts';
import { useWorkspace } from './workspace.ts';

const step = (on: string) => ({ on, changes: [{ slot: 'gpu' as const, part: 'card-a', beside: false }] });

describe('how candidates are to grow', () => {
  beforeEach(() => {
    vi.stubGlobal('fetch', async () => Response.json({ revision: 1 }));
    setActivePinia(createPinia());
  });
  it('is a named step to undo, and done again', () => {
    const [growth, workspace] = [useGrowth(), useWorkspace()];
    growth.editSteps('take a path', () => [step('2027-07-20')]);
    growth.editSteps('move the step', (steps) => steps.map((each) => ({ ...each, on: '2027-09-20' })));
    expect(growth.path.steps).toEqual([step('2027-09-20')]);
    expect(workspace.undo()).toBe('move the step');
    expect(growth.path.steps).toEqual([step('2027-07-20')]);
    workspace.undo();
    expect(growth.path.steps).toEqual([]);
    workspace.redo();
    expect(growth.path.steps).toEqual([step('2027-07-20')]);
  });
  it('belongs to the candidate that is open', () => {
    const [growth, workspace] = [useGrowth(), useWorkspace()];
    growth.editSteps('take a path', () => [step('2027-07-20')]);
    const other = workspace.addCandidate('Other', {}, { path: [step('2028-01-20')] });
    expect(growth.path.steps).toEqual([step('2028-01-20')]);
    growth.editSteps('leave it out', () => []);
    workspace.activate('first');
    expect(growth.path.steps).toEqual([step('2027-07-20')]);
    expect(growth.pathOf(other).steps).toEqual([]);
  });
  it('does not plan anew for a name, a note, or a deadline in the calendar; for a launch and a sum it does', () => {
    const [growth, workspace] = [useGrowth(), useWorkspace()];
    const before = growth.key;
    workspace.editBrief('rename', (brief) => ({ ...brief, name: 'Other' }));
    workspace.noteOn(workspace.active.id, 'a note');
    const event = { id: 'e', name: 'x', from: '2027-01-01', to: '2027-01-01', touches: [], factor: 1 };
    workspace.edit('event', (state) => ({ ...state, events: [{ ...event, kind: 'deadline' as const }] }));
    expect(growth.key).toBe(before);
    workspace.edit('event', (state) => ({ ...state, events: [{ ...event, kind: 'launch' as const }] }));
    const launched = growth.key;
    expect(launched).not.toBe(before);
    workspace.editBrief('sum', (brief) => ({ ...brief, growth: { ...brief.growth, monthlyMinor: 100 } }));
    expect(growth.key).not.toBe(launched);
  });
  const part = { id: 'card-a', slot: 'gpu', brand: 'Maker', name: 'Graphics card A' };
  const line = (way: 'in' | 'out', minor: number | null) => ({
    slot: 'gpu',
    part,
    way,
    beside: false,
    then: minor === null ? null : { minor, low: 0, high: 0 },
    forcedBy: null,
    isKept: false,
  });
  const stages = [
    { on: '2026-11-20', lines: [], left: 0 },
    { on: '2027-07-20', lines: [line('in', 21_000), line('out', 9000)], left: 2500 },
    { on: '2028-05-20', lines: [line('in', null)], left: 0 },
  ] as unknown as Parameters<ReturnType<typeof useGrowth>['watchParts']>[0];
  it('becomes targets, one step to undo, in place of older targets for the same parts', () => {
    const [growth, workspace] = [useGrowth(), useWorkspace()];
    const old = { id: 'old', part: 'card-a', currency: 'EUR', priceMinor: 1, from: null, by: null, note: '' };
    const other = { ...old, id: 'other', part: 'card-b' };
    workspace.edit('targets', (state) => ({ ...state, targets: [old, other] }));
    expect(growth.watchParts(stages)).toBe(1);
    expect(workspace.targets.map(({ part: id, priceMinor, from }) => [id, priceMinor, from])).toEqual([
      ['card-b', 1, null],
      ['card-a', 21_000, '2027-07-20'],
    ]);
    expect(workspace.targets[1].note).toContain('€235.00');
    expect(workspace.undo()).toBe('watch the 1 parts of a path');
    expect(workspace.targets).toEqual([old, other]);
  });
  it('becomes days in the calendar, in place of those of an earlier path', () => {
    const [growth, workspace] = [useGrowth(), useWorkspace()];
    expect(growth.toCalendar(stages)).toBe(2);
    growth.toCalendar(stages.slice(0, 2));
    expect(workspace.events.map(({ name, from, kind }) => [name, from, kind])).toEqual([
      ['Step: Graphics card A', '2027-07-20', 'other'],
    ]);
  });
  it('holds today’s picks to room for a later part, and lets go of it again', () => {
    const [growth, workspace] = [useGrowth(), useWorkspace()];
    growth.prepare('gpu', { id: 'card-a', name: 'Graphics card A' });
    expect([growth.isPrepared('gpu', 'card-a'), workspace.brief.planned.isFirm]).toEqual([true, true]);
    growth.prepare('cpu', { id: 'chip', name: 'Chip' });
    growth.prepare('gpu', { id: 'card-a', name: 'Graphics card A' });
    expect(workspace.brief.planned).toMatchObject({ gpu: null, cpu: 'chip', isFirm: true });
    growth.prepare('cpu', { id: 'chip', name: 'Chip' });
    expect(workspace.brief.planned.isFirm).toBe(false);
    growth.prepare('case', { id: 'box', name: 'Box' });
    expect(workspace.canUndo).toBe('no longer prepare for Chip');
  });
});
