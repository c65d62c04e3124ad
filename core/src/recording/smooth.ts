/** A longer gap starts a new stretch, s. */
export const GAP_S = 1

/**
 * Values smoothed over time without delay: an exponential mean forwards, then one backwards. A steady rise is kept, except near the ends.
 * NaN is filled in.
 * @param tauS - time constant of each pass, s
 */
export function smoothed(timeS: Float64Array, values: Float64Array, tauS: number): Float64Array {
  const out = Float64Array.from(values)
  const pass = (from: number, to: number, step: 1 | -1) => {
    let [held, at] = [NaN, NaN]
    for (let i = from; i !== to; i += step) {
      const dt = Math.abs(timeS[i]! - at)
      if (Number.isNaN(held) || dt > GAP_S) held = out[i]!
      else if (!Number.isNaN(out[i]!)) held += (1 - Math.exp(-dt / tauS)) * (out[i]! - held)
      out[i] = held
      at = timeS[i]!
    }
  }
  pass(0, out.length, 1)
  pass(out.length - 1, -1, -1)
  return out
}

/** The slope of values over time by central differences, one a second. */
export function rateOf(timeS: Float64Array, values: Float64Array): Float64Array {
  const last = timeS.length - 1
  return values.map((_, i) => {
    const [a, b] = [Math.max(0, i - 1), Math.min(last, i + 1)]
    return (values[b]! - values[a]!) / (timeS[b]! - timeS[a]!)
  })
}
