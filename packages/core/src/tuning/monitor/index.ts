export { columnOf, type MonitorColumn, type MonitorRole } from './columns.ts';
export {
  likeliestColumn,
  MonitorReader,
  type MonitorFigures,
  type MonitorLog,
  type MonitorRead,
} from './read.ts';
