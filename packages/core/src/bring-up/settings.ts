import { scorerFor } from '../frames/index.ts';
import type { Brief, FrameModel, Memory, PartSet } from '../parts/index.ts';
import { shortDecimal } from '../units/index.ts';

/** Something to set up once the machine starts, and how to see that it took. Common practice, no source. */
export interface SetupItem {
  readonly code: string;
  readonly title: string;
  readonly why: string;
  /** Where it is read off, and what is to be read. */
  readonly verify: string;
  /** The figure that is right, with its unit; null where there is only something to tick. */
  readonly expected: { readonly value: number; readonly unit: string } | null;
  /** What a reading means; null where it is as expected. */
  readonly judge: (reading: number) => ReadingFault | null;
}

/** A reading that is off, what it points to, and what mends it. */
interface ReadingFault {
  readonly points: string;
  readonly mend: string;
}

/** Readings are rounded by the tools that show them. Chosen. */
const NEAR = 0.03;
const isNear = (reading: number, value: number) => Math.abs(reading / value - 1) <= NEAR;
/** Degrees from which a processor slows itself down, whoever made it. Chosen; makers state their own. */
const HOT = 95;

const TICK = { expected: null, judge: () => null };

function memorySettings({ memory, motherboard: board }: PartSet): SetupItem[] {
  if (!memory || !board) return [];
  const { ratedMts, jedecMts } = memory;
  const most = board.memoryMaxMts ?? Infinity;
  const found: SetupItem[] = [];
  if (ratedMts !== null && jedecMts !== null && ratedMts > jedecMts && board.memoryProfile !== false) {
    const [on, off] = [Math.min(ratedMts, most), Math.min(jedecMts, most)];
    const clock = on / 2;
    found.push({
      code: 'memory-profile',
      title: `The memory’s rated profile: ${shortDecimal(on, 0)} MT/s`,
      why: `Until it is switched on in the BIOS the memory kit runs at ${shortDecimal(off, 0)} MT/s. It is the step that is forgotten most.`,
      verify: `A tool that reads the memory shows its clock: ${shortDecimal(clock, 1)} MHz for ${shortDecimal(on, 0)} MT/s, since two transfers go with each clock.`,
      expected: { value: clock, unit: 'MHz' },
      judge: (reading) => {
        if (isNear(reading, clock) || isNear(reading, on)) return null; // some tools tell transfers
        if (isNear(reading, off / 2) || isNear(reading, off))
          return {
            points: `That is the base rate, ${shortDecimal(off, 0)} MT/s: the profile is off.`,
            mend: 'Switch the rated profile on in the BIOS, save, and start anew.',
          };
        return {
          points: reading < clock ? 'It runs slower than rated.' : 'It runs faster than rated.',
          mend: 'Look which profile is chosen. Some motherboards fall back by themselves after a failed start.',
        };
      },
    });
  }
  return [...found, ...stickSettings(memory)];
}

/** That all sticks are seen, and in two channels. */
function stickSettings({ modules, gbPerModule }: Memory): SetupItem[] {
  const found: SetupItem[] = [];
  if (modules !== null && gbPerModule !== null)
    found.push({
      code: 'memory-size',
      title: `All ${modules * gbPerModule} GB of memory`,
      why: 'A module that is not home is missing without a word.',
      verify: 'The BIOS’s first page, or the system’s about page.',
      expected: { value: modules * gbPerModule, unit: 'GB' },
      judge: (reading) =>
        reading > modules * gbPerModule * 0.9
          ? null
          : {
              points: `${Math.round(modules * gbPerModule - reading)} GB are missing: a module is not seen, or the processor’s graphics takes much.`,
              mend: 'Switch off and unplug, press every module in until both ends click.',
            },
    });
  if (modules !== null && modules > 1)
    found.push({
      code: 'memory-channels',
      title: 'Memory in two channels',
      why: 'Modules in the wrong slots share one channel: half the rate of transfer.',
      verify: 'A tool that reads the memory tells channels: 2, or “dual”.',
      expected: { value: 2, unit: 'channels' },
      judge: (reading) =>
        reading >= 2
          ? null
          : {
              points: 'One channel: the modules sit in the wrong slots.',
              mend: 'Switch off and unplug, put them into the slots that the motherboard’s manual names.',
            },
    });
  return found;
}

function cardSettings({ gpu, motherboard: board, cpu }: PartSet): SetupItem[] {
  if (!gpu) return [];
  const lanes =
    gpu.pcieLanes === null || !board?.pcieSlot ? null : Math.min(gpu.pcieLanes, board.pcieSlot.lanes);
  const generation =
    gpu.pcieGeneration === null || !board?.pcieSlot || !cpu?.pcieGeneration
      ? null
      : Math.min(gpu.pcieGeneration, board.pcieSlot.generation, cpu.pcieGeneration);
  return [
    ...(lanes === null
      ? []
      : [
          {
            code: 'card-link',
            title: `The graphics card in its full link: ${lanes} lanes${generation === null ? '' : `, generation ${generation}`}`,
            why: 'In the lower slot, or not quite home, it gets fewer.',
            verify:
              'A tool that reads the graphics card tells lanes while something runs on it: at rest it may show a lower generation.',
            expected: { value: lanes, unit: 'lanes' },
            judge: (reading: number) =>
              reading >= lanes
                ? null
                : {
                    points: `It gets ${shortDecimal(reading, 1)} of ${lanes} lanes: the lower slot, or not home.`,
                    mend: 'Switch off and unplug, put it into the upper slot until the catch clicks.',
                  },
          },
        ]),
    {
      code: 'resizable-window',
      title: 'The graphics card’s resizable window',
      why: 'The processor then reaches all of the graphics card’s memory at once: some games gain, few lose.',
      verify:
        'In the BIOS, with “decoding above 4 GB” on; the graphics card’s own tool says whether it took.',
      ...TICK,
    },
  ];
}

const FIRMWARE: SetupItem = {
  code: 'firmware-update',
  title: 'Newer BIOS, or not',
  why: 'What runs may stay as it is: wait, unless its notes name your processor, your memory or a hole in its safety.',
  verify: 'The BIOS’s first page tells its version; the maker’s page tells what came since.',
  ...TICK,
};
const FANS: SetupItem = {
  code: 'fan-curve',
  title: 'Fans that rise with the heat',
  why: 'Many motherboards let them run at full speed, or too slowly, until a curve is chosen.',
  verify: 'Quiet at rest, and rising within a minute under load.',
  ...TICK,
};
const DRIVERS: SetupItem = {
  code: 'drivers',
  title: 'Drivers of motherboard and graphics card, from their makers',
  why: 'Without the graphics card’s own driver games run at a fraction.',
  verify: 'The system’s list of devices has no unknown one.',
  ...TICK,
};
const LICENCE: SetupItem = {
  code: 'licence',
  title: 'The licence',
  why: 'It is asked for after some days.',
  verify: 'The system says that it is activated.',
  ...TICK,
};
const HEAT: SetupItem = {
  code: 'processor-heat',
  title: 'The processor’s heat after ten minutes of load',
  why: 'It shows film left on, loose screws, or a fan that stands still, before anything is harmed.',
  verify: 'A tool that reads its sensor, at full load.',
  expected: { value: HOT, unit: '°C at most' },
  judge: (reading) =>
    reading < HOT
      ? null
      : {
          points: 'Too hot: it slows itself down.',
          mend: 'Switch off, let it cool, unplug. Look at film, paste, screws and the fan’s plug.',
        },
};
const refreshAt = (hz: number): SetupItem => ({
  code: 'refresh',
  title: `The screen at ${shortDecimal(hz, 2)} Hz`,
  why: 'Systems often begin at 60.',
  verify: 'The system’s page about the screen.',
  expected: { value: hz, unit: 'Hz' },
  judge: (reading) =>
    reading >= hz * (1 - NEAR)
      ? null
      : {
          points: `It shows ${shortDecimal(reading, 2)} of ${shortDecimal(hz, 2)} pictures a second.`,
          mend: 'Choose the rate in the system; where it is not offered, another lead or another output.',
        },
});

/** What is set up and verified after the first start, in order. Only what the build has. */
export const settingsFor = (parts: PartSet, { play }: Pick<Brief, 'play'>): readonly SetupItem[] => [
  FIRMWARE,
  ...memorySettings(parts),
  FANS,
  ...cardSettings(parts),
  DRIVERS,
  refreshAt(play.refreshHz),
  HEAT,
  ...(parts.os ? [LICENCE] : []),
];

/**
 * What leaving the memory's rated profile off costs, as a share of the objective; null where it cannot be told or changes
 * nothing.
 */
export function profileLoss(parts: PartSet, brief: Brief, model: FrameModel): number | null {
  const score = (memoryProfile: boolean) =>
    scorerFor({ ...brief, play: { ...brief.play, memoryProfile } }, model)(parts);
  const [on, off] = [score(true), score(false)];
  return on === null || off === null || on <= 0 || off >= on ? null : 1 - off / on;
}
