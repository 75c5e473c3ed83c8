import {
  airPlan,
  drivePlan,
  drivesOf,
  memoryPlan,
  type AssemblyInput,
  type AssemblyStep,
} from '@ripe-pick/core/assembly';
import type { Slot } from '@ripe-pick/core/parts';

/** A part in the plan of the machine, in a ground of 300 by 330. */
interface PlanPart {
  readonly key: string;
  readonly slot: Slot;
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** Steps after which it is in. */
  readonly steps: readonly string[];
}

const BOARDS = {
  'mini-ITX': [110, 110],
  'micro-ATX': [140, 150],
  ATX: [140, 185],
  'E-ATX': [165, 185],
} as const;
/** Where the board's upper left corner lies. */
const LEFT = 24;
const TOP = 24;
const range = (count: number) => Array.from({ length: count }, (_, n) => n);

/** Codes of steps, by rule or by rule and part. */
class StepCodes {
  constructor(private readonly steps: readonly AssemblyStep[]) {}
  readonly by = (rule: string): string[] =>
    this.steps.flatMap(({ code }) => (code.split(':')[0] === rule ? [code] : []));
  readonly of = (rule: string, id: string): string[] =>
    this.steps.flatMap(({ code }) => (code === `${rule}:${id}` ? [code] : []));
}

type Box = readonly [x: number, y: number, w: number, h: number];
const part = (
  key: string,
  slot: Slot,
  name: string,
  [x, y, w, h]: Box,
  steps: readonly string[],
): PlanPart => ({ key, slot, name, x, y, w, h, steps });

function onTheBoard({ parts, ownedDrives }: AssemblyInput, { by, of }: StepCodes): PlanPart[] {
  const { cpu, motherboard: board, memory, cooler } = parts;
  if (!board) return [];
  const slots = board.memorySlots ?? memory?.modules ?? 0;
  const [pitch, wide] = slots > 4 ? [6, 4] : [10, 6];
  const { fill } = memoryPlan(slots, memory?.modules ?? slots);
  const sticks = drivePlan(board, drivesOf(parts, ownedDrives)).seats.filter(({ isM2 }) => isM2);
  const coolerName = cooler?.name ?? (cpu?.stockCooler ? 'boxed cooler' : null);
  return [
    ...(cpu ? [part('cpu', 'cpu', cpu.name, [LEFT + 30, TOP + 28, 34, 34], by('seat-processor'))] : []),
    ...(coolerName !== null && cpu
      ? [part('cooler', 'cooler', coolerName, [LEFT + 22, TOP + 20, 50, 50], by('mount-cooler'))]
      : []),
    ...(memory
      ? fill.slice(0, 8).map((slot) => {
          const at: Box = [LEFT + 80 + (slot - 1) * pitch, TOP + 14, wide, 66];
          return part(`memory-${slot}`, 'memory', memory.name, at, by('seat-memory'));
        })
      : []),
    ...sticks.map(({ drive }, n) =>
      part(
        `m2-${drive.id}-${n}`,
        'storage',
        drive.name,
        [LEFT + 22, TOP + 84 + n * 16, 60, 10],
        of('seat-m2', drive.id),
      ),
    ),
  ];
}

function inTheCase(
  { parts, ownedDrives }: AssemblyInput,
  { by, of }: StepCodes,
  boardHeight: number,
): PlanPart[] {
  const { motherboard: board, gpu, psu, case: box } = parts;
  const bays =
    board && box ? drivePlan(board, drivesOf(parts, ownedDrives)).seats.filter(({ isM2 }) => !isM2) : [];
  // Below the drives on the board, however small it is.
  const cardTop = TOP + Math.max(98, Math.min(boardHeight - 30, 112));
  const cardLong = 30 + Math.min(330, gpu?.lengthMm ?? 250) * 0.6;
  return [
    ...(gpu && board && box
      ? [
          part(
            'gpu',
            'gpu',
            gpu.name,
            [LEFT - 4, cardTop, cardLong, 14 * (gpu.slotsWide ?? 2)],
            by('card-in'),
          ),
        ]
      : []),
    ...(psu && box
      ? [part('psu', 'psu', psu.name, [LEFT - 6, 256, 60 + (psu.lengthMm ?? 150) * 0.3, 56], by('supply-in'))]
      : []),
    ...bays.map(({ drive }, n) =>
      part(
        `bay-${drive.id}-${n}`,
        'storage',
        drive.name,
        [196, 256 + n * 20, 60, 15],
        of('bay-drive', drive.id),
      ),
    ),
  ];
}

function fansOf({ parts }: AssemblyInput, { by }: StepCodes): PlanPart[] {
  const { case: box, motherboard: board, cooler } = parts;
  if (!box || !board) return [];
  const air = airPlan(parts);
  const each = 220 / Math.max(1, air.front);
  const front = range(air.front).map((n) =>
    part(
      `front-${n}`,
      'case',
      'fan at the front',
      [274, 22 + n * each, 12, Math.min(60, each - 4)],
      by('case-fans'),
    ),
  );
  const rear = range(air.rear).map((n) =>
    part(`rear-${n}`, 'case', 'fan at the rear', [9, 34 + n * 60, 10, 50], by('case-fans')),
  );
  if (!cooler || (cooler.radiatorMm ?? 0) === 0) return [...front, ...rear];
  const long = Math.min(210, (cooler.radiatorMm ?? 240) * 0.6);
  return [...front, ...rear, part('radiator', 'cooler', 'radiator', [254, 20, 16, long], by('radiator'))];
}

/** Whatever the build has, as it lies in the case seen from the side; sizes by outline, length, thickness and count. */
export function machinePlan(input: AssemblyInput, steps: readonly AssemblyStep[]): readonly PlanPart[] {
  const { motherboard: board, case: box } = input.parts;
  const codes = new StepCodes(steps);
  const [w, h] = BOARDS[board?.formFactor ?? 'ATX'];
  return [
    ...(box ? [part('case', 'case', box.name, [6, 6, 288, 318], codes.by('open-case'))] : []),
    ...(board && box
      ? [part('board', 'motherboard', board.name, [LEFT, TOP, w, h], codes.by('board-in'))]
      : []),
    ...onTheBoard(input, codes),
    ...inTheCase(input, codes, h),
    ...fansOf(input, codes),
  ];
}
