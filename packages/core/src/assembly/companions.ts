import type { Part } from '../parts/index.ts';
import { airPlan, drivesOf } from './layout.ts';
import type { AssemblyInput } from './step.ts';

/** SATA leads in a board's box. Common practice, no source. */
const LEADS_IN_BOX = 2;

/** Something small that a build day needs and that no lane has. */
interface BuildCompanion {
  readonly code: 'bracket' | 'paste' | 'splitter' | 'sata-lead' | 'wireless' | 'stick' | 'licence';
  readonly name: string;
  readonly why: string;
  readonly count: number;
}

const SATA: readonly (string | null)[] = ['2.5-inch SATA', '3.5-inch SATA'];

/** What its parts ask for beside them: bracket, paste, fans, leads. */
function forTheParts({ parts, choices, ownedDrives }: AssemblyInput): (BuildCompanion | false)[] {
  const { cooler, cpu, motherboard: board } = parts;
  const socket = board?.socket ?? cpu?.socket ?? null;
  const air = airPlan(parts);
  const sata = drivesOf(parts, ownedDrives).filter((drive) => SATA.includes(drive.interface)).length;
  const isBracketExtra = socket !== null && (cooler?.bracketExtra ?? []).includes(socket);
  return [
    isBracketExtra && {
      code: 'bracket',
      name: `Bracket for socket ${socket}`,
      why: 'It is not in the cooler’s box.',
      count: 1,
    },
    !!cooler &&
      choices.pasteInBox !== true && {
        code: 'paste',
        name: 'Thermal paste',
        why:
          choices.pasteInBox === false
            ? 'None is in the cooler’s box.'
            : 'Nobody said whether some is in the cooler’s box.',
        count: 1,
      },
    air.short > 0 && {
      code: 'splitter',
      name: 'Fan splitter or hub',
      why: `${air.front + air.rear + air.cooler} fans, ${air.headers ?? 0} headers.`,
      count: 1,
    },
    sata > LEADS_IN_BOX && {
      code: 'sata-lead',
      name: 'SATA lead',
      why: `${sata} drives; ${LEADS_IN_BOX} leads are in a motherboard’s box as a rule.`,
      count: sata - LEADS_IN_BOX,
    },
  ];
}

/** What the brief asks for, and what the system is installed from. */
function forTheBrief({ parts, needs }: AssemblyInput): (BuildCompanion | false)[] {
  const isWirelessShort = needs.wireless && parts.motherboard?.wireless === false && !parts.network?.wireless;
  return [
    isWirelessShort && {
      code: 'wireless',
      name: 'Wireless adapter',
      why: 'The brief asks for it, the motherboard has none.',
      count: 1,
    },
    {
      code: 'stick',
      name: 'USB stick, 8 GB or more',
      why: 'The system is installed from it, BIOS too.',
      count: 1,
    },
    needs.osLicence &&
      !parts.os && {
        code: 'licence',
        name: 'Licence of the system',
        why: 'The brief asks for one, and none is picked.',
        count: 1,
      },
  ];
}

/** What has been forgotten: found at the latest on the day before. */
export const companionsOf = (input: AssemblyInput): readonly BuildCompanion[] =>
  [...forTheParts(input), ...forTheBrief(input)].filter((each): each is BuildCompanion => each !== false);

/** Parts of a catalogue that would do; a bracket is the cooler maker's own, and in no catalogue. */
export const companionParts = ({ code }: BuildCompanion, parts: readonly Part[]): readonly Part[] =>
  parts.filter((part) => {
    if (code === 'wireless') return part.kind === 'network' && part.wireless === true;
    if (code === 'licence') return part.kind === 'os';
    return part.kind === 'extras' && part.purpose === code;
  });
