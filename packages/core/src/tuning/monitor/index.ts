export { columnOf, type MonitorRole } from './columns.ts';
export { likeliestColumn, MonitorReader, type MonitorFigures, type MonitorRead } from './read.ts';
