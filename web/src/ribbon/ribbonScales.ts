import { scaleLinear, type ScaleLinear } from 'd3-scale'
import type { PlanSolution, Track } from '@ochote/core'

/** Lanes of the ribbon from top to bottom, pixels. */
export const lanes = { top: 26, band: 96, feet: 48, calls: 24, axis: 18, left: 44, right: 14 } as const
/** Height of the ribbon; a compact one leaves the lane of brake, power and speed out, one with calls has a lane for them. */
export const ribbonHeight = (compact: boolean, calls = false): number =>
  lanes.top + lanes.band + (compact ? 0 : lanes.feet) + (calls ? lanes.calls : 0) + lanes.axis

/** Metres of the verge drawn beyond the widest edge. */
const VERGE_M = 3

export interface RibbonScales {
  /** station to pixels */
  x: ScaleLinear<number, number>
  /** offset to pixels: left on top */
  y: ScaleLinear<number, number>
  /** the line that brakes stand on and power hangs from */
  feetY: number
}

/** Scales of the whole lap at a width; zooming rescales x. */
export function ribbonScales(track: Track, width: number): RibbonScales {
  const widest = Math.max(maxOf(track.halfLeftM), maxOf(track.halfRightM)) + VERGE_M
  const bandBottom = lanes.top + lanes.band
  return {
    x: scaleLinear([0, track.lengthM], [lanes.left, Math.max(lanes.left + 1, width - lanes.right)]),
    y: scaleLinear([widest, -widest], [lanes.top, bandBottom]),
    feetY: bandBottom + 24,
  }
}

const maxOf = (values: Float64Array) => values.reduce((a, b) => Math.max(a, b), 0)

/** Sample indices from first to last; on a closed lap the last may be the first again. */
export interface SampleRange {
  readonly from: number
  readonly to: number
}

/** The samples that a ribbon's scales show: what lies outside its window is not drawn. */
export function shownSamples(
  { x }: Pick<RibbonScales, 'x'>,
  { stepM, count, closed }: Pick<Track, 'stepM' | 'count' | 'closed'>,
): SampleRange {
  const [left, right] = x.range() as [number, number]
  const most = closed ? count : count - 1
  const at = (px: number) => x.invert(px) / stepM
  return {
    from: Math.min(most, Math.max(0, Math.floor(at(left)) - 1)),
    to: Math.max(0, Math.min(most, Math.ceil(at(right + lanes.right)) + 1)),
  }
}

/** A path through sampled values, of a closed lap with its first sample again at the end. */
export function pathThrough(
  count: number,
  { from, to }: SampleRange,
  x: (k: number) => number,
  y: (i: number) => number,
  digits = 1,
): string {
  let d = ''
  for (let k = from; k <= to; k++) d += `${k === from ? 'M' : 'L'}${x(k).toFixed(digits)},${y(k % count).toFixed(digits)}`
  return d
}

/** Every sample of a lap. */
export const allSamples = (count: number, closed: boolean): SampleRange => ({ from: 0, to: closed ? count : count - 1 })

/** Runs of neighbouring samples that pass, as stations from and to. */
export function runsOf(solution: PlanSolution, passes: (i: number) => boolean): { fromM: number; toM: number }[] {
  const { stationM, count, stepM } = solution.track
  const runs: { fromM: number; toM: number }[] = []
  let from: number | null = null
  for (let i = 0; i <= count; i++) {
    const on = i < count && passes(i)
    if (on && from === null) from = stationM[i]!
    if (!on && from !== null) {
      runs.push({ fromM: from, toM: stationM[i - 1]! + stepM })
      from = null
    }
  }
  return runs
}
