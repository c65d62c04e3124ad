import type { CircuitDocument } from '@ochote/contracts'
import { coopersYard, peatLane, skerrowBasin } from './circuits'

/** The demonstration's circuits by their short names. */
export const circuits: Record<string, CircuitDocument> = { skerrow: skerrowBasin(), yard: coopersYard(), peat: peatLane() }
