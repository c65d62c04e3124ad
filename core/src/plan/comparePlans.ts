import type { Duty } from '@ochote/contracts'
import type { Cone } from '../cones/coneEdits'
import { signedApart, stationsApart, wrapStation, type Track } from '../geometry/track'
import type { Change } from '../whatIf/change'
import type { MarkedPlan } from './markPlan'
import { whatIfOf } from './whatIfOf'

/** A mark of two plans: where each has it, and one place for both. */
export interface ComparedCone {
  readonly id: string
  readonly cornerNumber: string
  readonly duty: Duty
  readonly first: Cone | null
  readonly second: Cone | null
  /** metres that the second plan's mark stands further along the lap; null where one of them has none */
  readonly apartM: number | null
  /** one place that serves both; null where one of them has none */
  readonly sharedM: number | null
  /** seconds a lap that driving to the shared place costs each; 'off' where it leads off the track; null where nothing computed follows */
  readonly costS: readonly [SharedCost, SharedCost]
}

/** What driving to a shared mark costs a plan. */
export type SharedCost = number | 'off' | null

type Lap = Pick<Track, 'closed' | 'lengthM'>

/** For brake and lift marks the earlier of the two, so that nobody is asked to slow later than planned; half way for the others. */
function sharedStation(track: Lap, duty: Duty, firstM: number, apartM: number): number {
  const share = duty === 'brake' || duty === 'lift' ? Math.min(0, apartM) : apartM / 2
  return wrapStation(track, firstM + share)
}

function changeOf(duty: Duty, metres: number): Change | null {
  if (duty === 'brake' || duty === 'lift') return { kind: 'brake-later', metres }
  if (duty === 'turn') return { kind: 'turn-later', metres }
  if (duty === 'apex' && metres < 0) return { kind: 'apex-earlier', metres: -metres }
  return null
}

/** The cost of a smaller move than this cannot be computed reliably. */
const SAME_M = 0.5

function costOf({ solution }: MarkedPlan, cone: Cone, sharedM: number): SharedCost {
  const metres = signedApart(solution.track, cone.stationM, sharedM)
  if (Math.abs(metres) < SAME_M) return 0
  const change = changeOf(cone.duty, metres)
  const answer = change && whatIfOf(solution, cone.cornerNumber, change)
  return answer ? (answer.leavesTrack ? 'off' : answer.totalLostS) : null
}

/** The marks of two plans on one circuit side by side, in the order of the lap, with one set of marks for both and what it costs each. */
export function comparePlans(first: MarkedPlan, second: MarkedPlan): ComparedCone[] {
  const { track } = first.solution
  const ids = [...new Set([...first.cones, ...second.cones].map((c) => c.id))]
  const rows = ids.map((id): ComparedCone => {
    const a = first.cones.find((c) => c.id === id) ?? null
    const b = second.cones.find((c) => c.id === id) ?? null
    const { cornerNumber, duty } = (a ?? b)!
    if (!a || !b) return { id, cornerNumber, duty, first: a, second: b, apartM: null, sharedM: null, costS: [null, null] }
    const apartM = signedApart(track, a.stationM, b.stationM)
    const sharedM = sharedStation(track, duty, a.stationM, apartM)
    return { id, cornerNumber, duty, first: a, second: b, apartM, sharedM, costS: [costOf(first, a, sharedM), costOf(second, b, sharedM)] }
  })
  const at = ({ first: a, second: b }: ComparedCone) => stationsApart(track, 0, (a ?? b)!.stationM)
  return rows.sort((a, b) => at(a) - at(b))
}
