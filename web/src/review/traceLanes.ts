import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { GRAVITY_MPS2, type LapTrace } from '@ochote/core'
import { unitSet } from '../format/units'
import { speedUnit } from '../format/format'

const DEG = 180 / Math.PI

export const laneNames = ['behind', 'speed', 'brake', 'throttle', 'wheel', 'gear', 'along', 'across'] as const
export type LaneName = (typeof laneNames)[number]

/** One kind of trace: what it shows, its unit, and how high it is drawn. */
export interface Lane {
  readonly name: LaneName
  readonly says: string
  readonly unit: () => string
  readonly heightPx: number
  /** values of a lap in the unit shown; null where it was not recorded */
  readonly values: (trace: LapTrace, behind: Float64Array) => Float64Array | null
  /** least and greatest that are shown whatever the values */
  readonly least: readonly [number, number]
  readonly digits: number
}

const scaled = (values: Float64Array | null, by: number) => values && values.map((value) => value * by)

export const lanes: Readonly<Record<LaneName, Lane>> = {
  behind: {
    name: 'behind',
    says: 'time behind',
    unit: () => 's',
    heightPx: 44,
    values: (_, behind) => behind,
    least: [-0.2, 0.2],
    digits: 2,
  },
  speed: {
    ...{ name: 'speed', says: 'speed', unit: speedUnit, heightPx: 72, least: [20, 60], digits: 0 },
    values: ({ speedMps }) => scaled(speedMps, 1 / unitSet().speedMps),
  },
  brake: {
    name: 'brake',
    says: 'brake',
    unit: () => '% of the hardest push',
    heightPx: 32,
    values: ({ brake }) => scaled(brake, 100),
    least: [0, 100],
    digits: 0,
  },
  throttle: {
    name: 'throttle',
    says: 'throttle',
    unit: () => '%',
    heightPx: 32,
    values: ({ throttle }) => scaled(throttle, 100),
    least: [0, 100],
    digits: 0,
  },
  wheel: {
    name: 'wheel',
    says: 'wheel',
    unit: () => '°, left up',
    heightPx: 36,
    values: ({ steerRad }) => scaled(steerRad, DEG),
    least: [-20, 20],
    digits: 0,
  },
  gear: { name: 'gear', says: 'gear', unit: () => '', heightPx: 28, values: ({ gear }) => gear, least: [1, 4], digits: 0 },
  along: {
    name: 'along',
    says: 'g along',
    unit: () => 'g',
    heightPx: 32,
    values: ({ longMps2 }) => scaled(longMps2, 1 / GRAVITY_MPS2),
    least: [-0.6, 0.3],
    digits: 2,
  },
  across: {
    name: 'across',
    says: 'g across',
    unit: () => 'g, left up',
    heightPx: 32,
    values: ({ latMps2 }) => scaled(latMps2, 1 / GRAVITY_MPS2),
    least: [-0.6, 0.6],
    digits: 2,
  },
}
const GAP_PX = 7

/** A lane with its place and its scale, and the values of each lap that is shown. */
export interface PlacedLane {
  readonly lane: Lane
  readonly topPx: number
  readonly y: ScaleLinear<number, number>
  /** in the order of the laps; null where one has none */
  readonly values: readonly (Float64Array | null)[]
}

export const lanesHeight = (shown: readonly LaneName[]): number => shown.reduce((sum, name) => sum + lanes[name].heightPx + GAP_PX, 0)

/** Places lanes under each other, each scaled to what its laps reach. Lanes that no lap has are left out. */
export function placeLanes(shown: readonly LaneName[], laps: readonly { trace: LapTrace; behind: Float64Array }[]): PlacedLane[] {
  let topPx = 0
  return shown.map((name) => {
    const lane = lanes[name]
    const values = laps.map(({ trace, behind }) => lane.values(trace, behind))
    let [low, high] = lane.least
    for (const own of values)
      for (const value of own ?? []) {
        if (value < low) low = value
        if (value > high) high = value
      }
    const placed = { lane, topPx, values, y: scaleLinear([low, high], [topPx + lane.heightPx, topPx]) }
    topPx += lane.heightPx + GAP_PX
    return placed
  })
}

/** A channel that none of the laps has. */
export const lacks = ({ values }: PlacedLane): boolean => values.every((own) => own === null)
