export { linesOf, readSpecs, type PartRead, type SpecLine, type SpecRead } from './read-specs.ts';
