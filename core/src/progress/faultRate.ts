/** Faults a lap, and between which rates that leaves it. */
export interface FaultRate {
  readonly faults: number
  readonly laps: number
  readonly perLap: number
  /** with 95 % certainty, if faults came by chance and no lap was likelier to have one than another */
  readonly fromPerLap: number
  readonly toPerLap: number
}

/** Each end of the range is wrong at most so often. */
const TAIL = 0.025
const BISECTIONS = 60

/** The chance of at most `most` of something whose mean is `mean` (Poisson). Each term follows from the one before, in logarithms. */
function chanceOfAtMost(most: number, mean: number): number {
  if (mean === 0) return 1
  let ln = -mean
  let sum = Math.exp(ln)
  for (let k = 1; k <= most; k++) {
    ln += Math.log(mean / k)
    sum += Math.exp(ln)
  }
  return Math.min(1, sum)
}

/** The mean at which a chance that falls with it has come down to the tail. */
function meanWhere(chance: (mean: number) => number, atMost: number): number {
  let [low, high] = [0, atMost]
  for (let n = 0; n < BISECTIONS; n++) {
    const middle = (low + high) / 2
    if (chance(middle) > TAIL) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/**
 * How many faults a lap, with the exact range of a Poisson mean (Garwood 1936).
 * @param laps - more than 0
 */
export function faultRate(faults: number, laps: number): FaultRate {
  const far = 10 + 4 * faults
  const to = meanWhere((mean) => chanceOfAtMost(faults, mean), far)
  const from = faults === 0 ? 0 : far - meanWhere((less) => 1 - chanceOfAtMost(faults - 1, far - less), far)
  return { faults, laps, perLap: faults / laps, fromPerLap: from / laps, toPerLap: to / laps }
}

/** The chance of at most `most` of `n`, each with chance `share` (binomial). */
function shareAtMost(most: number, n: number, share: number): number {
  let ln = n * Math.log(1 - share)
  let sum = Math.exp(ln)
  for (let k = 1; k <= most; k++) {
    ln += Math.log(((n - k + 1) / k) * (share / (1 - share)))
    sum += Math.exp(ln)
  }
  return Math.min(1, sum)
}

/**
 * Whether so many laps can tell that there are now fewer faults a lap than before, or more. Both counts are taken as drawn from one rate; that is
 * given up where chance alone gives so uneven a split in less than one case of twenty (the conditional test of Przyborowski & Wilenski 1940).
 */
export function rateChange(
  before: Pick<FaultRate, 'faults' | 'laps'>,
  now: Pick<FaultRate, 'faults' | 'laps'>,
): 'fewer' | 'more' | 'too few to tell' {
  const n = before.faults + now.faults
  const share = now.laps / (before.laps + now.laps)
  if (n === 0) return 'too few to tell'
  if (shareAtMost(now.faults, n, share) < TAIL) return 'fewer'
  const atLeast = now.faults === 0 ? 1 : 1 - shareAtMost(now.faults - 1, n, share)
  return atLeast < TAIL ? 'more' : 'too few to tell'
}
