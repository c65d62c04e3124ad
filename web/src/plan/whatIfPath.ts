import { sampleAtStation, type PlanSolution, type WhatIfAnswer } from '@ochote/core'

/** Closer to the planned line than this, it would only hide it. */
const SAME_M = 0.05

/** A place on the circuit, by station and offset. */
interface PathPlace {
  readonly stationM: number
  readonly offsetM: number
}

/** Where the car's middle goes after a change, where that is not as planned; in runs. */
export function whatIfPath({ track, corners }: PlanSolution, answer: WhatIfAnswer, vehicleWidthM: number): PathPlace[][] {
  const corner = corners.find((c) => c.number === answer.cornerNumber)
  if (!corner) return []
  const outer = corner.direction === 'left' ? -1 : 1
  const { stationM } = answer.lap
  const runs: PathPlace[][] = []
  let open = false
  for (let k = 0; k < stationM.length; k++) {
    const differs = Math.abs(answer.clearM[k]! - answer.clearPlannedM[k]!) > SAME_M
    if (differs) {
      const i = sampleAtStation(track, stationM[k]!)
      const half = outer > 0 ? track.halfLeftM[i]! : track.halfRightM[i]!
      const place = { stationM: stationM[k]!, offsetM: outer * (half - answer.clearM[k]! - vehicleWidthM / 2) }
      if (open) runs[runs.length - 1]!.push(place)
      else runs.push([place])
    }
    open = differs
  }
  return runs
}
