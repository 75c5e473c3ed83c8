import { extrasOf, fullName, type Extra } from '../../parts/index.ts';
import type { StepRule } from '../step.ts';

/** Extras, each once with how many of it there are. */
const pieces = (extras: readonly Extra[]) =>
  [...new Set(extras)].map((extra) => ({ extra, count: extras.filter((each) => each === extra).length }));

function linesFor({ fans, blows, bays525, sataPlugs }: Extra): string {
  if (fans) return `Arrows on the frame show the way of the air: ${blows === 'out' ? 'out' : 'in'}.`;
  if (bays525)
    return `Into its 5.25-inch place from the front${sataPlugs ? ', with a lead of the power supply and one of the motherboard' : ''}.`;
  return 'By its own specs, before the leads are tied.';
}

/** Adapters and extras: whatever else goes into the case. */
export const addIns: StepRule = {
  code: 'add-in',
  phase: 'case',
  after: [{ rule: 'board-in', reason: 'its slot is on the motherboard' }],
  make: ({ parts, parts: { network, motherboard, case: box } }) => [
    ...(network && motherboard && (network.interface === 'PCIe' || network.interface === 'M.2')
      ? [
          {
            suffix: network.id,
            title: fullName(network),
            lines: [
              network.interface === 'M.2'
                ? 'Into its M.2 place, aerials to the rear.'
                : 'Into a short slot, away from the graphics card’s fans; aerials at the rear.',
            ],
            handles: [network.id, motherboard.id],
            cautions: ['static' as const],
            minutes: 6,
            check: 'It sits in its slot, aerials screwed on.',
          },
        ]
      : []),
    ...(box
      ? pieces(extrasOf(parts)).map(({ extra, count }) => ({
          suffix: extra.id,
          title: count > 1 ? `${count} × ${fullName(extra)}` : fullName(extra),
          lines: [linesFor(extra)],
          handles: [extra.id, box.id],
          minutes: 8 * count,
          check: 'It sits firm, and is connected where it needs to be.',
        }))
      : []),
  ],
};
