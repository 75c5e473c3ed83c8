import { USUAL_CHOICES, type AssemblyInput } from '@ripe-pick/core/assembly';
import { partSetOf, type Brief, type Catalogue, type Drive, type Picks } from '@ripe-pick/core/parts';

const NO_NEEDS: AssemblyInput['needs'] = { borrowCpu: false, wireless: false, osLicence: false };

/** What a build day is made from where there is no session: a build, its catalogue, and a brief where one is given. */
export function assemblyInput(picks: Picks, catalogue: Catalogue, brief: Brief | null): AssemblyInput {
  const parts = new Map(catalogue.parts.map((part) => [part.id, part]));
  const isDrive = (part: unknown): part is Drive => (part as Drive | undefined)?.kind === 'storage';
  return {
    parts: partSetOf(picks, parts).set,
    ownedDrives: (brief?.owned ?? []).map((id) => parts.get(id)).filter(isDrive),
    arrivals: [],
    needs: brief?.needs ?? NO_NEEDS,
    choices: USUAL_CHOICES,
  };
}
