import type { Cone } from '../cones/coneEdits'
import type { CornerPoint } from '../corners/cornerPoints'
import type { SolvedCorner } from '../corners/solvedCorner'

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

/** What the student does at a corner, from its points and cones, in the words of a briefing. Merged marks are named once. */
export function cornerSteps(corner: SolvedCorner, cones: readonly Cone[]): CornerStep[] {
  const find: Find = (duty) => cones.find((c) => c.cornerNumber === corner.number && c.duty === duty)
  const { points } = corner
  const steps = slowing(corner, find)
  const turnAt = find('turn') ?? find('brake') ?? find('lift')
  if (points.turnIn) steps.push(stepAt('Turn', turnAt, points.turnIn))
  if (points.apex) steps.push(stepAt('Clip', find('apex'), points.apex))
  if (points.throttleOn)
    steps.push({
      action: 'Squeeze the throttle',
      place: 'as the wheel opens',
      stationM: points.throttleOn.stationM,
      speedMps: points.throttleOn.speedMps,
      gear: points.throttleOn.gear,
    })
  if (points.exit) steps.push(stepAt('Let it run out', find('exit'), points.exit))
  return steps
}
