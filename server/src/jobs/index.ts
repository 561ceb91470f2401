export { jobRoutes } from './jobs.routes';
export { Jobs } from './jobs.service';
