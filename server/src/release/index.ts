export { releaseRoutes } from './release.routes';
