import type { Setup, Vehicle } from '@ochote/contracts'
import type { Track } from '../geometry/track'
import type { GripMap } from './gripMap'
import { lapCostOf } from './lapCost'
import type { LineSpace } from './leastCost'
import { offsetBasis } from './offsetBasis'

/** What is driven where. */
export interface Searched {
  readonly track: Track
  readonly gripOf: (track: Track, rampM: number) => GripMap
  readonly vehicle: Vehicle
  readonly setup: Pick<Setup, 'pace' | 'brakingSchool' | 'conditions'>
  readonly knotSpacingM: number
}

/**
 * Where lines are searched for: the circuit sampled at any step, each sampling made once.
 * @param sampleAt - samples the circuit
 */
export function lineSpaces(
  { gripOf, vehicle, setup, knotSpacingM }: Searched,
  sampleAt: (stepM: number) => Track,
): (stepM: number) => LineSpace {
  const spaces = new Map<number, LineSpace>()
  const easier = setup.brakingSchool === 'separate' ? { ...setup, brakingSchool: 'blend' as const } : setup
  return (stepM) => {
    const known = spaces.get(stepM)
    if (known) return known
    const sampled = sampleAt(stepM)
    const space = {
      track: sampled,
      basis: offsetBasis(sampled, knotSpacingM),
      costAt: (rounding: number, eased: boolean, rampM: number) =>
        lapCostOf(sampled, gripOf(sampled, rampM), vehicle, eased ? easier : setup, rounding),
    }
    spaces.set(stepM, space)
    return space
  }
}
