import type { MeasuredPass } from './passes'

/** What a driver usually does at one corner, against the plan. */
interface UsualAtCorner {
  /** how much later than planned they turn in, m */
  readonly turnM: number
  /** how many more turns of the wheel than planned, or fewer: a corner that is driven so by habit, or by need */
  readonly moreSteps: number
  /** how much more of its most the wheel has on the way out than planned; never above 0 */
  readonly heldMore: number
  /** how far after turn-in they change down last, m; never below 0 */
  readonly downM: number
  /** how often they lift on the way out */
  readonly lifts: number
}

/** What a driver usually does, against the plan. A fault of one pass is what goes beyond it. */
export interface Usual {
  /** distance from the inside, m */
  readonly insideM: number
  /** how much later than planned they brake, m; never above 0 */
  readonly brakeM: number
  readonly atCorner: ReadonlyMap<string, UsualAtCorner>
}

/** From so many laps on, what a driver usually does is known. */
const USUAL_LAPS = 3
/** A driver's usual distance from the inside that is taken off, m: instruments and habit, no fault of one pass. */
const USUAL_INSIDE_M = 0.8
/** A careful driver brakes up to this much before the plan; braking late is late against that, m. */
const USUAL_BRAKE_M = 3
/** Where a driver changes down this much after the plan on nearly all laps, it is the way they drive it, m. */
const USUAL_DOWN_M = 30
const NEARLY_ALL = 0.85
/** A driver who lets the wheel out sooner than planned everywhere is known by no more than this. */
const USUAL_LET_GO_SHARE = 0.15

export function usualOf(passes: readonly MeasuredPass[]): Usual {
  const numbers = new Set(passes.map(({ places }) => places.corner.number))
  return {
    insideM: Math.min(USUAL_INSIDE_M, Math.max(-USUAL_INSIDE_M, middle(passes.map(({ pass, planned }) => pass.insideM - planned.insideM)))),
    brakeM: Math.max(-USUAL_BRAKE_M, Math.min(0, middle(passes.flatMap((one) => brakedLater(one) ?? [])))),
    atCorner: new Map([...numbers].map((number) => [number, usualAt(passes.filter(({ places }) => places.corner.number === number))])),
  }
}

/** @param here - passes of one corner, at least one */
function usualAt(here: readonly MeasuredPass[]): UsualAtCorner {
  const { planned } = here[0]!
  const plannedDownM = Math.max(0, (planned.downM ?? -Infinity) - planned.turnInM)
  const downs = here.flatMap((one) => downLater(one) ?? [])
  const downM = downs.length < USUAL_LAPS ? plannedDownM : Math.min(plannedDownM + USUAL_DOWN_M, Math.max(0, onNearlyAll(downs)))
  if (here.length < USUAL_LAPS) return { turnM: 0, moreSteps: 0, heldMore: 0, downM, lifts: planned.lifts }
  return {
    turnM: middle(here.map(turnLater)),
    moreSteps: middle(here.map(({ pass }) => (pass.steps ?? 1) - (planned.steps ?? 1))),
    heldMore: Math.max(-USUAL_LET_GO_SHARE, Math.min(0, middle(here.map(heldMore)))),
    downM,
    lifts: middle(here.map(({ pass }) => pass.lifts)),
  }
}

/** How much later than planned braking begins, m; null where either does not brake. */
export const brakedLater = ({ pass, planned, onM }: MeasuredPass): number | null =>
  pass.brakeStartM === null || planned.brakeStartM === null ? null : pass.brakeStartM - onM - planned.brakeStartM

/** How much more of its most the wheel has on the way out than planned, as a share. */
export const heldMore = ({ pass, planned }: MeasuredPass): number => (pass.heldShare ?? 0) - (planned.heldShare ?? 0)

/** How far after turn-in the last change down comes, m; null where there is none. */
export const downLater = ({ pass, planned, onM }: MeasuredPass): number | null =>
  pass.downM === null ? null : pass.downM - onM - planned.turnInM

/** How much later than planned the car turns in, m. */
export const turnLater = ({ pass, planned, onM }: MeasuredPass): number => pass.turnInM - onM - planned.turnInM

/** The most that nearly all laps show: one lap at least is left out. */
const onNearlyAll = (values: readonly number[]): number => {
  const place = Math.min(values.length - 2, Math.floor(values.length * NEARLY_ALL))
  return [...values].sort((a, b) => a - b)[place]!
}
const middle = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0
