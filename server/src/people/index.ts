export { guardRoutes } from './access';
export { Pins } from './pins';
export { actorOf, Sessions } from './sessions';
export { peopleRoutes } from './people.routes';
