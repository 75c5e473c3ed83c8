export { kindFor, SLOTS, slotsFor, type Known, type PartKind, type Slot } from './slots.ts';
export type {
  Board, BoardFormFactor, BoxedCooler, Card, CardPower, Case, Cooler, DriveKind, Efficiency, Extra, FrontConnector, M2Place, Memory,
  MemoryType, Network, Part, PartBySlot, PartSet, PictureOutput, Processor, QualityMark, Storage, Supply, SupplyForm, System,
} from './types.ts'; // prettier-ignore
export { GRADES, WEIGHT_CLASSES, type Condition, type Grade, type Offer, type Seller, type Shipping, type Shop, type WeightClass } from './offers.ts'; // prettier-ignore
export type { Cashback, Claim, Combo, Deal, DealKind, Gift, InstantDiscount, Off, PayoutForm, PromoCode, Rebate } from './deals.ts'; // prettier-ignore
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
export type {
  Background,
  Belonging,
  Brief,
  BriefGame,
  ClaimHabits,
  Growth,
  LaterSum,
  LaterWish,
  Lock,
  Objective,
  Planned,
  Running,
  School,
  SupplyRule,
} from './brief.ts';
export { bareNumber, gtinCheckDigit, gtinOf } from './item-number.ts';
export { partSetOf, type Catalogue, type Pick, type Picks } from './catalogue.ts';
export type { BenchRecord, RecordLow, RecordMemory, Trust } from './records.ts';
