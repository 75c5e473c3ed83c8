import { fullName } from '../../parts/index.ts';
import { drivePlan, drivesOf, isTower, memoryPlan } from '../layout.ts';
import type { AssemblyInput, StepRule } from '../step.ts';
import { SCREWDRIVER } from './tools.ts';

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];
const listed = (words: readonly string[]) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`;

const seatCpu: StepRule = {
  code: 'seat-processor',
  phase: 'table',
  after: [
    { rule: 'make-room', reason: 'it is done on a clear table' },
    { rule: 'flash-firmware', reason: 'the motherboard has to know the processor first' },
  ],
  make: ({ parts: { cpu, motherboard: board } }) =>
    cpu && board
      ? [
          {
            title: 'Processor into its socket',
            lines: [
              `Lift the lever or the frame of ${fullName(board)}. Set ${fullName(cpu)} so that its corner mark meets the socket’s.`,
              'Let it sink in by its own weight, then close the lever. Keep the socket’s cover.',
            ],
            handles: [cpu.id, board.id],
            cautions: ['static', 'force'],
            minutes: 5,
            check: 'It lies flat, and the lever is closed.',
            wrong: ['Turned by a quarter and pressed: bent pins.', 'Fingers on the contacts.'],
          },
        ]
      : [],
};

const seatMemory: StepRule = {
  code: 'seat-memory',
  phase: 'table',
  after: [{ rule: 'make-room', reason: 'it is done on a clear table' }],
  make: ({ parts: { memory, motherboard: board } }) => {
    if (!memory || !board) return [];
    const { modules } = memory;
    const plan =
      board.memorySlots === null || modules === null ? null : memoryPlan(board.memorySlots, modules);
    const where =
      plan === null
        ? 'Which slots are filled first stands in the motherboard’s manual: neither slots nor modules are known here.'
        : plan.fill.length === plan.slots
          ? `${plan.slots === 1 ? 'The slot is' : 'All slots are'} filled.`
          : `Fill the ${listed(plan.fill.map((slot) => ORDINALS[slot - 1] ?? String(slot)))} slot, counted from the processor.`;
    const doubt =
      plan?.isUsual === false ? ['The number of modules is unusual: the motherboard’s manual decides.'] : [];
    return [
      {
        title: modules === 1 ? 'The memory module' : 'Memory modules into the right slots',
        lines: [where, ...doubt, 'Open the clips, match the notch, press both ends until they click.'],
        handles: [memory.id, board.id],
        cautions: ['static', 'manual'],
        minutes: 3,
        check:
          plan && !plan.isUsual
            ? 'The clips are closed; the manual agrees with the slots.'
            : 'The clips are closed at both ends.',
        wrong: [
          'Side by side in the first two slots: half the rate of transfer, and frames lost.',
          'One end not home: no picture at the first start.',
        ],
        drawing: 'memory',
      },
    ];
  },
};

const seatM2: StepRule = {
  code: 'seat-m2',
  phase: 'table',
  after: [{ rule: 'make-room', reason: 'it is done on a clear table' }],
  make: ({ parts, ownedDrives }) => {
    const { motherboard: board } = parts;
    if (!board) return [];
    const plan = drivePlan(board, drivesOf(parts, ownedDrives));
    return plan.seats
      .filter((seat) => seat.isM2)
      .map(({ drive, place }) => {
        const at = place === null ? null : board.m2?.[place - 1];
        const dead = at?.disablesSataPorts ?? 0;
        return {
          suffix: drive.id,
          title:
            place === null
              ? `${fullName(drive)} onto the motherboard`
              : `${fullName(drive)} into M.2 place ${place}`,
          lines: [
            at?.heatSpreader
              ? 'Take the shield of the place off, and the film from its pad.'
              : 'Take out the screw of the post.',
            `Set the post for ${drive.m2LengthMm === null ? 'the drive’s length' : `${drive.m2LengthMm} mm`}.`,
            'Slide the drive in at a slant, press it flat, screw it down lightly.',
            ...(at?.heatSpreader ? ['Put the shield back on.'] : []),
            ...(dead > 0
              ? [`${dead} SATA ${dead === 1 ? 'port goes' : 'ports go'} dead by this: the manual says which.`]
              : []),
          ],
          handles: [drive.id, board.id],
          cautions: ['static' as const],
          minutes: 6,
          tools: ['small cross-head screwdriver, size 0 or 1'],
          check: 'It lies flat and does not lift.',
          wrong: ['The film left on the pad.', 'The post at another length: the drive bends.'],
          drawing: 'drives' as const,
        };
      });
  },
};

const boxed = ({ parts: { cpu, cooler } }: AssemblyInput) => !cooler && !!cpu?.stockCooler;
const hasCooler = (input: AssemblyInput) => !!input.parts.cooler || boxed(input);

const bracket: StepRule = {
  code: 'cooler-bracket',
  phase: 'table',
  after: [{ rule: 'seat-processor', reason: 'the lever needs the room' }],
  make: ({ parts: { cooler, cpu, motherboard: board } }) => {
    if (!cooler || !board) return [];
    const socket = board.socket ?? cpu?.socket ?? null;
    const isExtra = socket !== null && (cooler.bracketExtra ?? []).includes(socket);
    return [
      {
        title: `The cooler’s bracket for ${socket === null ? 'this socket' : `socket ${socket}`}`,
        lines: [
          `The manual of ${fullName(cooler)} says whether the motherboard’s own brackets stay or come off; what comes off is kept.`,
          ...(isExtra
            ? [`The bracket for socket ${socket} is not in its box: it has to be ordered first.`]
            : []),
        ],
        handles: [cooler.id, board.id],
        cautions: ['manual'],
        minutes: 8,
        tools: [SCREWDRIVER],
        check: 'The bracket sits tight and level.',
        wrong: ['The back plate falls off unseen, because the brackets held it.'],
        drawing: 'cooler',
      },
    ];
  },
};

const mountCooler: StepRule = {
  code: 'mount-cooler',
  phase: 'table',
  after: [
    { rule: 'seat-processor', reason: 'it sits on the processor' },
    { rule: 'cooler-bracket', reason: 'it is held by its bracket' },
    { rule: 'seat-m2', reason: 'the tower covers the places below it', when: ({ parts }) => isTower(parts) },
    { rule: 'seat-memory', reason: 'the tower stands over the memory', when: ({ parts }) => isTower(parts) },
  ],
  make: (input) => {
    const { cooler, cpu, motherboard: board } = input.parts;
    if (!hasCooler(input) || !cpu || !board) return [];
    const isBoxed = !cooler;
    const tower = isTower(input.parts);
    const isLiquid = (cooler?.radiatorMm ?? 0) > 0;
    const what = cooler ? fullName(cooler) : 'the cooler from the processor’s box';
    return [
      {
        title: isLiquid ? 'The cooler’s block onto the processor' : 'The cooler onto the processor',
        lines: [
          isBoxed
            ? 'Paste is on its base already, the first time: do not touch it.'
            : 'Take film and label off its base. A small amount of paste in the middle: a lentil, not a spoon.',
          `Set ${what} down straight, and tighten cross-wise, a turn each, until the screws stop.`,
          ...(tower
            ? [
                'Leave its fan off: it hides the screws of the motherboard. It comes on when the motherboard is in.',
              ]
            : []),
          ...(isLiquid ? ['The radiator follows in the case: let it hang on its own box meanwhile.'] : []),
        ],
        handles: [...(cooler ? [cooler.id] : []), cpu.id, board.id],
        cautions: ['force', 'manual'],
        minutes: 12,
        tools: [SCREWDRIVER, ...(isBoxed ? [] : ['paste, if none is in the box'])],
        check: 'It does not turn or tilt.',
        wrong: [
          'The film stays on: the processor overheats within a minute.',
          'One corner tightened fully first.',
        ],
        drawing: 'cooler',
      },
    ];
  },
};

const plugFan: StepRule = {
  code: 'plug-cooler-fan',
  phase: 'table',
  after: [
    { rule: 'mount-cooler', reason: 'its lead is measured when it sits' },
    { rule: 'tower-fan', reason: 'the fan has to be on' },
  ],
  make: (input) => {
    const { cooler, motherboard: board } = input.parts;
    if (!hasCooler(input) || !board) return [];
    return [
      {
        title: 'Its fan to the processor’s header',
        lines: [
          'The header is marked for the processor and stands beside the socket. Without it many motherboards do not go on.',
          ...((cooler?.radiatorMm ?? 0) > 0
            ? ['The pump goes to the header that is marked for a pump.']
            : []),
        ],
        handles: [...(cooler ? [cooler.id] : []), board.id],
        minutes: 2,
        check: 'It is plugged into the header that is marked for the processor.',
        wrong: ['Plugged into a header for the case: the motherboard complains or turns it too slowly.'],
      },
    ];
  },
};

export const TABLE_STEPS: readonly StepRule[] = [seatCpu, seatMemory, seatM2, bracket, mountCooler, plugFan];
