import type { Severity } from './catalogue'

/** Sizes from which a fault is noted, costs time and is unsafe. */
interface FaultThresholds {
  readonly unit: 'm' | 'km/h'
  readonly note: number
  readonly costs: number
  /** Infinity where no size of this fault is unsafe in itself */
  readonly unsafe: number
}

/**
 * The thresholds of every fault that is measured, in one place. Each is above what a steady driver varies by from lap to lap: about
 * 5 m in where braking begins, 4 km/h in the slowest speed and half a metre across the track.
 */
const faultThresholds = {
  be: { unit: 'm', note: 8, costs: 18, unsafe: Infinity },
  // later braking has no other use, so less of it counts, and a lot of it leaves no room
  bl: { unit: 'm', note: 7, costs: 14, unsafe: 24 },
  bh: { unit: 'km/h', note: 5, costs: 10, unsafe: Infinity },
  am: { unit: 'm', note: 0.7, costs: 1.5, unsafe: Infinity },
  pl: { unit: 'm', note: 10, costs: 22, unsafe: Infinity },
  xn: { unit: 'm', note: 1, costs: 2.2, unsafe: Infinity },
  // as much as the width that it leaves unused
  xp: { unit: 'm', note: 1, costs: 2.2, unsafe: Infinity },
} as const satisfies Readonly<Record<string, FaultThresholds>>

export type MeasuredFault = keyof typeof faultThresholds

/** How bad a fault of a measured size is; null where it is no fault. */
export function severityOf(code: MeasuredFault, size: number): Severity | null {
  const { note, costs, unsafe } = faultThresholds[code]
  if (size >= unsafe) return 3
  if (size >= costs) return 2
  return size >= note ? 1 : null
}
