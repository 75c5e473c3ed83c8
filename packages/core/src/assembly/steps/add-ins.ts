import { fullName } from '../../parts/index.ts';
import type { StepRule } from '../step.ts';

/** Adapters and extras: whatever else goes into the case. */
export const addIns: StepRule = {
  code: 'add-in',
  phase: 'case',
  after: [{ rule: 'board-in', reason: 'its slot is on the board' }],
  make: ({ parts: { network, extras, motherboard, case: box } }) => [
    ...(network && motherboard && (network.interface === 'PCIe' || network.interface === 'M.2')
      ? [
          {
            suffix: network.id,
            title: fullName(network),
            lines: [
              network.interface === 'M.2'
                ? 'Into its M.2 place, aerials to the rear.'
                : 'Into a short slot, away from the card’s fans; aerials at the rear.',
            ],
            handles: [network.id, motherboard.id],
            cautions: ['static' as const],
            minutes: 6,
            check: 'It sits in its slot, aerials screwed on.',
          },
        ]
      : []),
    ...(extras && box
      ? [
          {
            suffix: extras.id,
            title: fullName(extras),
            lines: ['By its own sheet, before the leads are tied.'],
            handles: [extras.id, box.id],
            minutes: 8,
            check: 'It sits firm, and is connected where it needs to be.',
          },
        ]
      : []),
  ],
};
