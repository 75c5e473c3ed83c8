export { checkCatalogue, readBrief, readBuild, readCatalogue, readJson, type Read } from './read.ts';
