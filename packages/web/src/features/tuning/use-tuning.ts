import type { Tuning } from '@ripe-pick/contract';
import {
  judged,
  machineOfSeed,
  nextStep,
  shippedSetting,
  simulate,
  timeLeft,
  TUNING_STAGES,
  USUAL_PLANS,
  type TuningAttempt,
  type NextStep,
  type Outcome,
  type TuningStage,
  type StagePlan,
} from '@ripe-pick/core/tuning';
import { partSetOf } from '@ripe-pick/core/parts';
import { computed, ref, type ComputedRef, type Ref } from 'vue';
import { useBench } from '../../shared/stores/bench.ts';
import { tuningId } from '../../shared/stores/tuning-id.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

/** What a reading of an attempt may say; what is not said is not known. */
export type Reading = Partial<Pick<TuningAttempt, 'celsius' | 'volts' | 'errors' | 'score'>>;

type EditTuning = (label: string, change: (tuning: Tuning) => Tuning) => void;

/** What is tried: written down first, told about after. */
function attemptsOn(kept: ComputedRef<Tuning>, next: ComputedRef<NextStep>, edit: EditTuning) {
  const workspace = useWorkspace();
  const isWriting = ref(false);
  /** Writes the next setting down, on disk; resolves when it stands there, and only then is it tried. */
  async function begin(): Promise<boolean> {
    if (next.value.kind !== 'try') return false;
    const { setting, purpose, minutes } = next.value;
    isWriting.value = true;
    edit(`try ${setting}`, (tuning) => ({
      ...tuning,
      attempts: [
        ...tuning.attempts,
        {
          serial: tuning.attempts.length,
          setting,
          purpose,
          minutes,
          beganAt: new Date().toISOString(),
          outcome: null,
          ...{ celsius: null, volts: null, errors: null, score: null, note: '' },
        },
      ],
    }));
    await workspace.save();
    isWriting.value = false;
    return workspace.saveState === 'saved';
  }
  function told(outcome: Outcome, reading: Reading): void {
    edit(`${outcome} at ${kept.value.attempts.at(-1)?.setting ?? ''}`, (tuning) => ({
      ...tuning,
      attempts: tuning.attempts.map((each, n) =>
        n === tuning.attempts.length - 1
          ? { ...each, ...reading, ...judged(tuning.plan, outcome, { ...each, ...reading }) }
          : each,
      ),
    }));
  }
  /** One attempt on the simulated machine, written down before as on a real one. */
  async function simulateOne(): Promise<void> {
    const { simulated, plan } = kept.value;
    if (simulated === null || !(await begin())) return;
    const running = kept.value.attempts.at(-1);
    if (!running) return;
    const { outcome, ...reading } = simulate(machineOfSeed(simulated, plan), plan, running);
    told(outcome ?? 'held', reading);
  }
  return { isWriting, begin, told, simulateOne };
}

/** The tuning of one stage of the open candidate: its plan, what was tried, what is next. */
export function useTuning(stage: Ref<TuningStage>) {
  const bench = useBench();
  const workspace = useWorkspace();
  const parts = computed(() =>
    bench.shipped ? partSetOf(workspace.picks, bench.shipped.priceIndex.parts).set : {},
  );
  const ofStage = (each: TuningStage): Tuning => {
    const candidate = workspace.active.id;
    const id = tuningId(candidate, each);
    const plan = { ...USUAL_PLANS[each], start: shippedSetting(each, parts.value) };
    return (
      workspace.tunings.find((tuning) => tuning.id === id) ?? {
        id,
        candidate,
        plan,
        attempts: [],
        simulated: null,
      }
    );
  };
  const kept = computed(() => ofStage(stage.value));
  const next = computed(() => nextStep(kept.value.plan, kept.value.attempts));
  const edit: EditTuning = (label, change) =>
    workspace.edit(label, (state) => {
      const tuning = change(kept.value);
      // Those of candidates that are gone go with the next change.
      const there = new Set(state.candidates.map(({ id: each }) => each));
      const others = state.tunings.filter((each) => each.id !== tuning.id && there.has(each.candidate));
      return { ...state, tunings: [...others, tuning] };
    });
  return {
    kept,
    /** All stages, begun or not, in their order; those that the build has a part for. */
    logs: computed(() => TUNING_STAGES.filter((each) => workspace.picks[each]).map(ofStage)),
    /** What the part does as shipped; 0 where no sheet says it. */
    shipped: computed(() => shippedSetting(stage.value, parts.value)),
    next,
    ...attemptsOn(kept, next, edit),
    left: computed(() => timeLeft(kept.value.plan, kept.value.attempts)),
    change: (label: string, plan: Partial<StagePlan>) =>
      edit(label, (tuning) => ({ ...tuning, plan: { ...tuning.plan, ...plan } })),
    simulateWith: (seed: number | null) =>
      edit(seed === null ? 'tune a real machine' : 'tune a simulated machine', (tuning) => ({
        ...tuning,
        simulated: seed,
      })),
    startOver: () => edit('begin the stage anew', (tuning) => ({ ...tuning, attempts: [] })),
  };
}
