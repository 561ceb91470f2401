export { Attachments } from './attachments';
export { libraryRoutes } from './library.routes';
