export { floorRoutes } from './floor.routes';
