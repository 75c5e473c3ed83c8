import { fullName, type Part } from '../../parts/index.ts';
import { STANDOFFS } from '../layout.ts';
import type { AssemblyInput, StepRule } from '../step.ts';
import { SCREWDRIVER } from './tools.ts';

/** Every part of the build that is handled, drives that are there already too. */
function partsOf({ parts, ownedDrives }: AssemblyInput): readonly Part[] {
  const picked = Object.values(parts).filter((part): part is Part => !!part);
  return [...ownedDrives, ...picked.filter(({ id }) => !ownedDrives.some((drive) => drive.id === id))];
}

/** What is said of a part's parcel; null when it lies there. */
function missing(part: Part, { arrivals }: AssemblyInput): string | null {
  const of = arrivals.filter((each) => each.part === part.id && each.state !== 'cancelled');
  const [last] = of.slice(-1);
  if (!last || last.state === 'arrived') return null;
  if (last.state === 'ordered')
    return `${fullName(part)} is not here yet${last.expectedOn ? `: expected on ${last.expectedOn}` : ''}.`;
  return `${fullName(part)} is ${last.state === 'dead' ? 'dead on arrival' : 'sent back'}: get another before you begin.`;
}

const layOut: StepRule = {
  code: 'lay-out',
  phase: 'before',
  after: [],
  make: (input) => {
    const late = partsOf(input).flatMap((part) => missing(part, input) ?? []);
    return [
      {
        title: 'Lay everything out and tick it off',
        lines: [
          'Hold every part against its order: name, model, revision, amount. An opened box or a broken seal is photographed first.',
          ...late,
          'Keep boxes, bags, receipts and the cover of the processor’s socket: return, warranty and resale ask for them.',
        ],
        cautions: ['static', 'manual'],
        minutes: 15,
        tools: [SCREWDRIVER, 'small cross-head screwdriver, size 0 or 1', 'something for small screws'],
        check: late.length > 0 ? 'What is missing is noted.' : 'Every part of the list lies there.',
        wrong: [
          'Beginning with a part missing: the machine stands open for a week.',
          'A look-alike with another revision or half the memory.',
        ],
      },
    ];
  },
};

const makeRoom: StepRule = {
  code: 'make-room',
  phase: 'before',
  after: [{ rule: 'lay-out', reason: 'first it is known that all is here' }],
  make: () => [
    {
      title: 'A clear table, no mains',
      lines: [
        'Work on wood or cardboard, not on a carpet. The motherboard lies on its own box, not on the bag.',
        'The power supply stays unplugged until the first start.',
      ],
      cautions: ['mains', 'static', 'supply'],
      minutes: 5,
      check: 'The table is clear, and nothing is plugged into the mains.',
    },
  ],
};

const flash: StepRule = {
  code: 'flash-firmware',
  phase: 'before',
  after: [{ rule: 'make-room', reason: 'it is done on a clear table' }],
  make: ({ parts: { cpu, motherboard: board, psu }, needs }) => {
    if (!cpu || !board || board.chipset === null) return [];
    const needed = cpu.minBiosByChipset?.[board.chipset];
    if (needed === undefined || (board.biosVersion !== null && board.biosVersion >= needed)) return [];
    const is =
      board.biosVersion === null
        ? 'The level that it ships with is not known'
        : `It ships with level ${board.biosVersion}`;
    const way = board.flashesWithoutCpu
      ? [
          'Put the maker’s file on a stick (FAT32), named as the manual says, into the port that is marked for it.',
          `Connect 24-pin and processor power of ${psu ? fullName(psu) : 'the power supply'}, press the flash button, and wait until its light stays off.`,
        ]
      : needs.borrowCpu
        ? [
            'Put the borrowed older processor in first, with one memory module and the cooler set on it.',
            'Flash from the BIOS’s own menu, then take the borrowed one out again.',
          ]
        : [
            'This motherboard cannot flash itself. Borrow an older processor, or ask the shop to do it, before anything is built in.',
          ];
    return [
      {
        title: `Flash the motherboard to BIOS version ${needed} or newer`,
        lines: [
          `${is}; ${fullName(cpu)} needs version ${needed}. A sticker on the motherboard or its box tells the version at times.`,
          ...way,
        ],
        handles: [board.id],
        cautions: ['firmware', 'manual'],
        minutes: 25,
        tools: ['USB stick, formatted FAT32'],
        check: `The motherboard tells version ${needed} or newer, or its flash light went off as the manual says.`,
        wrong: [
          'The file has its download name instead of the one that the motherboard looks for.',
          'The stick is in the wrong port.',
        ],
      },
    ];
  },
};

const standoffs: StepRule = {
  code: 'set-standoffs',
  phase: 'before',
  after: [{ rule: 'open-case', reason: 'the panels are in the way' }],
  make: ({ parts: { case: box, motherboard: board } }) => {
    if (!box || !board) return [];
    const outline = board.formFactor;
    const usual = outline === null ? null : STANDOFFS[outline].count;
    return [
      {
        title: 'Standoffs where the motherboard has holes, and nowhere else',
        lines: [
          usual === null
            ? 'Hold the motherboard over the tray and count its holes: its outline is not known here.'
            : `A motherboard of outline ${outline} has ${usual} holes as a rule: count those of yours.`,
          `Move or add the standoffs of ${fullName(box)} until each hole has one below it. Take out every one that has no hole.`,
        ],
        handles: [box.id],
        cautions: ['edges'],
        minutes: 10,
        tools: [SCREWDRIVER, 'small pliers or the case’s standoff key'],
        check:
          usual === null
            ? 'As many standoffs as the motherboard has holes.'
            : `Counted: as many standoffs as the motherboard has holes, ${usual} as a rule.`,
        wrong: [
          'One standoff too many touches the motherboard’s back: the machine does not start, or only at times.',
        ],
        drawing: 'standoffs',
      },
    ];
  },
};

const openCase: StepRule = {
  code: 'open-case',
  phase: 'before',
  after: [{ rule: 'make-room', reason: 'panels need a place to lie' }],
  make: ({ parts: { case: box } }) =>
    box
      ? [
          {
            title: 'Take the panels off',
            lines: [
              `Both sides of ${fullName(box)}, and the front where it clips off. Put their screws apart.`,
              'Take out the box of screws and the manual that lie inside.',
            ],
            handles: [box.id],
            cautions: ['glass', 'edges', 'weight'],
            minutes: 5,
            check: 'Both sides are open, the screws lie together.',
          },
        ]
      : [],
};

export const BEFORE_STEPS: readonly StepRule[] = [layOut, makeRoom, flash, openCase, standoffs];
