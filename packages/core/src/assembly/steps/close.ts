import { fullName } from '../../parts/index.ts';
import type { StepRule } from '../step.ts';

/** Everything inside is in before the machine is tried. */
const INSIDE = [
  'board-power',
  'card-power',
  'card-in',
  'bay-drive',
  'case-fans',
  'add-in',
  'front-leads',
  'radiator',
  'plug-cooler-fan',
];

const lookOver: StepRule = {
  code: 'look-over',
  phase: 'close',
  after: INSIDE.map((rule) => ({ rule, reason: 'everything is plugged first' })),
  make: ({ parts: { motherboard } }) =>
    motherboard
      ? [
          {
            title: 'Look over it once before the first start',
            lines: [
              'Every plug once more with a finger. No screw left over, none loose inside, no lead in a fan.',
              'Leave the panels off.',
            ],
            cautions: ['mains', 'battery'],
            minutes: 5,
            check: 'Nothing loose, nothing forgotten.',
          },
        ]
      : [],
};

const firstStart: StepRule = {
  code: 'first-start',
  phase: 'close',
  after: [{ rule: 'look-over', reason: 'a look is cheaper than a part' }],
  make: ({ parts: { gpu, motherboard } }) =>
    motherboard
      ? [
          {
            title: 'The first start',
            lines: [
              `Screen to ${gpu ? 'the graphics card, not to the motherboard' : 'the motherboard'}. Keyboard in. Power supply on, then the button.`,
              'The first time it may start over several times, and take a few minutes with new memory.',
            ],
            cautions: ['hot', 'mains'],
            minutes: 10,
            check: 'The BIOS shows itself on the screen.',
            wrong: ['Switched off after half a minute, while it was still learning the memory.'],
          },
        ]
      : [],
};

const tidy: StepRule = {
  code: 'tie-and-close',
  phase: 'close',
  after: [{ rule: 'first-start', reason: 'what does not start is opened again' }],
  make: ({ parts: { case: box } }) =>
    box
      ? [
          {
            title: 'Tie the leads, close the panels',
            lines: [
              'Leads behind the tray, out of the air. Film off the window last.',
              `Both panels of ${fullName(box)} on.`,
            ],
            handles: [box.id],
            cautions: ['mains', 'glass'],
            minutes: 15,
            tools: ['cable ties'],
            check: 'No lead touches a fan; both panels are on.',
          },
        ]
      : [],
};

const system: StepRule = {
  code: 'install-system',
  phase: 'close',
  after: [{ rule: 'first-start', reason: 'the machine has to start' }],
  make: ({ parts: { os, storage }, ownedDrives }) => {
    if (!os && !storage && ownedDrives.length === 0) return [];
    return [
      {
        title: 'The system',
        lines: [
          'From a stick that was made on another machine; then the drivers of motherboard and graphics card from their makers.',
          ...(os ? [`The licence: ${fullName(os)}. Keep its key with the receipts.`] : []),
        ],
        handles: os ? [os.id] : [],
        minutes: 60,
        tools: ['USB stick, 8 GB or more'],
        check: 'The system starts from its drive.',
        wrong: ['Installed onto the slow drive, because both were plugged in.'],
      },
    ];
  },
};

const usbAdapter: StepRule = {
  code: 'usb-adapter',
  phase: 'close',
  after: [{ rule: 'install-system', reason: 'its driver needs the system' }],
  make: ({ parts: { network } }) =>
    network && (network.interface === 'USB' || network.interface === null)
      ? [
          {
            title: fullName(network),
            lines: ['Into a port at the rear, away from fast USB plugs: they disturb it.'],
            handles: [network.id],
            minutes: 5,
            check: 'The system finds the network.',
          },
        ]
      : [],
};

export const CLOSE_STEPS: readonly StepRule[] = [lookOver, firstStart, tidy, system, usbAdapter];
