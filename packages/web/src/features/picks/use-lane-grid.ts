import type { Measure } from '@ripe-pick/core/swaps';
import { computed } from 'vue';
import { guidesOf, xOf, yOf, type LaneFrame } from './lane-geometry.ts';

interface GridProps {
  readonly frame: LaneFrame;
  /** Amounts of money that lines stand at. */
  readonly marks: readonly number[];
  readonly measure: Pick<Measure, 'unit' | 'kind'>;
}

/** The lines behind a lane's dots, each kind as one path: upright ones at round amounts, level ones at round gains. */
export function useLaneGrid(props: GridProps) {
  const guides = computed(() => {
    const { kind, unit } = props.measure;
    if (!unit) return [];
    const scale = kind === 'frames' ? 1000 : 1;
    const gains = guidesOf(props.frame.reach);
    // Two labels need room for both.
    const shown =
      gains.length === 2 && yOf(gains[0], props.frame) - yOf(gains[1], props.frame) < 11 ? [gains[1]] : gains;
    return shown.map((gain, n) => ({
      gain,
      text: `+${gain / scale}${n === shown.length - 1 ? ` ${unit}` : ''}`,
    }));
  });
  const gridPath = computed(() => {
    const { width, height } = props.frame;
    const across = props.marks.map((mark) => `M${xOf(mark, props.frame)} 0v${height}`);
    return `${across.join('')}M0 ${height / 2}h${width}`;
  });
  const guidePath = computed(() =>
    guides.value
      .flatMap(({ gain }) => [gain, -gain])
      .map((gain) => `M0 ${yOf(gain, props.frame)}h${props.frame.width}`)
      .join(''),
  );
  return { guides, gridPath, guidePath };
}
