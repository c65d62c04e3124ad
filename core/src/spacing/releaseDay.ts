/** A session of runners who are released one after the other. */
export interface ReleaseRules {
  readonly laps: number
  readonly behindS: number
  readonly intervalS: number
  readonly passS: number
  /**
   * Where passing begins, as shares of the time of a lap, rising; empty where nobody may pass. A runner who is held up
   * passes at the next one.
   */
  readonly passAt: readonly number[]
}

/** Called for every catch, with the places of both runners in the file, the lap, and the share of the lap's time that had passed. */
export type OnCatch = (ahead: number, behind: number, lap: number, share: number) => void

/** Where a way through a stretch bends: shares of the lap's time, and the times there. Straight between them. */
interface Way {
  readonly share: readonly number[]
  readonly timeS: readonly number[]
}

/** Seconds below which a gap is no nearer than allowed: rounding. */
const ROUNDING_S = 1e-9

const along = (from: number, to: number, share: number) => from + (to - from) * share

/** The first share at which a straight way comes nearer than `behindS` to the one ahead; null where it never does. */
function caughtAt(u0: number, u1: number, t0: number, t1: number, ahead: Way, behindS: number): number | null {
  let [beforeU, beforeGap] = [u0, Infinity]
  for (let k = 0; k < ahead.share.length; k++) {
    const u = ahead.share[k]!
    const gap = along(t0, t1, (u - u0) / (u1 - u0)) - ahead.timeS[k]! - behindS
    if (gap < -ROUNDING_S) {
      if (beforeGap === Infinity || beforeGap <= 0) return beforeGap === Infinity ? u : beforeU
      return beforeU + ((u - beforeU) * beforeGap) / (beforeGap - gap)
    }
    ;[beforeU, beforeGap] = [u, gap]
  }
  return null
}

/** A way that is free until a share, and from there stays `behindS` behind the one ahead. */
function heldFrom(u0: number, u1: number, t0: number, t1: number, ahead: Way, from: number, behindS: number): Way {
  const share: number[] = []
  const timeS: number[] = []
  if (from > u0) {
    share.push(u0, from)
    timeS.push(t0, along(t0, t1, (from - u0) / (u1 - u0)))
  } else {
    share.push(u0)
    timeS.push(Math.max(t0, ahead.timeS[0]! + behindS))
  }
  for (let k = 0; k < ahead.share.length; k++)
    if (ahead.share[k]! > from) {
      share.push(ahead.share[k]!)
      timeS.push(ahead.timeS[k]! + behindS)
    }
  return { share, timeS }
}

/** Simulates one day. It reports every catch, and returns when the last runner is in, in seconds after the first start. */
export type SimulateDay = (order: readonly number[], lapS: Float64Array, from: number, onCatch: OnCatch) => number

/**
 * Simulates days of a session: runners start in order, each drives its own laps until it has caught the one ahead of it on the
 * track, who may be on another lap. From there it stays behind it, or passes at the next place where that is allowed. The lap is
 * divided where passing zones begin. At each of these places, the runner ahead is the last one to have passed it.
 *
 * The day's `order` holds runners by their places in the file; `lapS` their lap times, by runner and lap: index
 * runner · laps + lap, from `from` on. Working memory is made once: thousands of days are simulated.
 */
export function daySimulator(n: number, { laps, behindS, intervalS, passS, passAt }: ReleaseRules): SimulateDay {
  const cuts = [0, ...passAt.filter((u) => u > 0 && u < 1), 1]
  const stretches = cuts.length - 1
  const whole = laps * stretches
  const mayPass = cuts.map((u) => passAt.includes(u))
  const now = new Float64Array(n)
  /** stretches driven so far, by place in the order */
  const driven = new Int32Array(n)
  const heldBy = new Int32Array(n)
  // who came by each cut last, and its way through the stretch after it: its ends, and the bends where it has any
  const lastBy = new Int32Array(stretches)
  const lastFrom = new Float64Array(stretches)
  const lastTo = new Float64Array(stretches)
  const lastBent: (Way | null)[] = Array.from({ length: stretches }, () => null)

  const nextToMove = (): number => {
    let k = -1
    let soonest = Infinity
    for (let one = 0; one < n; one++)
      if (now[one]! < soonest && driven[one]! < whole) {
        soonest = now[one]!
        k = one
      }
    return k
  }
  /** Lets a runner who is held up pass where a zone begins. Both lose time and change places. The passed runner does not pass back at once. */
  const isPassed = (k: number, s: number): boolean => {
    const x = heldBy.indexOf(k)
    if (x < 0 || driven[x]! >= whole || driven[x]! % stretches !== s) return false
    now[x] = now[k]! + passS
    now[k] = now[x]! + behindS
    heldBy[x] = -1
    heldBy[k] = -1
    return true
  }

  return (order, lapS, from, onCatch) => {
    for (let k = 0; k < n; k++) now[k] = k * intervalS
    driven.fill(0)
    heldBy.fill(-1)
    lastBy.fill(-1)
    lastBent.fill(null)
    let lastInS = 0
    for (let left = n * whole; left > 0;) {
      const k = nextToMove()
      const s = stretches === 1 ? 0 : driven[k]! % stretches
      if (mayPass[s] && isPassed(k, s)) continue
      const lap = stretches === 1 ? driven[k]! : (driven[k]! / stretches) | 0
      const u0 = cuts[s]!
      const u1 = cuts[s + 1]!
      const t0 = now[k]!
      const t1 = t0 + lapS[from + order[k]! * laps + lap]! * (u1 - u0)
      const a = lastBy[s]!
      let bent: Way | null = null
      if (a < 0 || a === k) heldBy[k] = -1
      else {
        // two straight ways that are far enough apart at both ends are so between them
        const isApart = lastBent[s] === null && t0 - lastFrom[s]! >= behindS && t1 - lastTo[s]! >= behindS
        const wasHeld = heldBy[k] === a
        if (wasHeld || !isApart) {
          const ahead = lastBent[s] ?? { share: [u0, u1], timeS: [lastFrom[s]!, lastTo[s]!] }
          const share = wasHeld ? u0 : caughtAt(u0, u1, t0, t1, ahead, behindS)
          if (share !== null) {
            if (!wasHeld) onCatch(order[a]!, order[k]!, lap, share)
            heldBy[k] = a
            bent = heldFrom(u0, u1, t0, t1, ahead, share, behindS)
          } else heldBy[k] = -1
        } else heldBy[k] = -1
      }
      lastBy[s] = k
      lastFrom[s] = t0
      lastTo[s] = t1
      lastBent[s] = bent
      now[k] = bent ? bent.timeS[bent.timeS.length - 1]! : t1
      driven[k]!++
      left--
      if (driven[k] === whole) lastInS = Math.max(lastInS, now[k]!)
    }
    return lastInS
  }
}
