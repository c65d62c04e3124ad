import type { Units } from '@ochote/contracts'

/** The international yard and mile. */
const METRES_PER_YARD = 0.9144
const MPS_PER_MPH = 0.44704
const MPS_PER_KMH = 1 / 3.6
const METRES_PER_MILE = 1609.344

/** What lengths and speeds are shown in. */
export interface UnitSet {
  /** metres in one unit of length */
  readonly lengthM: number
  readonly length: 'm' | 'yd'
  readonly lengthWord: 'metre' | 'yard'
  /** m/s in one unit of speed */
  readonly speedMps: number
  readonly speed: 'km/h' | 'mph'
  /** metres in one unit of a lap's length */
  readonly lapM: number
  readonly lap: 'km' | 'miles'
}

export const unitSets: Readonly<Record<Units, UnitSet>> = {
  metric: { lengthM: 1, length: 'm', lengthWord: 'metre', speedMps: MPS_PER_KMH, speed: 'km/h', lapM: 1000, lap: 'km' },
  imperial: {
    lengthM: METRES_PER_YARD,
    length: 'yd',
    lengthWord: 'yard',
    speedMps: MPS_PER_MPH,
    speed: 'mph',
    lapM: METRES_PER_MILE,
    lap: 'miles',
  },
}

/** A length to a tenth of a unit: "1.5 m", "1.6 yd". */
export const fineLength = (metres: number, units: Units): string => {
  const { lengthM, length } = unitSets[units]
  return `${(metres / lengthM).toFixed(1)} ${length}`
}

/** A length in whole units: "14 m", "15 yd". */
export const wholeLength = (metres: number, units: Units): string => {
  const { lengthM, length } = unitSets[units]
  return `${Math.round(metres / lengthM)} ${length}`
}
