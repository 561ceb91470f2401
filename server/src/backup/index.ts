export { scheduleBackups } from './schedule';
