import type { Brief } from '../parts/index.ts';
import type { ModelIndex, Scene } from '../frames/index.ts';
import type { Domains } from './domains.ts';
import type { PairSpace, ScoreSpace } from './pair-classes.ts';
import { gpuClassesOf } from './part-classes.ts';
import type { Compatibility } from './pair-compatibility.ts';
import { platformsOf } from './platforms.ts';
import { scoreSpaceOf } from './score-space.ts';

export function pairSpaceOf(
  brief: Brief,
  domains: Domains,
  compatibility: Compatibility,
  index: ModelIndex,
  scenes: readonly Scene[],
): PairSpace {
  const gpuClasses = gpuClassesOf(domains, index);
  const { platforms, links } = platformsOf(brief, domains, compatibility);
  let known: ScoreSpace | null = null;
  const scores = () =>
    (known ??= scoreSpaceOf({ brief, domains, index, scenes, platforms, gpuClasses, links }));
  return { platforms, gpuClasses, scores };
}
