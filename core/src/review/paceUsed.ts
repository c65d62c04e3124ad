import type { Setup } from '@ochote/contracts'
import type { PlanSolution } from '../plan/solvePlan'
import { indexAt } from './along'
import type { AnalysedPass } from './analysis'
import { plannedDrive, type Drive } from './drive'
import { placesOn } from './passes'

/** Share of the grip that is asked for, as on the plan; null where the plan asks for too little to compare by, or nothing tells it. */
export interface PaceUsed {
  readonly corner: string
  readonly passes: number
  readonly brake: number | null
  readonly lateral: number | null
  readonly drive: number | null
}

/** A force is taken where it was exceeded for a tenth of the stretch: a peak lasts no longer than a bump. */
const EXCEEDED_SHARE = 0.9
/** Where the plan asks for less than this, a share of it means nothing, m/s². */
const LEAST_MPS2 = 1.5
/** From this throttle on, the engine and not the tyre says how hard the car is driven. */
const ENGINE_LIMITED = 0.9

/**
 * The pace that a student really asks for at each corner, in braking, cornering and drive: the plan's share of grip, times the forces that
 * were driven over those that were planned, in the middle of the passes.
 */
export function paceUsed(plan: PlanSolution, pace: Setup['pace'], drive: Drive, passes: readonly AnalysedPass[]): PaceUsed[] {
  const asPlanned = plannedDrive(plan)
  const planned = placesOn(plan, plan.track.lengthM)
  return plan.corners.map(({ number }, k) => {
    const own = passes.filter(({ places }) => places.corner.number === number)
    const share = (force: Force, of: number) => {
      const wanted = force(asPlanned, planned[k]!)
      const driven = own.map(({ places }) => force(drive, places)).filter((value) => value !== null)
      if (wanted === null || wanted < LEAST_MPS2 || driven.length === 0) return null
      return (of * middle(driven)) / wanted
    }
    return {
      ...{ corner: number, passes: own.length },
      ...{ brake: share(braking, pace.brake), lateral: share(cornering, pace.lateral), drive: share(driving, pace.drive) },
    }
  })
}

type Stretch = Pick<AnalysedPass['places'], 'fromM' | 'turnInM' | 'apexM' | 'exitM' | 'slowingM'>
type Force = (drive: Drive, places: Stretch) => number | null

const braking: Force = (drive, { slowingM, turnInM, fromM }) =>
  slowingM === null ? null : exceeded(drive, fromM, turnInM, (i) => -drive.longMps2[i]!)
const cornering: Force = (drive, { turnInM, exitM }) =>
  exceeded(drive, turnInM, exitM, (i) => drive.speedMps[i]! ** 2 * Math.abs(drive.curvaturePerM[i]!))
const driving: Force = (drive, { apexM, exitM }) => {
  const { throttle, longMps2 } = drive
  if (!throttle) return null
  return exceeded(drive, apexM, exitM, (i) => (throttle[i]! < ENGINE_LIMITED ? longMps2[i]! : NaN))
}

function exceeded({ alongM }: Drive, fromM: number, toM: number, value: (i: number) => number): number | null {
  const values: number[] = []
  for (let i = indexAt(alongM, fromM); i <= indexAt(alongM, toM); i++) if (!Number.isNaN(value(i))) values.push(value(i))
  if (values.length < 3) return null
  return values.sort((a, b) => a - b)[Math.floor(EXCEEDED_SHARE * (values.length - 1))]!
}

const middle = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!
