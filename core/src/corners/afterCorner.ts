import type { Corner } from '../geometry/corners'
import { sampleAtStation, stationsApart } from '../geometry/track'
import { FULL_THROTTLE_SHARE, LIFTED_THROTTLE_SHARE } from '../speed/throttle'
import type { CornerPoints, DrivenLine } from './cornerPoints'

/** What follows a corner. */
export interface AfterCorner {
  /** metres and seconds of driving at full throttle that follow */
  readonly flatOutM: number
  readonly flatOutS: number
  /** seconds until the throttle is lifted again, flat out or not */
  readonly poweredS: number
  /** whether the next corner's turn-in comes before full throttle is reached */
  readonly nextBeginsFirst: boolean
}

/** The flat-out running that follows each corner. */
export function afterCorners(driven: DrivenLine, corners: readonly Corner[], points: readonly CornerPoints[]): AfterCorner[] {
  const { track, trace, path } = driven
  return corners.map((_, index) => {
    const own = points[index]!
    const from = own.fullThrottle ?? (own.throttleOn ? null : own.exit)
    const next = points[(index + 1) % corners.length]!.turnIn
    if (!from) return { flatOutM: 0, flatOutS: 0, poweredS: 0, nextBeginsFirst: true }
    const reference = own.apex ?? from
    const nextBeginsFirst =
      next !== null &&
      corners.length > 1 &&
      stationsApart(track, reference.stationM, next.stationM) < stationsApart(track, reference.stationM, from.stationM)
    let flatOutM = 0
    let flatOutS = 0
    let poweredS = 0
    let i = sampleAtStation(track, from.stationM)
    for (let k = 0; k < track.count && trace.throttleShare[i]! >= LIFTED_THROTTLE_SHARE; k++) {
      poweredS += path.stepM[i]! / trace.speedMps[i]!
      if (trace.throttleShare[i]! >= FULL_THROTTLE_SHARE) {
        flatOutM += path.stepM[i]!
        flatOutS += path.stepM[i]! / trace.speedMps[i]!
      }
      i = (i + 1) % track.count
      if (!track.closed && i === 0) break
    }
    return { flatOutM, flatOutS, poweredS, nextBeginsFirst }
  })
}
