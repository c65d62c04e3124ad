export { driveLap, noErrors, type CornerErrors, type Drive } from './driveLap'
export { observe, type Observed } from './observe'
export { normalFrom, randomFrom } from '../random/random'
export { recordLaps } from './recordLaps'
