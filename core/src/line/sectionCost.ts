import { addCorridorCost, type Corridor } from './corridor'
import { addByCoefficients, LEAST_GAIN, MOST_MOVE_M, preconditionerOf, type LineSpace, type Stage } from './leastCost'
import { sectionStarts } from './lineSections'
import { lineOf } from './offsetBasis'
import { minimiseInSections } from './sectionDescent'

/** Finds the line of least cost in a corridor. Runs the stages one after the other, and searches the sections of the lap separately. */
export function leastCostInSections(
  spaceAt: (stepM: number) => LineSpace,
  corridor: Corridor,
  start: Float64Array,
  stages: readonly Stage[],
  onTrial?: () => void,
): Float64Array {
  return stages.reduce((coefficients, { stepM, rounding, stiffness, mostSteps, eased, rampM, sections }) => {
    const space = spaceAt(stepM)
    const { track, basis } = space
    const cost = space.costAt(rounding, eased, rampM)
    const starts = sectionStarts(track, basis, cost(lineOf(basis, coefficients)).bySample, sections === 'pairs')
    const sectionOf = Int32Array.from(
      { length: basis.size },
      (_, c) => (starts.filter((from) => from <= c).length + starts.length - 1) % starts.length,
    )
    const sectionOfSample = Int32Array.from({ length: track.count }, (_, i) => sectionOf[basis.reach[4 * i + 1]!]!)
    const evaluate = (x: Float64Array, gradient: Float64Array, costs: Float64Array) => {
      gradient.fill(0)
      costs.fill(0)
      const own = cost(lineOf(basis, x))
      for (let i = 0; i < own.bySample.length; i++) {
        const k = sectionOfSample[i]!
        costs[k] = costs[k]! + own.bySample[i]!
      }
      addByCoefficients(basis, own, gradient)
      addCorridorCost(corridor, x, stiffness, gradient, (coefficient, more) => {
        const k = sectionOf[coefficient]!
        costs[k] = costs[k]! + more
      })
    }
    const preconditioner = preconditionerOf(space, corridor, stiffness, { sectionOf })
    const search = { evaluate, preconditioner, starts, mostTrials: mostSteps, leastGain: LEAST_GAIN, mostMove: MOST_MOVE_M }
    return minimiseInSections({ ...search, ...(onTrial ? { onTrial } : {}) }, coefficients)
  }, start)
}
