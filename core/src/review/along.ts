import type { Drive } from './drive'

/** The last sample not beyond a distance. */
export function indexAt(alongM: Float64Array, m: number): number {
  let [low, high] = [0, alongM.length - 1]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (alongM[middle]! <= m) low = middle
    else high = middle
  }
  return low
}

/** A value at a distance, straight between samples. */
export function valueAlong({ alongM }: Pick<Drive, 'alongM'>, values: Float64Array, m: number): number {
  const i = indexAt(alongM, m)
  const j = Math.min(alongM.length - 1, i + 1)
  const span = alongM[j]! - alongM[i]!
  return span > 0 ? values[i]! + (values[j]! - values[i]!) * Math.min(1, Math.max(0, (m - alongM[i]!) / span)) : values[i]!
}

/** Whether a condition holds from a sample on for so long. */
export function holds(timeS: Float64Array, from: number, forS: number, is: (i: number) => boolean): boolean {
  for (let i = from; i < timeS.length; i++) {
    if (!is(i)) return false
    if (timeS[i]! - timeS[from]! >= forS) return true
  }
  return false
}

/** The longest time for which a condition holds, s. */
export function longest(timeS: Float64Array, from: number, to: number, is: (i: number) => boolean): number {
  let [most, since] = [0, NaN]
  for (let i = from; i <= to; i++) {
    if (!is(i)) since = NaN
    else {
      if (Number.isNaN(since)) since = timeS[i]!
      most = Math.max(most, timeS[i]! - since)
    }
  }
  return most
}
