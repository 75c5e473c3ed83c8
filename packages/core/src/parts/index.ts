export {
  kindFor,
  OPTIONAL_SLOTS,
  REQUIRED_SLOTS,
  ADDED_SLOTS,
  EXTRA_SLOTS,
  PART_KINDS,
  isAdded,
  SLOTS,
  slotsFor,
  type AddedSlot,
  type Nullable,
  type PartKind,
  type Slot,
} from './slots.ts';
export type {
  Motherboard,
  FormFactor,
  Gpu,
  GpuPower,
  Case,
  Cooler,
  Efficiency,
  Memory,
  MemoryType,
  Network,
  Part,
  PartOf,
  PartSet,
  Cpu,
  Drive,
  Extra,
  M2Place,
  Psu,
} from './types.ts';
export {
  GRADES,
  WEIGHT_CLASSES,
  type Condition,
  type Grade,
  type ListedBack,
  type Offer,
  type Shop,
  type WeightClass,
  withFee,
} from './offers.ts';
export type {
  Cashback,
  Claim,
  Combo,
  Deal,
  DealKind,
  Gift,
  InstantDiscount,
  Off,
  PayoutForm,
  PromoCode,
  Rebate,
} from './deals.ts';
export {
  CLOCK_STATES,
  PRESETS,
  type ClockState,
  type GameInteractions,
  type Interaction,
  type StateEffect,
  type FitSummary,
  type FrameModel,
  type HeldOut,
  type HeldOutPart,
  type ShortfallStrengths,
  type Game,
  type Preset,
  type PresetEffects,
  type Rate,
} from './frame-model.ts';
export type {
  Background,
  OwnedPart,
  TunedPart,
  Brief,
  BriefGame,
  ClaimHabits,
  Growth,
  LaterSum,
  LaterWish,
  Objective,
  Running,
  CostBasis,
  PsuRule,
  Lock,
  Screen,
  SideJob,
  OwnTerms,
  ForkCode,
} from './brief.ts';
export { FORK_CODES } from './brief.ts';
export { extrasOf, locksAsAdded, summedExtras } from './added.ts';
export { bareName, fullName, PartFinder } from './identity.ts';
export { bareNumber, gtinCheckDigit, gtinOf } from './item-number.ts';
export { partSetOf, type Catalogue, type Pick, type Picks } from './catalogue.ts';
export { RECORD_CLOCKS, type BenchRecord, type RecordClocks, type RecordLow, type Trust } from './records.ts';
export { SLOT_NAMES, slotWords } from './slot-names.ts';
export { originOf, originsAfter, type Origin } from './origins.ts';
