export { loadSolver } from './loadSolver'
