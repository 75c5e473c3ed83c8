export {
  deciwatts, loadOf, neededSupplyWatts, ownedDriveDeciwatts, slotDeciwatts, TYPICAL_WATTS, type Load, type LoadLine,
} from './load.ts'; // prettier-ignore
