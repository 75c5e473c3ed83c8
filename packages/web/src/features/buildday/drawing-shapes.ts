import {
  airPlan,
  cardLeads,
  coversFor,
  drivePlan,
  drivesOf,
  memoryPlan,
  STANDOFFS,
  type AssemblyInput,
  type DrawingKind,
} from '@ripe-pick/core/assembly';

/** What a shape stands for: what is there, what is handled now, what stays empty, what to beware of. */
type ShapeLook = 'there' | 'now' | 'empty' | 'beware';
type Shape =
  | {
      readonly as: 'box';
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly look: ShapeLook;
      readonly text?: string;
    }
  | {
      readonly as: 'dot';
      readonly x: number;
      readonly y: number;
      readonly r: number;
      readonly look: ShapeLook;
      readonly text?: string;
    }
  | {
      readonly as: 'arrow';
      readonly x: number;
      readonly y: number;
      readonly to: number;
      readonly look: ShapeLook;
    }
  | { readonly as: 'word'; readonly x: number; readonly y: number; readonly text: string };

/** A small drawing on a ground of 240 by 130, and the same in words. */
interface DrawingShapes {
  readonly shapes: readonly Shape[];
  readonly text: string;
}

export const DRAWING_SIZE = { width: 240, height: 130 };
const counted = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`;
const range = (count: number) => Array.from({ length: count }, (_, n) => n);

function memory({ parts: { memory: kit, motherboard: board } }: AssemblyInput): DrawingShapes | null {
  if (!board || !kit || board.memorySlots === null || kit.modules === null) return null;
  const { slots, fill } = memoryPlan(board.memorySlots, kit.modules);
  return {
    shapes: [
      { as: 'box', x: 12, y: 40, w: 62, h: 52, look: 'there', text: 'processor' },
      ...range(slots).flatMap((n): Shape[] => {
        const x = 100 + n * (slots > 4 ? 16 : 30);
        return [
          { as: 'box', x, y: 16, w: slots > 4 ? 9 : 14, h: 92, look: fill.includes(n + 1) ? 'now' : 'empty' },
          { as: 'word', x: x + (slots > 4 ? 4 : 7), y: 124, text: String(n + 1) },
        ];
      }),
    ],
    text: `${counted(slots, 'memory slot')} beside the processor; filled: ${fill.join(' and ')}, counted from it.`,
  };
}

function standoffs({ parts: { motherboard: board } }: AssemblyInput): DrawingShapes | null {
  const outline = board?.formFactor ?? null;
  if (outline === null) return null;
  const { holes, count } = STANDOFFS[outline];
  const sizes = {
    'mini-ITX': [78, 78],
    'micro-ATX': [104, 104],
    ATX: [104, 118],
    'E-ATX': [130, 118],
  } as const; // as of their outlines
  const [w, h] = sizes[outline];
  return {
    shapes: [
      { as: 'box', x: 20, y: 6, w, h, look: 'empty' },
      ...holes.map(([x, y]): Shape => ({
        as: 'dot',
        x: 28 + x * (w - 16),
        y: 14 + y * (h - 16),
        r: 5,
        look: 'now',
      })),
      { as: 'word', x: 190, y: 62, text: outline },
      { as: 'word', x: 190, y: 80, text: `${count} as a rule` },
    ],
    text: `Standoffs for a motherboard of outline ${outline}: ${count} as a rule. Count the holes of yours.`,
  };
}

function drives({ parts, ownedDrives }: AssemblyInput): DrawingShapes | null {
  const { motherboard: board } = parts;
  if (!board) return null;
  const plan = drivePlan(board, drivesOf(parts, ownedDrives));
  const places = board.m2 ?? [];
  const taken = new Map(
    plan.seats.flatMap(({ place, drive }) => (place === null ? [] : [[place, drive.name] as const])),
  );
  const ports = board.sataPorts ?? 0;
  const used = plan.seats.filter(({ isM2 }) => !isM2).length;
  return {
    shapes: [
      ...places.map((_, n): Shape => ({
        as: 'box',
        x: 12,
        y: 12 + n * 34,
        w: 120,
        h: 24,
        look: taken.has(n + 1) ? 'now' : 'empty',
        text: `M.2 place ${n + 1}`,
      })),
      ...range(ports).map((n): Shape => ({
        as: 'box',
        x: 156 + (n % 2) * 36,
        y: 10 + Math.floor(n / 2) * 28,
        w: 28,
        h: 20,
        look: n >= ports - plan.deadPorts ? 'beware' : n < used ? 'now' : 'empty',
      })),
      { as: 'word', x: 190, y: 124, text: 'SATA ports' },
    ],
    text: [
      ...[...taken].map(([place, name]) => `${name} in M.2 place ${place}.`),
      used > 0 ? `${counted(used, 'drive')} at SATA ports.` : '',
      plan.deadPorts > 0
        ? `${counted(plan.deadPorts, 'SATA port')} dead through that; the manual says which.`
        : '',
    ]
      .filter(Boolean)
      .join(' '),
  };
}

function cooler({ parts: { cooler: own } }: AssemblyInput): DrawingShapes {
  const corners = [
    [78, 24],
    [162, 106],
    [162, 24],
    [78, 106],
  ] as const;
  return {
    shapes: [
      { as: 'box', x: 70, y: 16, w: 100, h: 98, look: 'empty' },
      { as: 'box', x: 95, y: 40, w: 50, h: 50, look: 'there', text: own ? 'paste' : 'pasted' },
      ...corners.map(([x, y], n): Shape => ({ as: 'dot', x, y, r: 9, look: 'now', text: String(n + 1) })),
    ],
    text: 'The four screws in the order one, the corner across, the third, the corner across from it: a turn each.',
  };
}

function leads({ parts: { psu, motherboard: board, gpu } }: AssemblyInput): DrawingShapes | null {
  if (!psu) return null;
  const card = gpu ? cardLeads(gpu, psu) : null;
  const rows = [
    { text: '24-pin, motherboard', wide: 84, count: board ? 1 : 0 },
    { text: 'processor', wide: 30, count: board?.cpuPowerConnectors ?? (board ? 1 : 0) },
    { text: 'eight-pin, graphics card', wide: 30, count: card?.eightPin ?? 0 },
    { text: 'six-pin, graphics card', wide: 23, count: card?.sixPin ?? 0 },
    { text: 'sixteen-pin, graphics card', wide: 46, count: card?.sixteenPin ?? 0 },
  ].filter(({ count }) => count > 0);
  return {
    shapes: rows.flatMap(({ text, wide, count }, row): Shape[] => [
      ...range(count).map((n): Shape => ({
        as: 'box',
        x: 14 + n * (wide + 6),
        y: 8 + row * 25,
        w: wide,
        h: 17,
        look: 'now',
      })),
      { as: 'word', x: 178, y: 21 + row * 25, text },
    ]),
    text: `Leads of the power supply: ${rows.map(({ text, count }) => `${count} × ${text}`).join('; ')}.`,
  };
}

function card({ parts: { gpu, case: box } }: AssemblyInput): DrawingShapes | null {
  if (!gpu) return null;
  const wide = gpu.slotsWide === null ? null : coversFor(gpu.slotsWide);
  const slots = box?.expansionSlots ?? 7;
  return {
    shapes: range(slots).flatMap((n): Shape[] => {
      const y = 8 + n * (112 / slots);
      const isOff = wide !== null && n < wide;
      return [
        { as: 'box', x: 14, y, w: 40, h: 112 / slots - 4, look: isOff ? 'now' : 'empty' },
        ...(n === 0
          ? [
              {
                as: 'box' as const,
                x: 62,
                y,
                w: 160,
                h: ((wide ?? 2) * 112) / slots - 4,
                look: 'there' as const,
                text: 'the graphics card',
              },
            ]
          : []),
      ];
    }),
    text:
      wide === null
        ? 'The graphics card’s thickness is not known: take off as many covers as it needs.'
        : `Of ${slots} slot covers the upper ${wide} come off for the graphics card.`,
  };
}

function air({ parts }: AssemblyInput): DrawingShapes {
  const plan = airPlan(parts);
  const fan = (x: number, n: number, of: number, to: number): Shape[] => {
    const y = 16 + (n + 0.5) * (98 / Math.max(1, of));
    return [
      { as: 'dot', x, y, r: 11, look: 'now' },
      { as: 'arrow', x: x + (to > 0 ? 13 : -13), y, to, look: 'now' },
    ];
  };
  const pressure =
    plan.front > plan.rear
      ? 'more in than out: little dust'
      : plan.front < plan.rear
        ? 'more out than in: dust comes in by gaps'
        : 'as much in as out';
  return {
    shapes: [
      { as: 'box', x: 40, y: 8, w: 160, h: 114, look: 'empty' },
      ...(plan.radiatorMm > 0
        ? [
            {
              as: 'box' as const,
              x: 58,
              y: 14,
              w: 16,
              h: Math.min(100, plan.radiatorMm / 3.6),
              look: 'now' as const,
            },
          ]
        : []),
      ...range(plan.front).flatMap((n) => fan(40, n, plan.front, 24)),
      ...range(plan.rear).flatMap((n) => fan(176, n, plan.rear, 24)),
      { as: 'box', x: 96, y: 44, w: 46, h: 40, look: 'there', text: plan.radiatorMm > 0 ? 'pump' : 'cooler' },
      { as: 'word', x: 22, y: 124, text: 'front' },
      { as: 'word', x: 220, y: 124, text: 'rear' },
    ],
    text: [
      ...(plan.radiatorMm > 0 ? [`A radiator of ${plan.radiatorMm} mm, drawn at the front.`] : []),
      `${plan.front === 0 ? 'No fan' : counted(plan.front, 'fan')} in at the front,`,
      `${plan.rear} out at the rear, ${pressure}.`,
    ].join(' '),
  };
}

function front({ parts: { case: box, motherboard: board } }: AssemblyInput): DrawingShapes {
  const headers = board?.frontHeaders ?? null;
  const plugs = ['power button', 'sound', ...(box?.frontConnectors ?? [])];
  const isLost = (plug: string) =>
    headers !== null && (plug.startsWith('USB') ? !headers.some((each) => each === plug) : false);
  return {
    shapes: plugs.flatMap((text, row): Shape[] => [
      { as: 'box', x: 14, y: 8 + row * 24, w: 84, h: 17, look: isLost(text) ? 'beware' : 'now', text },
      ...(isLost(text)
        ? [{ as: 'word' as const, x: 168, y: 21 + row * 24, text: 'no header for it' }]
        : [{ as: 'arrow' as const, x: 104, y: 16 + row * 24, to: 34, look: 'now' as const }]),
    ]),
    text: `Plugs of the front: ${plugs.map((plug) => (isLost(plug) ? `${plug}, for which the motherboard has no header` : plug)).join('; ')}.`,
  };
}

const DRAWERS: Readonly<Record<DrawingKind, (input: AssemblyInput) => DrawingShapes | null>> = {
  memory,
  standoffs,
  drives,
  cooler,
  leads,
  card,
  air,
  front,
};

/** The drawing of a step, from the data; null where too little is known. */
export const shapesOf = (drawing: DrawingKind, input: AssemblyInput): DrawingShapes | null =>
  DRAWERS[drawing](input);
