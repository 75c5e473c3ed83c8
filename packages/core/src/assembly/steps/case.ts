import { fullName } from '../../parts/index.ts';
import { airPlan, cardLeads, coversFor, drivePlan, drivesOf, isTower, STANDOFFS } from '../layout.ts';
import type { AssemblyInput, StepRule } from '../step.ts';
import { SCREWDRIVER } from './tools.ts';
import { addIns } from './add-ins.ts';

const counted = (count: number, one: string, many = `${one}s`) => `${count} ${count === 1 ? one : many}`;

const shield: StepRule = {
  code: 'port-shield',
  phase: 'case',
  after: [{ rule: 'open-case', reason: 'it goes in from the inside' }],
  make: ({ parts: { case: box, motherboard: board }, choices }) =>
    box && board && choices.shieldOnBoard !== true
      ? [
          {
            title: 'The shield of the ports into the case',
            lines: [
              'Press it in from the inside until all four edges click, the right way round.',
              ...(choices.shieldOnBoard === null
                ? ['On some motherboards it is fixed: then there is nothing to do here.']
                : []),
            ],
            handles: [box.id, board.id],
            cautions: ['edges'],
            minutes: 4,
            check: 'It sits flush on all four edges.',
            wrong: [
              'Forgotten until the motherboard is screwed down: everything comes out again.',
              'A tongue of it bent into a port.',
            ],
          },
        ]
      : [],
};

const board: StepRule = {
  code: 'board-in',
  phase: 'case',
  after: [
    { rule: 'port-shield', reason: 'the shield does not go in behind the motherboard' },
    { rule: 'set-standoffs', reason: 'the motherboard stands on them' },
    { rule: 'seat-processor', reason: 'there is more room on the table' },
    { rule: 'seat-memory', reason: 'there is more room on the table' },
    { rule: 'seat-m2', reason: 'there is more room on the table' },
    { rule: 'mount-cooler', reason: 'its back plate is reached on the table' },
  ],
  make: ({ parts: { case: box, motherboard } }) => {
    if (!box || !motherboard) return [];
    const usual = motherboard.formFactor === null ? null : STANDOFFS[motherboard.formFactor].count;
    return [
      {
        title: 'The motherboard onto its standoffs',
        lines: [
          `Lower ${fullName(motherboard)} at a slant, ports into the shield, until the holes stand over the standoffs.`,
          `All screws in loosely first, then tight${usual === null ? '' : `: ${usual} as a rule`}. Not hard.`,
        ],
        handles: [motherboard.id, box.id],
        cautions: ['static', 'edges'],
        minutes: 10,
        tools: [SCREWDRIVER],
        check: usual === null ? 'A screw in every hole.' : `A screw in every hole, ${usual} as a rule.`,
        wrong: ['A tongue of the shield in a port.', 'A lead caught below the motherboard.'],
        drawing: 'standoffs',
      },
    ];
  },
};

const radiator: StepRule = {
  code: 'radiator',
  phase: 'case',
  after: [
    { rule: 'board-in', reason: 'its hoses lie over the motherboard' },
    { rule: 'mount-cooler', reason: 'it hangs on the block' },
  ],
  make: ({ parts: { cooler, case: box } }) =>
    cooler && box && (cooler.radiatorMm ?? 0) > 0
      ? [
          {
            title: `The radiator of ${cooler.radiatorMm} mm`,
            lines: [
              'At the front or under the top, hoses not kinked, the pump never its highest point.',
              'Its fans all blow the same way.',
            ],
            handles: [cooler.id, box.id],
            cautions: ['liquid', 'edges'],
            minutes: 15,
            tools: [SCREWDRIVER],
            check: 'No kink, no drop, all fans the same way.',
            wrong: ['Long screws driven into the fins: it leaks.'],
            drawing: 'air',
          },
        ]
      : [],
};

const frontLeads: StepRule = {
  code: 'front-leads',
  phase: 'case',
  after: [{ rule: 'board-in', reason: 'the headers are on the motherboard' }],
  make: ({ parts: { case: box, motherboard } }) => {
    if (!box || !motherboard) return [];
    const headers = motherboard.frontHeaders;
    const lost =
      headers === null ? [] : (box.frontConnectors ?? []).filter((each) => !headers.includes(each));
    return [
      {
        title: 'Front leads while there is room',
        lines: [
          'Power button, reset and lights by the plan in the motherboard’s manual; sound at the lower edge.',
          box.frontConnectors === null
            ? 'The front’s USB plugs where they fit.'
            : `Front plugs: ${box.frontConnectors.join(', ') || 'none'}.`,
          ...lost.map(
            (each) =>
              `This motherboard has no header for the front’s ${each}: it stays empty, or takes an adapter.`,
          ),
        ],
        handles: [box.id, motherboard.id],
        cautions: ['manual'],
        minutes: 12,
        check: 'Power button and sound are plugged by the manual.',
        wrong: [
          'The power button one pin aside: nothing happens at the first press.',
          'The stiff USB 3 plug pushed in crooked: bent pins.',
        ],
        drawing: 'front',
      },
    ];
  },
};

const ON_CARPET = 'upwards, since the machine stands on a carpet';
const ON_THE_FLOOR = 'downwards where the floor of the case is open and filtered, else upwards';

const supply: StepRule = {
  code: 'supply-in',
  phase: 'case',
  after: [{ rule: 'open-case', reason: 'the panels are in the way' }],
  make: ({ parts: { psu, case: box }, choices }) => {
    if (!psu || !box) return [];
    return [
      {
        title: 'The power supply',
        lines: [
          `${fullName(psu)} in with its fan towards clean air: ${choices.onCarpet ? ON_CARPET : ON_THE_FLOOR}.`,
          'With loose leads: plug in those that you need before it goes in. Only leads of this very power supply.',
        ],
        handles: [psu.id, box.id],
        cautions: ['supply', 'mains', 'weight'],
        minutes: 8,
        tools: [SCREWDRIVER],
        check: 'Four screws hold it, its switch is off.',
        wrong: [
          'Leads of another power supply: the plugs fit, the wires differ, parts die.',
          'The fan on a carpet.',
        ],
      },
    ];
  },
};

const boardPower: StepRule = {
  code: 'board-power',
  phase: 'case',
  after: [
    { rule: 'supply-in', reason: 'the leads come from the power supply' },
    { rule: 'board-in', reason: 'the sockets are on the motherboard' },
  ],
  make: ({ parts: { psu, motherboard } }) => {
    if (!psu || !motherboard) return [];
    const plugs = motherboard.cpuPowerConnectors;
    return [
      {
        title: 'Power to the motherboard: 24-pin and the processor’s',
        lines: [
          'The 24-pin lead to the edge of the motherboard, until its catch clicks.',
          `${plugs === null ? 'The processor’s 4- or 8-pin lead' : counted(plugs, 'processor lead')} to the upper corner.`,
          'It is the one marked for the processor, never a graphics card’s.',
        ],
        handles: [psu.id, motherboard.id],
        cautions: ['mains'],
        minutes: 5,
        check: 'Both catches have clicked.',
        wrong: [
          'The processor’s lead forgotten: fans turn, no picture.',
          'A graphics card’s lead in the processor’s socket.',
        ],
        drawing: 'leads',
      },
    ];
  },
};

const baysAndLeads: StepRule = {
  code: 'bay-drive',
  phase: 'case',
  after: [
    { rule: 'supply-in', reason: 'their power comes from the power supply' },
    { rule: 'board-in', reason: 'their data goes to the motherboard' },
  ],
  make: ({ parts, ownedDrives }) => {
    const { motherboard, case: box, psu } = parts;
    if (!motherboard || !box) return [];
    const plan = drivePlan(motherboard, drivesOf(parts, ownedDrives));
    return plan.seats
      .filter((seat) => !seat.isM2)
      .map(({ drive }) => ({
        suffix: drive.id,
        title: `${fullName(drive)} into a bay`,
        lines: [
          `Into a bay for ${drive.interface === '3.5-inch SATA' ? '3.5-inch' : '2.5-inch'} drives; data to a SATA port that is live, power from the power supply.`,
          ...(plan.deadPorts > 0
            ? [
                `${counted(plan.deadPorts, 'port')} of ${motherboard.sataPorts ?? 'the motherboard'} are dead through the drives on the motherboard.`,
              ]
            : []),
        ],
        handles: [drive.id, box.id, motherboard.id, ...(psu ? [psu.id] : [])],
        minutes: 8,
        tools: [SCREWDRIVER],
        check: 'Data and power are plugged.',
        wrong: ['A port that an M.2 drive has switched off: the drive is not found.'],
        drawing: 'drives' as const,
      }));
  },
};

const card: StepRule = {
  code: 'card-in',
  phase: 'case',
  after: [
    { rule: 'board-in', reason: 'its slot is on the motherboard' },
    ...['front-leads', 'board-power', 'bay-drive', 'tower-fan', 'case-fans'].map((rule) => ({
      rule,
      reason: 'the graphics card covers it: you chose to put it in last',
      when: ({ choices }: AssemblyInput) => !choices.cardFirst,
    })),
  ],
  make: ({ parts: { gpu, case: box, motherboard } }) => {
    if (!gpu || !motherboard || !box) return [];
    const covers = gpu.slotsWide === null ? null : coversFor(gpu.slotsWide);
    return [
      {
        title: 'The graphics card',
        lines: [
          `Take off ${covers === null ? 'as many slot covers as the graphics card is thick' : counted(covers, 'slot cover')} beside the upper long slot.`,
          `Open the slot’s catch, press ${fullName(gpu)} in until it clicks, and screw it down.`,
        ],
        handles: [gpu.id, motherboard.id, box.id],
        cautions: ['static', 'edges', 'weight'],
        minutes: 8,
        tools: [SCREWDRIVER],
        check: 'The catch has clicked, the graphics card does not sag.',
        wrong: [
          'In the lower slot: fewer lanes, frames lost.',
          'A cover left on: the graphics card does not go home.',
        ],
        drawing: 'card',
      },
    ];
  },
};

const cardPower: StepRule = {
  code: 'card-power',
  phase: 'case',
  after: [
    { rule: 'card-in', reason: 'its plugs are on the graphics card' },
    { rule: 'supply-in', reason: 'the leads come from the power supply' },
  ],
  make: ({ parts: { gpu, psu } }) => {
    if (!gpu || !psu) return [];
    const leads = cardLeads(gpu, psu);
    if (leads && leads.eightPin + leads.sixPin + leads.sixteenPin === 0) return [];
    const plugs = leads
      ? [
          ...(leads.eightPin > 0 ? [counted(leads.eightPin, 'eight-pin plug')] : []),
          ...(leads.sixPin > 0 ? [counted(leads.sixPin, 'six-pin plug')] : []),
          ...(leads.sixteenPin > 0 ? [counted(leads.sixteenPin, 'sixteen-pin plug')] : []),
        ].join(', ')
      : 'as many plugs as it has: its specs do not say';
    return [
      {
        title: 'Power to the graphics card',
        lines: [
          `It takes ${plugs}.`,
          ...(leads && leads.adapterEightPins > 0
            ? [
                `The sixteen-pin plug is fed by the maker’s adapter from ${leads.adapterEightPins} eight-pin leads.`,
              ]
            : []),
          ...(leads && leads.eightPin + leads.sixPin > 1
            ? ['A lead of its own for each plug, rather than two plugs of one lead.']
            : []),
        ],
        handles: [gpu.id, psu.id],
        cautions: ['mains', ...(leads && leads.sixteenPin > 0 ? (['manual'] as const) : [])],
        minutes: 5,
        check: 'Every plug of the graphics card is fed, and has clicked.',
        wrong: [
          'Forgotten: no picture, or a warning on the screen.',
          'A sixteen-pin plug that is not fully home gets hot and melts.',
        ],
        drawing: 'leads',
      },
    ];
  },
};

const towerFan: StepRule = {
  code: 'tower-fan',
  phase: 'case',
  after: [{ rule: 'board-in', reason: 'it hides the screws of the motherboard' }],
  make: ({ parts }) =>
    isTower(parts) && parts.cooler && parts.case
      ? [
          {
            title: 'The fan back onto the tower',
            lines: ['It blows through the fins towards the rear. Clear of the memory, raised if need be.'],
            handles: [parts.cooler.id],
            minutes: 4,
            check: 'It blows towards the rear and touches nothing.',
            wrong: ['Turned round: it works against the fan at the rear.'],
            drawing: 'air',
          },
        ]
      : [],
};

const fans: StepRule = {
  code: 'case-fans',
  phase: 'case',
  after: [{ rule: 'board-in', reason: 'the headers are on the motherboard' }],
  make: ({ parts }) => {
    const { case: box, motherboard } = parts;
    const air = airPlan(parts);
    if (!box || !motherboard || air.front + air.rear === 0) return [];
    const ways = [
      ...(air.front > 0 ? [`${counted(air.front, 'fan')} in at the front`] : []),
      ...(air.rear > 0 ? [`${counted(air.rear, 'fan')} out at the rear`] : []),
    ];
    const all = counted(air.front + air.rear + air.cooler, 'fan');
    const splitter = air.short > 0 ? `: a splitter or hub for ${air.short} of them` : '';
    return [
      {
        title: 'Fans of the case',
        lines: [
          `${ways.join(', ')}: an arrow on the frame shows the way of the air.`,
          air.headers === null
            ? 'How many fan headers the motherboard has is not known.'
            : `The motherboard has ${counted(air.headers, 'fan header')} for ${all}${splitter}.`,
        ],
        handles: [box.id, motherboard.id],
        minutes: 8,
        check: 'Every fan is plugged and blows the right way.',
        wrong: ['All fans out: dust comes in through every gap.', 'Three fans on one header that feeds one.'],
        drawing: 'air',
      },
    ];
  },
};

export const CASE_STEPS: readonly StepRule[] = [
  shield,
  board,
  radiator,
  towerFan,
  frontLeads,
  supply,
  boardPower,
  baysAndLeads,
  fans,
  addIns,
  card,
  cardPower,
];
