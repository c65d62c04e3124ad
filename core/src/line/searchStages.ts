import { RAMP_M } from './gripMap'
import type { Stage } from './leastCost'

const each = { eased: false, sections: 'each' } as const
const pairs = { eased: false, sections: 'pairs' } as const

/*
 * From stage to stage the model is rounded less, the corridor becomes stiffer, the step finer and the edge of the rubbered band narrower: beside
 * a narrow edge, no gradient points to the grip on the other side.
 */

/** From a line of the grid. A wider edge would let it leave the side of the band that it chose. */
const FINDING: readonly Stage[] = [{ stepM: 2, rounding: 0.02, stiffness: 12, mostSteps: 40, rampM: 4, ...each }]

/** Where the road grips alike everywhere: no band's edge needs a stage, and there is one valley, which the whole lap goes down at once. */
const FINDING_ALIKE: readonly Stage[] = [
  { stepM: 4, rounding: 0.04, stiffness: 1, mostSteps: 30, eased: false, rampM: RAMP_M },
  { stepM: 4, rounding: 0.02, stiffness: 2, mostSteps: 30, eased: false, rampM: RAMP_M },
  { stepM: 2, rounding: 0.01, stiffness: 4, mostSteps: 30, eased: false, rampM: RAMP_M },
]
const SETTLING_ALIKE: readonly Stage[] = [
  { stepM: 4, rounding: 0.02, stiffness: 2, mostSteps: 40, eased: false, rampM: 4 },
  { stepM: 2, rounding: 0.01, stiffness: 4, mostSteps: 60, eased: false, rampM: 2 },
]
const POLISHING_ALIKE: readonly Stage[] = [
  { stepM: 2, rounding: 0.005, stiffness: 8, mostSteps: 80, eased: false, rampM: RAMP_M },
  { stepM: 1, rounding: 0.002, stiffness: 12, mostSteps: 30, eased: false, rampM: RAMP_M },
  { stepM: 1, rounding: 0.0007, stiffness: 12, mostSteps: 15, eased: false, rampM: RAMP_M },
]

/** From a line between two of those found. */
export const HALFWAY: readonly Stage[] = [
  { stepM: 2, rounding: 0.02, stiffness: 16, mostSteps: 30, rampM: 3, ...each },
  { stepM: 2, rounding: 0.01, stiffness: 16, mostSteps: 30, rampM: 1.5, ...each },
]

/** From a join of the lines' pieces, until it has settled. */
const SETTLING: readonly Stage[] = [
  { stepM: 2, rounding: 0.01, stiffness: 16, mostSteps: 40, rampM: 1.5, ...each },
  { stepM: 2, rounding: 0.01, stiffness: 16, mostSteps: 30, rampM: 1.5, ...pairs },
]

/** From the line found, until it is as fast as it gets on the samples that it is judged by. */
const POLISHING: readonly Stage[] = [
  { stepM: 2, rounding: 0.005, stiffness: 12, mostSteps: 40, rampM: 1, ...each },
  { stepM: 1, rounding: 0.002, stiffness: 12, mostSteps: 30, rampM: 1, ...each },
]
/** The whole lap at once, at last. */
const FINISHING: readonly Stage[] = [{ stepM: 1, rounding: 0.001, stiffness: 12, mostSteps: 15, eased: false, rampM: RAMP_M }]

/** How a search goes on: from each start, from a join of the lines found, and from the best of all. */
export interface SearchPlan {
  readonly finding: readonly Stage[]
  readonly settling: readonly Stage[]
  readonly polishing: readonly (readonly Stage[])[]
  /** times that the lines found are joined and the join put with them, at most */
  readonly joins: number
}

/** Beside a slippery band. */
export const BANDED: SearchPlan = { finding: FINDING, settling: SETTLING, polishing: [POLISHING, FINISHING], joins: 1 }
export const ALIKE: SearchPlan = { finding: FINDING_ALIKE, settling: SETTLING_ALIKE, polishing: [POLISHING_ALIKE], joins: 3 }

/** From the line of a similar set-up, for a first answer. */
export const FOLLOWING: readonly Stage[] = [
  { stepM: 2, rounding: 0.01, stiffness: 8, mostSteps: 30, eased: false, rampM: 2 },
  { stepM: 2, rounding: 0.004, stiffness: 12, mostSteps: 40, eased: false, rampM: RAMP_M },
]
