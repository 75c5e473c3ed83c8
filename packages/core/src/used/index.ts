export { appraise, slotsOfFind, type Appraisal, type NewEqual } from './appraise.ts';
export { carriage, offersOf, withFinds, type Find } from './finds.ts';
export { testList, type TestStep } from './test-list.ts';
