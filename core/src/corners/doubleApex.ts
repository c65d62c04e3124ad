import type { Corner } from '../geometry/corners'
import { stationsApart } from '../geometry/track'
import type { DrivenLine } from './cornerPoints'

/** Neighbours of the same direction nearer than this, by time, may be one corner with two apexes (docs/model.md, Corners). */
const ONE_CORNER_S = 1.2

/** Two neighbouring corners that could be taken as one with two apexes. */
interface DoubleApexOffer {
  readonly first: string
  readonly second: string
  /** driven from the end of the one to the start of the other, s */
  readonly apartS: number
}

/** Neighbours of the same direction closer than 1.2 s at plan speed: offered as one, never joined by themselves. */
export function doubleApexOffers({ track, trace, path }: DrivenLine, corners: readonly Corner[]): DoubleApexOffer[] {
  const pairs = corners.length < 2 ? [] : track.closed ? corners.map((_, i) => i) : corners.slice(1).map((_, i) => i)
  return pairs.flatMap((i) => {
    const [a, b] = [corners[i]!, corners[(i + 1) % corners.length]!]
    if (a.direction !== b.direction) return []
    const gapM = stationsApart(track, a.endM, b.startM)
    let apartS = 0
    for (let m = 0; m < gapM; m += track.stepM) {
      const at = Math.floor(((a.endM + m) % track.lengthM) / track.stepM) % track.count
      apartS += path.stepM[at]! / Math.max(0.1, trace.speedMps[at]!)
    }
    return apartS < ONE_CORNER_S ? [{ first: a.number, second: b.number, apartS }] : []
  })
}
