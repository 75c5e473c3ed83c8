import { monthText } from './format.ts';
import type { StageReport } from '@ripe-pick/core/growth';

/** The steps of a path in a line: what goes in by month, without what is forced. */
export function pathLine(
  stages: readonly Pick<StageReport, 'on' | 'lines'>[],
  name: (part: string) => string,
): string {
  const later = stages.slice(1);
  if (later.length === 0) return 'left as it is';
  return later
    .map(({ on, lines }) => {
      const all = lines.filter((line) => line.way === 'in');
      const wished = all.filter((line) => !line.forcedBy);
      const ins = wished.length > 0 ? wished : all;
      const named = ins.map(
        (line) => `${line.beside && line.slot === 'memory' ? 'second ' : ''}${name(line.part.id)}`,
      );
      return `${monthText(on.slice(0, 7))} ${named.join(', ')}`;
    })
    .join('; ');
}
