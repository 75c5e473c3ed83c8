import {
  FIT_DEFAULTS,
  fingerprint,
  type FitProgress,
  type FittedModel,
  type ValidateProgress,
} from '@ripe-pick/core/fit';
import type { FrameModel, HeldOut } from '@ripe-pick/core/parts';
import { proxy, wrap, type Remote } from 'comlink';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch, type Ref } from 'vue';
import type { Fitter } from '../../workers/fit.worker.ts';
import { call, failureText } from '../api/client.ts';
import { isLookingOnly } from '../api/place.ts';
import { useCatalogue } from './catalogue.ts';
import { useRecords } from './records.ts';
import { whole } from '../format/format.ts';

type FitKind = 'cold' | 'warm' | 'review';

const TOO_MANY = `More than ${whole(FIT_DEFAULTS.mostEffects)} effects would have to be estimated: delete parts or games that you do not need. The rates are those of before.`;

type Input = Parameters<Fitter['fit']>[0];

/** Whether there is something to fit from, and whether the model rests on other records or sheets than there are now. */
function useStaleness() {
  const catalogueStore = useCatalogue();
  const records = useRecords();
  const fit = computed(() => catalogueStore.catalogue?.frameModel.fit ?? null);
  const print = computed(() => (records.isLoaded ? fingerprint(catalogueStore.parts, records.all) : null));
  /** No rate is stated or fitted, and there are parts to estimate some for by their specs. */
  const isBlank = computed(() => {
    const { cpus = [], gpus = [], integrated = [] } = catalogueStore.catalogue?.frameModel ?? {};
    const isRated = cpus.length + gpus.length + integrated.length > 0;
    return !isRated && catalogueStore.parts.some(({ kind }) => kind === 'cpu' || kind === 'gpu');
  });
  /** There is something to fit from: games, and records, a model that was fitted before, or specs where nothing else is. */
  const canFit = computed(() => {
    const games = catalogueStore.catalogue?.frameModel.games.length ?? 0;
    return records.isLoaded && games > 0 && (records.all.length > 0 || fit.value !== null || isBlank.value);
  });
  /** Every rate rests on specs alone: nobody measured anything. */
  const isUnmeasured = computed(() => fit.value !== null && records.isLoaded && records.all.length === 0);
  const isStale = computed(() => canFit.value && print.value !== null && fit.value?.basedOn !== print.value);
  return { fit, print, canFit, isStale, isUnmeasured };
}

/** The fit's worker, started when it is first needed. */
function useFitter(progress: Ref<FitProgress | ValidateProgress | null>) {
  let remote: Remote<Fitter> | null = null;
  const worker = () =>
    (remote ??= wrap<Fitter>(
      new Worker(new URL('../../workers/fit.worker.ts', import.meta.url), { type: 'module' }),
    ));
  const onProgress = () => proxy((each: FitProgress | ValidateProgress) => (progress.value = each));
  return {
    fit: (input: Input) => worker().fit(input, onProgress()),
    validate: (input: Parameters<Fitter['validate']>[0]) => worker().validate(input, onProgress()),
    cancel: () => void remote?.cancel(),
  };
}

interface FitView {
  readonly state: Ref<'idle' | 'fitting' | 'checking'>;
  readonly failure: Ref<string | null>;
  /** What the last fit of this session found about each record. */
  readonly review: Ref<Pick<FittedModel, 'findings' | 'charts' | 'heldBack'> | null>;
}

/** One fit to its end. New rates are in use at once; how good they are is checked after. */
function fitting({ state, failure, review }: FitView, fitter: ReturnType<typeof useFitter>) {
  const catalogueStore = useCatalogue();
  const show = (frameModel: FrameModel) => {
    if (catalogueStore.stored) catalogueStore.stored = { ...catalogueStore.stored, frameModel };
  };
  return async (kind: FitKind, input: Input, isLast: () => boolean): Promise<void> => {
    const result = await fitter.fit(input);
    if (!isLast()) return;
    if (result.status === 'too-many') failure.value = TOO_MANY;
    if (result.status !== 'fitted') return;
    review.value = { findings: result.findings, charts: result.charts, heldBack: result.heldBack };
    if (kind === 'review') return;
    show(result.model);
    state.value = 'checking';
    const check = { ...input, model: result.model, start: result.model.fit };
    const heldOut: HeldOut | null = await fitter.validate(check);
    if (!isLast()) return;
    const checked: FrameModel = { ...result.model, fit: { ...result.model.fit, heldOut } };
    show(checked);
    if (isLookingOnly) return;
    const asked = { frameModel: checked } as unknown as Parameters<typeof call<'saveModel'>>[1]; // its lists are read-only
    // Where parts or games came or went meanwhile, the fit of what is there now follows.
    if ((await call('saveModel', asked)).kept === null) await catalogueStore.load();
  };
}

/** The fit of the frame model, in its worker: kept in step with records and parts. */
export const useModel = defineStore('model', () => {
  const catalogueStore = useCatalogue();
  const records = useRecords();
  const progress = shallowRef<FitProgress | ValidateProgress | null>(null);
  const view: FitView = { state: ref('idle'), failure: ref(null), review: shallowRef(null) };
  const { state, failure } = view;
  const { fit, print, canFit, isStale, isUnmeasured } = useStaleness();
  const fitter = useFitter(progress);
  let round = 0;

  const fitOnce = fitting(view, fitter);

  async function run(kind: FitKind): Promise<void> {
    const catalogue = catalogueStore.catalogue;
    if (!catalogue || !canFit.value) return;
    const mine = ++round;
    const isLast = () => mine === round;
    const input: Input = {
      parts: catalogue.parts,
      model: catalogue.frameModel,
      records: records.all,
      start: kind === 'cold' ? null : (catalogue.frameModel.fit ?? null),
      now: new Date().toISOString(),
    };
    state.value = 'fitting';
    progress.value = null;
    failure.value = null;
    try {
      await fitOnce(kind, input, isLast);
    } catch (error) {
      if (isLast()) failure.value = failureText(error, 'The fit failed; the rates are those of before.');
    } finally {
      if (isLast()) state.value = 'idle';
    }
  }
  // Records and sheets that come or go are taken in from where the last fit stood.
  watch([print, isStale], ([, stale]) => {
    if (stale) void run('warm');
  });

  return {
    ...view,
    progress,
    fit,
    canFit,
    isStale,
    isUnmeasured,
    run,
    cancel(): void {
      round++;
      state.value = 'idle';
      fitter.cancel();
    },
  };
});
