import type { CallSheet, ChosenCall } from '../calls/chooseCalls'

/** The call to say next, or just now. */
interface NextCall {
  readonly call: ChosenCall
  /** until it is to be begun, s; negative while it is being said */
  readonly inS: number
}

/**
 * The call that is being said or comes next at a time of the planned lap.
 * @param plannedS - where the car is, as the time at which the plan would be there, 0…lapTimeS
 */
export function nextCall({ calls }: Pick<CallSheet, 'calls'>, plannedS: number, lapTimeS: number): NextCall | null {
  const upcoming = calls.flatMap((call) =>
    // a call for the first corner may begin before the line
    [0, lapTimeS].flatMap((shift) => (call.endS + shift > plannedS ? [{ call, inS: call.startS + shift - plannedS }] : [])),
  )
  return upcoming.reduce<NextCall | null>((best, c) => (best === null || c.inS < best.inS ? c : best), null)
}
