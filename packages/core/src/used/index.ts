export { appraise, slotsOfFind, type Appraisal, type NewEqual } from './appraise.ts';
export { carriage, offersOf, withFinds, type UsedListing } from './finds.ts';
export { testList, type TestStep } from './test-list.ts';
