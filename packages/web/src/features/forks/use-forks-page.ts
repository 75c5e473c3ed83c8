import { nextTick, onBeforeUnmount, shallowRef, watch } from 'vue';
import type { ForkTurns, SolvedFork } from '@ripe-pick/core/compare';
import type { ForkCode } from '@ripe-pick/core/parts';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useSolver } from '../../shared/stores/solver.ts';
import { useWorkspace } from '../../shared/stores/workspace.ts';
import { keepFocus } from '../../shared/ui/keep-focus.ts';

/**
 * At which budget each fork turns; a number is the share of the budgets that were searched so far.
 *
 * @param ticket of the proof that the forks on screen are from: what was asked of another one is dropped
 */
function useTurns(ticket: () => number, failed: () => void) {
  const solver = useSolver();
  const workspace = useWorkspace();
  const turns = shallowRef<ReadonlyMap<ForkCode, ForkTurns | number>>(new Map());
  const setTurn = (code: ForkCode, value: ForkTurns | number) =>
    (turns.value = new Map(turns.value).set(code, value));
  async function turn(code: ForkCode) {
    const own = ticket();
    setTurn(code, 0);
    try {
      const found = await solver.forkTurns(workspace.brief, code, (share) => {
        if (own === ticket() && typeof turns.value.get(code) === 'number') setTurn(code, share);
      });
      if (own === ticket()) setTurn(code, found);
    } catch (error) {
      if (own === ticket()) failed();
      console.error(error);
    }
  }
  return { turns, turn };
}

/** Other forks are shown, in another order: what has the focus keeps it where it moved to, or it goes to the screen. */
async function movingFocus(change: () => void) {
  const held = document.activeElement;
  change();
  await nextTick();
  if (held instanceof HTMLElement && held.isConnected) held.focus({ preventScroll: true });
  void keepFocus();
}

/** The forks of the brief, proved as they come in, anew whenever the brief or the catalogue changes, and where each turns. */
export function useForksPage() {
  const catalogueStore = useCatalogue();
  const solver = useSolver();
  const workspace = useWorkspace();
  const forks = shallowRef<readonly SolvedFork[]>([]);
  const fresh = shallowRef<ReadonlySet<ForkCode>>(new Set());
  const done = shallowRef(0);
  const state = shallowRef<'working' | 'done' | 'stopped' | 'failed'>('working');
  let ticket = 0;
  const { turns, turn } = useTurns(
    () => ticket,
    () => (state.value = 'failed'),
  );

  const show = (next: readonly SolvedFork[], solved: readonly SolvedFork[]) =>
    movingFocus(() => {
      fresh.value = new Set(solved.map(({ code }) => code));
      forks.value = next;
    });
  async function run() {
    const own = ++ticket;
    // A turn that is still being searched was asked for just now: it is searched again, once the ways are proved.
    const asked = [...turns.value].flatMap(([code, turn]) => (typeof turn === 'number' ? [code] : []));
    fresh.value = new Set();
    turns.value = new Map(asked.map((code) => [code, 0]));
    done.value = 0;
    state.value = 'working';
    try {
      const solved = await solver.forks(workspace.brief, ({ found, done: share }) => {
        if (own !== ticket) return;
        // What was proved for the brief before stays, dimmed, until its place is taken.
        const proved = new Set(found.map(({ code }) => code));
        void show([...found, ...forks.value.filter(({ code }) => !proved.has(code))], found);
        done.value = share;
      });
      if (own !== ticket) return;
      await show(solved.forks, solved.forks);
      if (own !== ticket) return;
      state.value = solved.isComplete ? 'done' : 'stopped';
      turns.value = new Map();
      const left = asked.filter((code) => solved.forks.some((fork) => fork.code === code));
      for (const code of solved.isComplete ? left : []) if (own === ticket) await turn(code);
    } catch (error) {
      if (own === ticket) {
        state.value = 'failed';
        turns.value = new Map();
      }
      console.error(error);
    }
  }
  watch([() => workspace.brief, () => catalogueStore.catalogue], () => void run(), { immediate: true });
  onBeforeUnmount(() => {
    ticket++;
    solver.stopForks();
  });

  return { forks, fresh, done, state, turns, run, turn };
}
