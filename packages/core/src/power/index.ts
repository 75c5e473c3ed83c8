export { airOf, caseFans, type Air } from './airflow.ts';
export { deciwatts, loadOf, neededPsuWatts, ownedDriveDeciwatts, slotDeciwatts, type Load } from './load.ts';

export { workingPoint, type WorkingPoint } from './running.ts';
export { goesBy, psuRules, type SizedBy } from './supply-rules.ts';
