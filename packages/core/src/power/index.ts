export {
  deciwatts,
  loadOf,
  neededPsuWatts,
  ownedDriveDeciwatts,
  slotDeciwatts,
  TYPICAL_WATTS,
  type Load,
  type LoadLine,
} from './load.ts';
export { EFFICIENCY_LEVELS, efficiencyAt, levelOf } from './efficiency.ts';
export { WEEKS_PER_YEAR, workingPoint, yearlyMinor, type WorkingPoint } from './running.ts';
export { goesBy, psuRules, type SizedBy } from './supply-rules.ts';
