export { kindFor, SLOTS, slotsFor, type Known, type PartKind, type Slot } from './slots.ts';
export type {
  Board, BoardFormFactor, BoxedCooler, Card, CardPower, Case, Cooler, DriveKind, Efficiency, Extra, FrontConnector, M2Place, Memory,
  MemoryType, Network, Part, PartBySlot, PartSet, PictureOutput, Processor, QualityMark, Storage, Supply, SupplyForm, System,
} from './types.ts'; // prettier-ignore
export type { Condition, Offer, Shipping, Shop } from './offers.ts';
export {
  PRESETS,
  type FitSummary,
  type FrameModel,
  type HeldOut,
  type ShortfallStrengths,
  type Game,
  type Preset,
  type PresetEffects,
  type Rate,
} from './frame-model.ts';
export type { Background, Brief, BriefGame, Lock, Objective, Planned, Running, SupplyRule } from './brief.ts';
export { partSetOf, type Catalogue, type Pick, type Picks } from './catalogue.ts';
export type { BenchRecord, RecordLow, RecordMemory, Trust } from './records.ts';
