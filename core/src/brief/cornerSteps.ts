import type { Units } from '@ochote/contracts'
import type { Cone } from '../cones/coneEdits'
import type { CornerPoint } from '../corners/cornerPoints'
import type { EdgeMark } from '../corners/cornerMarks'
import type { SolvedCorner } from '../corners/solvedCorner'
import { fineLength } from '../geometry/units'

/** One thing to do, in the order of the lap. */
export interface CornerStep {
  /** what to do, verb first */
  readonly action: string
  /** how to find the place; empty where the action has none of its own */
  readonly place: string
  readonly stationM: number
  readonly speedMps: number
  readonly gear: number
}

type Find = (duty: Cone['duty']) => Cone | undefined

const ordinals = ['neutral', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth']
const gearName = (gear: number) => ordinals[gear] ?? `gear ${gear}`

function stepAt(action: string, cone: Cone | undefined, point: CornerPoint): CornerStep {
  return { action, place: cone?.foundBy ?? '', stationM: cone?.stationM ?? point.stationM, speedMps: point.speedMps, gear: point.gear }
}

function slowing({ points }: SolvedCorner, find: Find): CornerStep[] {
  const { brakeStart, lift, minSpeed } = points
  const steps: CornerStep[] = []
  if (lift) steps.push(stepAt('Lift', find('lift'), lift))
  if (brakeStart) steps.push(stepAt('Brake, firm at once', find('brake'), brakeStart))
  const from = brakeStart ?? lift
  if (from && minSpeed && minSpeed.gear < from.gear) {
    const turn = points.turnIn ?? minSpeed
    steps.push({
      action: `Down to ${gearName(minSpeed.gear)}`,
      place: 'before you turn',
      stationM: turn.stationM,
      speedMps: turn.speedMps,
      gear: minSpeed.gear,
    })
  }
  return steps
}

/** What a mark at an edge asks for: the edge, or how far to stay out. */
function edgeStep(action: string, edge: string, mark: EdgeMark | null, cone: Cone | undefined, units: Units): CornerStep[] {
  if (!mark) return []
  return [stepAt(mark.holdM === null ? action : `Hold ${fineLength(mark.holdM, units)} off the ${edge} edge`, cone, mark.point)]
}

/** What the student does at a corner, from its points and cones, in the words of a briefing. Merged marks are named once. */
export function cornerSteps(corner: SolvedCorner, cones: readonly Cone[], units: Units): CornerStep[] {
  const own = cones.filter((c) => c.cornerNumber === corner.number)
  const find: Find = (duty) => own.find((c) => c.duty === duty)
  const at = (point: string) => own.find((c) => c.id === `${corner.number}-${point}`)
  const { points, marks } = corner
  const steps = slowing(corner, find)
  const turnAt = find('turn') ?? find('brake') ?? find('lift')
  if (points.turnIn) steps.push(stepAt('Turn', turnAt, points.turnIn))
  steps.push(...edgeStep('Clip', 'inside', marks.apex, at('apex'), units))
  if (points.throttleOn)
    steps.push({
      action: 'Squeeze the throttle',
      place: 'as the wheel opens',
      stationM: points.throttleOn.stationM,
      speedMps: points.throttleOn.speedMps,
      gear: points.throttleOn.gear,
    })
  steps.push(...edgeStep('Let it run out', 'outer', marks.exit, at('exit'), units))
  return steps
}
