export { appraise, slotsOfListing, type Appraisal } from './appraise.ts';
export { carriage, offersOf, withListings, type UsedListing } from './listings.ts';
export { testList } from './test-list.ts';
