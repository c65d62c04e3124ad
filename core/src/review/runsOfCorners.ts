import type { Priority } from './analysis'

/** What to work on at one corner, or at neighbouring ones that show the same. */
export interface WorkRun {
  /** numbers in the order of the lap */
  readonly corners: readonly string[]
  /** codes, the most pressing first; the first is shown at every corner of the run */
  readonly faults: readonly string[]
  readonly lossS: number
}

/**
 * Priorities as a student can keep them in mind: all that a corner shows together, and neighbouring corners whose first fault is the same as
 * one run. The order of the priorities stays: a run stands where its most pressing corner stood.
 * @param corners - numbers in the order of the lap
 */
export function runsOfCorners(priorities: readonly Priority[], corners: readonly string[]): WorkRun[] {
  const byCorner = new Map<string, WorkRun>()
  for (const { corner, fault, lossS } of priorities) {
    const run = byCorner.get(corner) ?? { corners: [corner], faults: [], lossS: 0 }
    byCorner.set(corner, { ...run, faults: [...run.faults, fault], lossS: run.lossS + lossS })
  }
  const taken = new Set<string>()
  const sameAt = (at: number, fault: string) => {
    const corner = corners[(at + corners.length) % corners.length]!
    const run = byCorner.get(corner)
    return run && !taken.has(corner) && run.faults[0] === fault ? run : null
  }
  return [...byCorner.values()].flatMap((first): WorkRun[] => {
    const corner = first.corners[0]!
    if (taken.has(corner)) return []
    taken.add(corner)
    const at = corners.indexOf(corner)
    const found = [first]
    const reach = (step: 1 | -1) => {
      for (let k = at + step; Math.abs(k - at) < corners.length; k += step) {
        const next = sameAt(k, first.faults[0]!)
        if (!next) return
        taken.add(next.corners[0]!)
        if (step === 1) found.push(next)
        else found.unshift(next)
      }
    }
    reach(1)
    reach(-1)
    return [
      {
        corners: found.flatMap((run) => run.corners),
        faults: [...new Set([first.faults[0]!, ...found.flatMap((run) => run.faults)])],
        lossS: found.reduce((sum, run) => sum + run.lossS, 0),
      },
    ]
  })
}
