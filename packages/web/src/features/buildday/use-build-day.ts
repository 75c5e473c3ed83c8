import { ordersOf } from '@ripe-pick/core/buying';
import type { Assembly, BuildLogFile } from '@ripe-pick/contract';
import {
  assemblyInputOf,
  assemblySteps,
  companionParts,
  companionsOf,
  dayTotals,
  learntSteps,
  moved,
  type AssemblyChoices,
  type AssemblyInput,
  type AssemblyStep,
  type MoveRefusal,
} from '@ripe-pick/core/assembly';
import {
  machineOf,
  nextMove,
  profileLoss,
  rankStart,
  settingsFor,
  type StartCauseCode,
  type StartReport,
} from '@ripe-pick/core/bring-up';
import { computed, type ComputedRef } from 'vue';
import { tuningId } from '../../shared/stores/tuning-id.ts';
import { useBench } from '../../shared/stores/bench.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';

type StepState = Assembly['steps'][number];

const blank = (id: string): Assembly => ({
  id,
  choices: { cardFirst: false, shieldOnBoard: null, onCarpet: false, pasteInBox: null },
  order: [],
  steps: [],
  notes: [],
  start: { atFirstPress: null, answers: [], tried: [], cured: null, settings: [] },
});

type EditAssembly = (label: string, change: (assembly: Assembly) => Assembly) => void;

/** Steps ticked, skipped, noted, moved. */
function stepEdits(edit: EditAssembly, steps: ComputedRef<readonly AssemblyStep[]>) {
  const titleOf = (code: string) => steps.value.find((step) => step.code === code)?.title ?? code;
  const put = (label: string, code: string, state: Omit<StepState, 'code' | 'at'> | null) =>
    edit(`${label} “${titleOf(code)}”`, (assembly) => ({
      ...assembly,
      steps: [
        ...assembly.steps.filter((each) => each.code !== code),
        ...(state ? [{ ...state, code, at: new Date().toISOString() }] : []),
      ],
      // Who ticks the first start has seen it: what is set up after it is asked next, not passed over.
      start:
        code === 'first-start' && state?.state === 'done'
          ? { ...assembly.start, atFirstPress: assembly.start.atFirstPress ?? true }
          : assembly.start,
    }));
  return {
    titleOf,
    done: (code: string, minutes: number | null) => put('tick', code, { state: 'done', minutes, reason: '' }),
    skip: (code: string, reason: string) => put('skip', code, { state: 'skipped', minutes: null, reason }),
    reopen: (code: string) => put('open again', code, null),
    note: (code: string, text: string) =>
      edit(`note at “${titleOf(code)}”`, (assembly) => ({
        ...assembly,
        notes: [
          ...assembly.notes.filter((each) => each.code !== code),
          ...(text.trim() === '' ? [] : [{ code, text }]),
        ],
      })),
    choose: (label: string, change: Partial<AssemblyChoices>) =>
      edit(label, (assembly) => ({ ...assembly, choices: { ...assembly.choices, ...change } })),
    /** Puts a step a place earlier or later; why not, where it may not. */
    move(code: string, by: number): MoveRefusal | null {
      const at = steps.value.findIndex((step) => step.code === code);
      const result = moved(steps.value, code, at + by);
      if ('refused' in result) return result.refused;
      edit(`move “${titleOf(code)}”`, (assembly) => ({
        ...assembly,
        order: result.steps.map((step) => step.code),
      }));
      return null;
    },
  };
}

/** What is told of the first start, and of what is set up after it. */
function startEdits(edit: EditAssembly) {
  const editStart = (label: string, change: (start: Assembly['start']) => Partial<Assembly['start']>) =>
    edit(label, (assembly) => ({ ...assembly, start: { ...assembly.start, ...change(assembly.start) } }));
  return {
    pressed: (isOn: boolean) =>
      editStart(isOn ? 'it starts' : 'it does not start', () => ({ atFirstPress: isOn })),
    answer: (question: string, answer: number) =>
      editStart('an answer about the first start', ({ answers }) => ({
        answers: [...answers.filter((each) => each.question !== question), { question, answer }],
      })),
    helped: (cause: StartCauseCode, isCured: boolean) =>
      editStart(isCured ? 'that was it' : 'that was not it', ({ tried, cured }) => ({
        tried: [...tried.filter((each) => each !== cause), cause],
        cured: isCured ? cause : cured,
      })),
    startOver: () => editStart('begin the first start anew', () => blank('').start),
    /** @param reading the figure that was read off; null for a tick; undefined opens it again */
    set: (code: string, reading: number | null | undefined) =>
      editStart('what is set up', ({ settings }) => ({
        settings: [
          ...settings.filter((each) => each.code !== code),
          ...(reading === undefined ? [] : [{ code, reading }]),
        ],
      })),
  };
}

/** What is worked out for the first start. */
function startViews(input: ComputedRef<AssemblyInput | null>, kept: ComputedRef<Assembly>) {
  const bench = useBench();
  const workspace = useWorkspace();
  const report = computed<StartReport>(() => kept.value.start);
  const machine = computed(() => (input.value ? machineOf(input.value.parts) : null));
  return {
    ranked: computed(() => (machine.value ? rankStart(machine.value, report.value) : [])),
    next: computed(() => (machine.value ? nextMove(machine.value, report.value) : null)),
    settings: computed(() => (input.value ? settingsFor(input.value.parts, workspace.brief) : [])),
    /** Share of the objective that the memory's profile is worth; null where it cannot be told. */
    profileLoss: computed(() =>
      input.value && bench.shipped
        ? profileLoss(input.value.parts, workspace.brief, bench.shipped.catalogue.frameModel)
        : null,
    ),
  };
}

/** Small things that are missing, each with the least that it costs in the brief's currency; null: nobody offers it here. */
function useCompanions(input: ComputedRef<AssemblyInput | null>) {
  const bench = useBench();
  return computed(() => {
    const { index } = bench;
    if (!input.value || !index) return [];
    const all = [...index.parts.values()];
    return companionsOf(input.value).map((companion) => {
      const prices = companionParts(companion, all)
        .flatMap(({ id }) => index.offersByPart.get(id) ?? [])
        .flatMap((offer) => (offer.inStock ? (index.priced(offer)?.dueNow ?? []) : []));
      return { ...companion, leastMinor: prices.length > 0 ? Math.min(...prices) * companion.count : null };
    });
  });
}

/** What earlier builds of this brief say of the steps, and what this one comes to so far. */
function useSums(kept: ComputedRef<Assembly>, steps: ComputedRef<readonly AssemblyStep[]>) {
  const bench = useBench();
  const workspace = useWorkspace();
  const sums = computed(() =>
    dayTotals(
      steps.value,
      kept.value.steps.filter(({ state }) => state === 'done'),
    ),
  );
  return {
    learnt: computed(() =>
      learntSteps(
        steps.value,
        workspace.assemblies.filter(({ id }) => id !== kept.value.id),
      ),
    ),
    sums,
    /** What the parts that are in cost at checkout, in minor units: lines of the candidate's own total. */
    moneyIn: computed(() =>
      (bench.summary?.cost.lines ?? [])
        .filter(({ part }) => part !== null && sums.value.parts.has(part))
        .reduce((sum, { amount }) => sum + amount, 0),
    ),
  };
}

/** Puts what a file holds in place of what is kept of the open candidate; one step. */
const takeLogInto = (
  { edit, active }: ReturnType<typeof useWorkspace>,
  { assembly, tunings }: BuildLogFile,
): void =>
  edit('read a build log in', (state) => {
    const { id } = active;
    const own = tunings.map((each) => ({ ...each, id: tuningId(id, each.plan.stage), candidate: id }));
    return {
      ...state,
      assemblies: [
        ...state.assemblies.filter((each) => each.id !== id),
        ...(assembly ? [{ ...assembly, id }] : []),
      ],
      tunings: [...state.tunings.filter(({ candidate }) => candidate !== id), ...own],
    };
  });

/** The build day of the open candidate: its steps, how far it is, and every change as a step of the workspace. */
export function useBuildDay() {
  const bench = useBench();
  const workspace = useWorkspace();
  const kept = computed(
    () => workspace.assemblies.find(({ id }) => id === workspace.active.id) ?? blank(workspace.active.id),
  );
  const input = computed(() => {
    if (!bench.shipped) return null;
    const own = workspace.orders.filter(
      ({ candidate }) => candidate === null || candidate === ordersOf(workspace.active),
    );
    return assemblyInputOf(bench.shipped, workspace.picks, own, kept.value.choices);
  });
  const steps = computed(() => (input.value ? assemblySteps(input.value, kept.value.order) : []));
  const states = computed(() => new Map(kept.value.steps.map((each) => [each.code, each])));
  const open = computed(() => steps.value.filter(({ code }) => !states.value.has(code)));
  const totals = useSums(kept, steps);
  const edit: EditAssembly = (label, change) =>
    workspace.edit(label, (state) => {
      const next = change(kept.value);
      // Those of candidates that are gone go with the next change.
      const there = new Set(state.candidates.map(({ id }) => id));
      const others = state.assemblies.filter(({ id }) => id !== next.id && there.has(id));
      return { ...state, assemblies: [...others, next] };
    });
  return {
    kept,
    input,
    steps,
    states,
    open,
    notes: computed(() => new Map(kept.value.notes.map(({ code, text }) => [code, text]))),
    minutesLeft: computed(() =>
      open.value.reduce(
        (sum, { code, minutes }) => sum + (totals.learnt.value.get(code)?.minutes ?? minutes),
        0,
      ),
    ),
    ...totals,
    takeLog: (log: BuildLogFile) => takeLogInto(workspace, log),
    companions: useCompanions(input),
    ...stepEdits(edit, steps),
    ...startEdits(edit),
    ...startViews(input, kept),
  };
}
export type BuildDay = ReturnType<typeof useBuildDay>;
