import { nextStep, simulate, USUAL_PLANS, type StagePlan, type TuningAttempt } from '@ripe-pick/core/tuning';
import { workspaceSchema } from '@ripe-pick/contract';
import { openStore } from '../../packages/server/src/store/index.ts';

/**
 * Tunes a simulated processor as the page does: writes an attempt down, says so, tries it, tells what came of it, and says that,
 * until it is killed. At its end it begins anew.
 */
const [, , path] = process.argv;
const store = await openStore(path);
const plan: StagePlan = { ...USUAL_PLANS.cpu, start: 3800 };
const machine = { wall: 4010, soft: 30, idleCelsius: 50, celsiusPerStep: 1, seed: 7 };
let { workspace, revision } = await store.workspace();
if (!workspace) throw new Error('there is a workspace');
let attempts: readonly TuningAttempt[] = workspace.tunings[0]?.attempts ?? [];

async function save(next: readonly TuningAttempt[]): Promise<void> {
  attempts = next;
  workspace = workspaceSchema.parse({
    ...workspace,
    tunings: [{ id: 'a.cpu', candidate: 'a', plan, attempts, simulated: 7 }],
  });
  const saved = await store.saveWorkspace(revision, workspace, { keepFrom: 0, keepTo: 0, add: [], done: 0 });
  if (saved === null) throw new Error('nobody else writes here');
  revision = saved;
}
for (;;) {
  const next = nextStep(plan, attempts);
  if (next.kind === 'ask') {
    // Somebody answers what the crash left open.
    await save(
      attempts.map((each) => (each.outcome === null ? { ...each, outcome: 'crash' as const } : each)),
    );
    continue;
  }
  if (next.kind !== 'try') {
    process.stdout.write(`${attempts.length} end\n`);
    await save([]);
    process.stdout.write('0 0\n');
    continue;
  }
  const { setting, purpose, minutes } = next;
  const running: TuningAttempt = {
    ...{ serial: attempts.length, setting, purpose, minutes, beganAt: '2026-11-20T20:00:00Z', outcome: null },
    ...{ celsius: null, volts: null, errors: null, score: null, note: '' },
  };
  await save([...attempts, running]);
  process.stdout.write(`${attempts.length} 1\n`);
  await save([...attempts.slice(0, -1), { ...running, ...simulate(machine, plan, running) }]);
  process.stdout.write(`${attempts.length} 0\n`);
}
