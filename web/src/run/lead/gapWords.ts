import { gapLengthM } from '@ochote/core'
import { distance, fineDistance } from '../../format/format'
import { numberText } from '../../forms/numbers'
import type { SwapStraight } from './swapStraight'

/** A car's length, where gaps are given in cars. */
const CAR_M = 4.4

/** A gap in seconds, as a length and in cars, where the plan is fastest and where it is slowest. */
export function gapWords(gapS: number, { speedMps, slowestMps }: Pick<SwapStraight, 'speedMps' | 'slowestMps'>): string {
  const [atFastest, atSlowest] = [gapLengthM(gapS, speedMps), gapLengthM(gapS, slowestMps)]
  const cars = (lengthM: number) => Math.round(lengthM / CAR_M)
  return (
    `Gap ${numberText(gapS)} s: ${distance(atFastest)} (${cars(atFastest)} car lengths of ${fineDistance(CAR_M)}) at the fastest, ` +
    `${distance(atSlowest)} (${cars(atSlowest)}) in the slowest corner, at planned speeds`
  )
}
