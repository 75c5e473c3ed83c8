import { PRESETS, type FitSummary, type FrameModel } from '../parts/index.ts';

/* How sure effects of games are that a catalogue states without saying so. Chosen: about what a good fit knows of them. */
const GAME_SD = {
  gpuTime: 0.08,
  cpuTime: 0.08,
  resolutionExponent: 0.05,
  memorySensitivity: 0.03,
  spread: 0.15,
};
/** Nothing is stated more surely than this: a rate without any doubt would bar the records from ever moving it. */
const LEAST_SD = 0.01;

/**
 * Effects that a catalogue brought along by itself, by name: a fit from a few records must not throw them away. Those of a
 * model that was fitted before are the ones that it was given then. A catalogue without any rate states nothing: its
 * games are facts with placeholders.
 */
export function statedBy(model: FrameModel): FitSummary['stated'] {
  if (model.fit) return model.fit.stated;
  const out: Record<string, readonly [number, number]> = {};
  const kinds = [
    ['cpu', model.cpus],
    ['gpu', model.gpus],
    ['integrated', model.integrated],
  ] as const;
  for (const [kind, rates] of kinds)
    for (const { part, rateLn, sdLn } of rates) out[`${kind}:${part}`] = [rateLn, Math.max(LEAST_SD, sdLn)];
  if (Object.keys(out).length === 0) return out;
  for (const game of model.games) {
    for (const preset of PRESETS) {
      out[`gpuTime:${game.id}:${preset}`] = [game.presets[preset].gpuTimeLn, GAME_SD.gpuTime];
      out[`cpuTime:${game.id}:${preset}`] = [game.presets[preset].cpuTimeLn, GAME_SD.cpuTime];
    }
    out[`resolutionExponent:${game.id}`] = [game.resolutionExponent, GAME_SD.resolutionExponent];
    out[`memorySensitivity:${game.id}`] = [game.memorySensitivity, GAME_SD.memorySensitivity];
    out[`cpuSpread:${game.id}`] = [Math.log(game.cpuSpread), GAME_SD.spread];
    out[`gpuSpread:${game.id}`] = [Math.log(game.gpuSpread), GAME_SD.spread];
  }
  return out;
}
