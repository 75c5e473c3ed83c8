export { appraise, slotsOfListing, type Appraisal, type NewEqual } from './appraise.ts';
export { carriage, offersOf, withListings, type UsedListing } from './listings.ts';
export { testList, type TestStep } from './test-list.ts';
