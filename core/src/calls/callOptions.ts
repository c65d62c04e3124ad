import type { BrakingSchool, CallLanguage, CallVerb, Duty, MarkerScheme } from '@ochote/contracts'
import type { Cone } from '../cones/coneEdits'
import type { CornerPoint } from '../corners/cornerPoints'
import type { GearChange } from '../corners/gearChanges'
import type { SolvedCorner } from '../corners/solvedCorner'
import { sampleAtStation, signedApart, stationsApart, wrapStation } from '../geometry/track'
import type { MarkedPlan } from '../plan/markPlan'
import { wordingNames, type CallOption } from './chooseCalls'
import { defaultCalls } from './defaultCalls'
import { coneWords, countWords, holdWords, inWords, placeWords } from './placeWords'

/** A call of a plan's sheet: what, at which corner, where. */
export interface PlanCall {
  /** empty between corners */
  readonly cornerNumber: string
  readonly verb: CallVerb
  /** where its action is due */
  readonly stationM: number
}

type CallWording = NonNullable<CallLanguage['calls'][CallVerb]>

/** An action of a corner that can be called. */
interface Callable {
  readonly verb: CallVerb
  readonly at: Pick<CornerPoint, 'stationM' | 'timeS'>
  /** the duty of the cone that the call may name; the action is due there, unless it is only looked at */
  readonly duty?: Duty
  readonly isLookedAt?: boolean
  /** how far out to hold, m */
  readonly holdM?: number
  /** gears that are changed */
  readonly gears?: number
}

/** What each call is worth. Calls to slow down are safety calls, and never dropped. */
const WEIGHTS: Readonly<Record<CallVerb, number>> = {
  'up a gear': 2,
  eyes: 3,
  lift: 8,
  brake: 10,
  'down a gear': 3,
  'off the brake': 5,
  turn: 6,
  closer: 2.5,
  hold: 5,
  wait: 1.5,
  squeeze: 4,
  'let it out': 3,
}
const SAFETY: readonly CallVerb[] = ['lift', 'brake']
/** A call to squeeze or to run out confuses where the turn before it was not called. */
const AFTER_TURN: readonly CallVerb[] = ['squeeze', 'let it out']
/** The eyes go to the apex this long before the turn, s. */
const EYES_BEFORE_S = 0.8
/** From turn-in to throttle for at least this long, a student wants to press too soon, s. */
const LONG_WAIT_S = 2

/** Every action of a corner that can be called, in the order of the lap. */
function callablesOf(corner: SolvedCorner, { track, trace, gearChanges, setup }: CallPlan): Callable[] {
  const { points, marks } = corner
  const { brakeStart, lift, brakeEnd, turnIn, apex, throttleOn } = points
  const slowing = brakeStart ?? lift
  const early = (point: CornerPoint, seconds: number) => {
    const stationM = wrapStation(track, point.stationM - seconds * point.speedMps)
    return { stationM, timeS: trace.timeS[sampleAtStation(track, stationM)]! }
  }
  const atEdge = (mark: SolvedCorner['marks']['apex'], verb: CallVerb): Callable[] =>
    !mark
      ? []
      : mark.holdM === null
        ? [{ verb, at: mark.point, duty: mark.duty }]
        : [{ verb: 'hold', at: mark.point, duty: 'hold', holdM: mark.holdM }]
  return [
    ...(turnIn && slowing ? [{ verb: 'eyes' as const, at: early(turnIn, EYES_BEFORE_S), duty: 'apex' as const, isLookedAt: true }] : []),
    ...(lift ? [{ verb: 'lift' as const, at: lift, duty: 'lift' as const }] : []),
    ...(brakeStart ? [{ verb: 'brake' as const, at: brakeStart, duty: 'brake' as const }] : []),
    ...(slowing && turnIn ? downChanges(corner, gearChanges, track, slowing) : []),
    ...(brakeEnd && finishesFirst(setup.brakingSchool) ? [{ verb: 'off the brake' as const, at: brakeEnd }] : []),
    ...(turnIn ? [{ verb: 'turn' as const, at: turnIn, duty: 'turn' as const }] : []),
    ...atEdge(marks.apex, 'closer'),
    ...(apex && turnIn && throttleOn && (throttleOn.timeS - turnIn.timeS + trace.lapTimeS) % trace.lapTimeS > LONG_WAIT_S
      ? [{ verb: 'wait' as const, at: apex }]
      : []),
    ...(throttleOn ? [{ verb: 'squeeze' as const, at: throttleOn }] : []),
    ...atEdge(marks.exit, 'let it out'),
  ]
}

const finishesFirst = (school: BrakingSchool) => school === 'separate'

/** The changes down on the way into a corner, together: they are one call. */
function downChanges(corner: SolvedCorner, changes: readonly GearChange[], track: CallPlan['track'], slowing: CornerPoint): Callable[] {
  const endM = (corner.points.minSpeed ?? corner.points.apex)?.stationM ?? corner.endM
  const wayM = stationsApart(track, slowing.stationM, endM)
  const own = changes.filter((c) => c.toGear < c.fromGear && stationsApart(track, slowing.stationM, c.stationM) <= wayM)
  const last = own.sort((a, b) => signedApart(track, a.stationM, b.stationM)).at(-1)
  if (!last) return []
  const i = sampleAtStation(track, last.stationM)
  const gears = own.reduce((sum, c) => sum + c.fromGear - c.toGear, 0)
  return [{ verb: 'down a gear', at: { stationM: track.stationM[i]!, timeS: NaN }, gears }]
}

type CallPlan = MarkedPlan['solution']

/**
 * Every call that could be made on a lap of a plan, at the places of its cones.
 * @param looks - the school's marks, which the calls name; without them marks are named by their duty
 */
export function callOptionsOf(
  { solution, cones }: Pick<MarkedPlan, 'solution' | 'cones'>,
  language: CallLanguage = defaultCalls,
  looks?: MarkerScheme['looks'],
): { options: CallOption[]; about: Record<string, PlanCall> } {
  const { track, trace, features } = solution
  const about: Record<string, PlanCall> = {}
  const timeAt = (stationM: number) => trace.timeS[sampleAtStation(track, stationM)]!
  const worded = (own: CallWording, words: Readonly<Record<string, string>>): CallOption['words'] => {
    // a wording that names a mark which does not stand there gives way to the next shorter one
    const filled = (name: (typeof wordingNames)[number]) => {
      const usable = wordingNames.slice(wordingNames.indexOf(name)).find((n) => words.cone !== undefined || !own[n].includes('{cone}'))
      return inWords(own[usable ?? 'short'], words)
    }
    return { long: filled('long'), normal: filled('normal'), short: filled('short') }
  }
  const called = (corner: SolvedCorner, callable: Callable, k: number): CallOption[] => {
    const wording = language.calls[callable.verb]
    if (!wording) return []
    const { verb, at, duty, isLookedAt = false, holdM, gears = 1 } = callable
    const cone: Cone | undefined = duty && cones.find((c) => c.cornerNumber === corner.number && c.duty === duty)
    const dueAtCone = cone !== undefined && !isLookedAt
    const stationM = dueAtCone ? cone.stationM : at.stationM
    const id = `${corner.number}-${verb.replaceAll(' ', '-')}${k === 0 ? '' : `-${k + 1}`}`
    about[id] = { cornerNumber: corner.number, verb, stationM }
    const words = worded(wording, {
      place: placeWords(track, features.landmarks, stationM, language),
      side: language.phrases[corner.direction],
      corner: corner.number,
      count: countWords(language, gears),
      m: holdWords(language, holdM ?? 0),
      ...(cone ? { cone: coneWords(language, cone.duty, looks?.[cone.duty]) } : {}),
    })
    const option = {
      id,
      actionTimeS: dueAtCone || Number.isNaN(at.timeS) ? timeAt(stationM) : at.timeS,
      words,
      weight: WEIGHTS[verb],
      safety: SAFETY.includes(verb),
      ...(verb === 'turn' ? { leads: corner.number } : {}),
      ...(AFTER_TURN.includes(verb) ? { follows: corner.number } : {}),
    }
    return [option]
  }
  const options = solution.corners.flatMap((corner) => {
    const callables = callablesOf(corner, solution)
    return callables.flatMap((callable, i) =>
      called(corner, callable, callables.slice(0, i).filter((c) => c.verb === callable.verb).length),
    )
  })
  solution.gearChanges
    .filter((change) => change.toGear > change.fromGear)
    .forEach(({ stationM, insideCorner }, k) => {
      const id = `shift-${k + 1}`
      about[id] = { cornerNumber: insideCorner ?? '', verb: 'up a gear', stationM }
      const words = worded(language.calls['up a gear'], {
        place: placeWords(track, features.landmarks, stationM, language),
        side: '',
        corner: insideCorner ?? '',
        count: countWords(language, 1),
        m: '',
      })
      options.push({ id, actionTimeS: timeAt(stationM), words, weight: WEIGHTS['up a gear'], safety: false })
    })
  return { options, about }
}
