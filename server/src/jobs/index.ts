export { jobRoutes } from './jobs.routes';
export { photographRoutes } from './photograph.routes';
export { Jobs } from './jobs.service';
