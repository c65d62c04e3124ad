/** A stint that a recording may be of, with when it was driven or is to be. */
export interface StintTimes {
  readonly id: string
  readonly fromMs: number
  readonly toMs: number
  /** lap times of its log, s */
  readonly lapsS: readonly number[]
}

/** What a recording tells of itself. */
export interface RecordedTimes {
  /** null where its clock tells no date */
  readonly fromMs: number | null
  readonly toMs: number | null
  /** whole laps, s */
  readonly lapsS: readonly number[]
}

/** How well a stint fits a recording. */
export interface Belongs {
  readonly id: string
  /** share of the recording that lies within the stint; null where the recording has no date */
  readonly within: number | null
  /** laps in a row that agree with the log */
  readonly lapsAlike: number
  /** whether nothing else comes near */
  readonly isSure: boolean
}

/** A lap seen from the seat is known to about this, s. */
const LAP_ALIKE_S = 1.5
/** Two laps may agree by chance; three in a row do not. */
const LAPS_TELL = 3
const MOSTLY = 0.6

/**
 * The stints that a recording may be of, the likeliest first: by the time of day that both have in common, and by lap times that agree with
 * the log. If two cars were out at the same time, only their lap times tell them apart.
 */
export function belongsTo(recording: RecordedTimes, stints: readonly StintTimes[]): Belongs[] {
  const found = stints
    .map((stint) => ({ id: stint.id, within: within(recording, stint), lapsAlike: lapsAlike(recording.lapsS, stint.lapsS) }))
    .filter((one) => (one.within ?? 0) > 0.2 || (one.within === null && one.lapsAlike >= LAPS_TELL))
    .sort((a, b) => b.lapsAlike - a.lapsAlike || (b.within ?? 0) - (a.within ?? 0))
  return found.map((one, k) => {
    const next = found.find((other) => other !== one)
    const byTime = (one.within ?? 0) >= MOSTLY && (next?.within ?? 0) < 0.2
    const byLaps = one.lapsAlike >= LAPS_TELL && one.lapsAlike > (next?.lapsAlike ?? 0) + 1
    return { ...one, isSure: k === 0 && (byTime || byLaps) }
  })
}

function within({ fromMs, toMs }: RecordedTimes, stint: StintTimes): number | null {
  if (fromMs === null || toMs === null || toMs <= fromMs) return null
  return Math.max(0, Math.min(toMs, stint.toMs) - Math.max(fromMs, stint.fromMs)) / (toMs - fromMs)
}

/** The longest run of matching laps. The two lists may start at different laps. */
function lapsAlike(a: readonly number[], b: readonly number[]): number {
  let most = 0
  for (let shift = -b.length + 1; shift < a.length; shift++) {
    let run = 0
    for (let k = 0; k < b.length; k++) {
      const own = a[k + shift]
      run = own !== undefined && Math.abs(own - b[k]!) < LAP_ALIKE_S ? run + 1 : 0
      most = Math.max(most, run)
    }
  }
  return most
}
