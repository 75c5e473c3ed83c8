import type { Brief, FrameModel, PartSet, Screen } from '../parts/index.ts';
import { ratesFor, type RatesResult } from './rates.ts';

/** Usual sizes of screens, the smallest first. */
const LADDER = [
  [1280, 720],
  [1920, 1080],
  [2560, 1440],
  [3840, 2160],
] as const;

/** The next usual screen above one, at the same refresh rate; null where there is none. */
export function nextScreen({ widthPx, heightPx, refreshHz }: Screen): Screen | null {
  const next = LADDER.find(([w, h]) => w * h > widthPx * heightPx);
  return next ? { widthPx: next[0], heightPx: next[1], refreshHz } : null;
}

/** A screen on which rates are told beside the brief's own. */
export interface SideScreen extends Screen {
  readonly why: 'second' | 'next' | 'vr';
}

/** The screens beside a brief's own: its second one, else the next usual one; and headsets of its side jobs. */
export function sideScreens({ play }: Pick<Brief, 'play'>): readonly SideScreen[] {
  const { second, jobs } = play;
  const next = second ?? nextScreen(play);
  const beside: SideScreen[] = next ? [{ ...next, why: second ? 'second' : 'next' }] : [];
  const headsets = jobs.flatMap((job): SideScreen[] =>
    job.kind === 'vr' ? [{ ...job.screen, why: 'vr' }] : [],
  );
  return [...beside, ...headsets];
}

/** A brief as it would be on another screen; targets that are typed stay but in a headset, where its refresh rate is the goal of all. */
export function onScreen(brief: Brief, { widthPx, heightPx, refreshHz, why }: SideScreen): Brief {
  const games = why === 'vr' ? brief.play.games.map((game) => ({ ...game, target: null })) : brief.play.games;
  return { ...brief, play: { ...brief.play, games, widthPx, heightPx, refreshHz } };
}

/** How any set of parts runs on each of the screens beside a brief's own. */
export const ratesOnScreens = (
  brief: Brief,
  model: FrameModel,
): readonly { readonly screen: SideScreen; readonly rates: (set: PartSet) => RatesResult }[] =>
  sideScreens(brief).map((screen) => ({ screen, rates: ratesFor(onScreen(brief, screen), model) }));
