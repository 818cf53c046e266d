export { highsSolver } from './highsSolver.js';
