import type { Part } from '../../parts/index.ts';
import type { StageReport } from './path-report.ts';

/** A part that a later step brings in, as something to watch: from a day on, at or below a price. Minor units. */
interface StepWatch {
  readonly part: Part;
  readonly from: string;
  /** What the path counts on. */
  readonly price: number;
  /** The most it may cost then so that the step can still be paid. */
  readonly most: number;
}

/** What to watch for a path. Of a part that comes twice the first day counts. */
export function watchesOf(stages: readonly Pick<StageReport, 'on' | 'lines' | 'left'>[]): StepWatch[] {
  const out = new Map<string, StepWatch>();
  for (const stage of stages.slice(1))
    for (const { part, way, then } of stage.lines)
      if (way === 'in' && then && !out.has(part.id))
        out.set(part.id, {
          part,
          from: stage.on,
          price: then.minor,
          most: then.minor + Math.max(0, stage.left),
        });
  return [...out.values()];
}
