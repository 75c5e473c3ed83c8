export { specLines, readSpecs, type PartRead, type SpecLine } from './read-specs.ts';
