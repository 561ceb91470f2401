export { instrumentRoutes } from './instruments.routes';
