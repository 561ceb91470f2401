export { readDemo } from './demo-files';
