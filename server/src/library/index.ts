export { libraryRoutes } from './library.routes';
