import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  briefFileSchema,
  briefOf,
  briefSchema,
  catalogueFileSchema,
  catalogueOf,
  workspaceSchema,
} from '@ripe-pick/contract';
import { assemblyInputOf, assemblySteps, USUAL_CHOICES } from '@ripe-pick/core/assembly';
import { nextStep, type TuningAttempt } from '@ripe-pick/core/tuning';
import type { Brief, Picks } from '@ripe-pick/core/parts';
import { prepare } from '@ripe-pick/core/search';
import { finish } from '@ripe-pick/core/work';
import { openSession } from '@ripe-pick/core/session';
import { describe, expect, it, onTestFinished } from 'vitest';
import { openStore } from '../../packages/server/src/store/index.ts';
import { sizeOf } from '../sample.ts';

const json = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`../../packages/demo/files/${name}`, import.meta.url), 'utf8'));
const catalogue = catalogueOf(catalogueFileSchema.parse(json('catalogue.json')));
const BRIEFS = ['brief-league-seat.json', 'brief-new-only.json', 'brief-no-card.json'];
const briefFrom = (name: string) => briefSchema.parse(briefOf(briefFileSchema.parse(json(name)))) as Brief;

describe('every build that the demo can solve', () => {
  it('has steps: each part handled, nothing before what it waits for', () => {
    let builds = 0;
    for (const name of BRIEFS) {
      const base = briefFrom(name);
      for (const share of [0.7, 0.85, 1, 1.25, 1.6, 2.2]) {
        const budgetMinor = Math.round(base.money.budgetMinor * share);
        const brief = { ...base, money: { ...base.money, budgetMinor } };
        const session = openSession(catalogue, brief);
        const [best] = finish(prepare(session).solve(session.limit)).answers;
        if (!best) continue;
        builds++;
        const input = assemblyInputOf(session, best.picks as Picks, [], USUAL_CHOICES);
        const steps = assemblySteps(input);
        const places = new Map(steps.map(({ code }, place) => [code, place]));
        for (const { code, after } of steps)
          for (const each of after) expect(places.get(each.code)).toBeLessThan(places.get(code) ?? -1);
        const handled = new Set(steps.flatMap(({ handles }) => handles));
        for (const part of [...Object.values(input.parts), ...input.ownedDrives])
          if (part) expect(handled.has(part.id), `${name}: ${part.name}`).toBe(true);
      }
    }
    expect(builds).toBeGreaterThan(10);
  });
});

describe('a tuning session that is killed', () => {
  it('loses no step that was said to be on disk, and asks about a crash exactly when one is open', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'ripe-pick-tuner-'));
    const path = join(folder, 'test.sqlite');
    const first = await openStore(path);
    const workspace = workspaceSchema.parse({
      brief: briefFrom(BRIEFS[0]),
      candidates: [{ id: 'a', name: 'A', picks: {} }],
      active: 'a',
    });
    await first.saveWorkspace(0, workspace, { keepFrom: 0, keepTo: 0, add: [], done: 0 });
    await first.close();
    const tuner = fileURLToPath(new URL('./killed-tuner.ts', import.meta.url));
    for (let round = 0; round < sizeOf(200, 6); round++) {
      const child = spawn(process.execPath, ['--import', 'tsx', tuner, path], {
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      onTestFinished(() => void child.kill('SIGKILL')); // also where the test ends in the middle
      let said = '';
      await new Promise<void>((resolve) => {
        child.stdout.on('data', (piece: Buffer) => {
          said += piece.toString();
          // Killed at another number of steps each time.
          if (said.split('\n').length > 2 + ((round * 7) % 23)) resolve();
        });
      });
      child.kill('SIGKILL');
      await new Promise((resolve) => child.once('exit', resolve));
      const store = await openStore(path);
      const attempts = ((await store.workspace()).workspace?.tunings[0]?.attempts ?? []) as TuningAttempt[];
      const [count, state] = (said.trim().split('\n').at(-1) ?? '').split(' ');
      // What was said last stands there, or what came right after it; nothing at all only where the stage was at its end.
      const after = attempts.length - Number(count);
      if (state === 'end' && attempts.length === 0) expect(Number(count)).toBeGreaterThan(0);
      else expect([0, 1]).toContain(after);
      const last = attempts.at(-1);
      if (after === 0 && state === '0' && last) expect(last.outcome).not.toBeNull();
      const plan = (await store.workspace()).workspace?.tunings[0]?.plan;
      if (plan) expect(nextStep(plan, attempts).kind === 'ask').toBe(last?.outcome === null);
      await store.close();
    }
    rmSync(folder, { recursive: true, force: true });
  });
});
