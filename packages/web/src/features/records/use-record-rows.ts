import { computed } from 'vue';
import type { BenchRecord } from '@ripe-pick/contract';
import { farOff, heldBackSentence, leftUnsaid, predictor, recordJudge } from '@ripe-pick/core/fit';
import { useCatalogue } from '../../shared/stores/catalogue.ts';
import { useNames } from '../../shared/stores/names.ts';
import { useRecords } from '../../shared/stores/records.ts';
import { apartWords, sizeWords } from '../../shared/format/runs.ts';

/** A benchmark, with why it is not used yet or what it does not say, and the words that it is found by. */
interface RecordRow {
  readonly record: BenchRecord;
  readonly heldBack: string | null;
  readonly unsaid: string | null;
  readonly text: string;
}
/** Benchmarks as they stand in their list, the newest first, and what is expected of one. */
export function useRecordRows() {
  const catalogueStore = useCatalogue();
  const names = useNames();
  const records = useRecords();
  const judge = computed(
    () =>
      catalogueStore.catalogue &&
      recordJudge(catalogueStore.catalogue.parts, catalogueStore.catalogue.frameModel),
  );
  const rows = computed((): RecordRow[] => {
    const judged = judge.value;
    if (!judged) return [];
    return records.all
      .map((record): RecordRow => {
        const found = judged(record);
        return {
          record,
          heldBack: 'heldBack' in found ? found.heldBack.map(heldBackSentence).join(' ') : null,
          unsaid: 'usable' in found ? leftUnsaid(found.usable) : null,
          text: [
            names.game(record.game),
            record.preset,
            sizeWords(record.widthPx, record.heightPx),
            apartWords(record),
            names.part(record.cpu),
            record.gpu ? names.part(record.gpu) : 'integrated graphics',
            record.source.name,
            record.note,
          ]
            .join(' ')
            .toLowerCase(),
        };
      })
      .reverse();
  });
  /** A row with the rate that the model expects, and how far off it is in standard deviations. */
  const measured = computed(() => {
    const predict = catalogueStore.catalogue && predictor(catalogueStore.catalogue.frameModel);
    return (row: RecordRow) => {
      const judged = judge.value?.(row.record);
      const found = predict && judged && 'usable' in judged ? predict(judged.usable) : null;
      return {
        ...row,
        expected: found ? Math.exp(found.ln) : null,
        z: found ? farOff(row.record.average, found) : 0,
      };
    };
  });
  return { rows, measured };
}
