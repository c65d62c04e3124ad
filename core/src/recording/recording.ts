/** What a logger can record beside time and position, in SI units. */
export const channels = [
  'altM',
  'speedMps',
  /** clockwise from north */
  'headingRad',
  /** 0 to 1 */
  'throttle',
  /** 0 to 1, or bar where the file has pressures; shares of the drive's own highest are what counts */
  'brake',
  /** at the wheel, left positive */
  'steerRad',
  'gear',
  'rpm',
  /** without gravity */
  'longMps2',
  /** without gravity, left positive */
  'latMps2',
  'lap',
  /** how fast each wheel’s tread goes: front left, front right, rear left, rear right */
  ...(['wheelFlMps', 'wheelFrMps', 'wheelRlMps', 'wheelRrMps'] as const),
] as const
export type Channel = (typeof channels)[number]

export const wheelChannels = ['wheelFlMps', 'wheelFrMps', 'wheelRlMps', 'wheelRrMps'] as const satisfies readonly Channel[]

/** What was read of a file, and what was not. */
export interface ReadingReport {
  readonly rows: number
  /** rows left out, by the reason */
  readonly dropped: Readonly<Record<'repeated' | 'backwards' | 'noPosition' | 'cutOff', number>>
  /** columns that nothing is known of */
  readonly unknown: readonly string[]
}

/** One outing as it was recorded, column by column; NaN where a row has no value. Times rise. */
export interface Recording {
  readonly timeS: Float64Array
  readonly latDeg: Float64Array
  readonly lonDeg: Float64Array
  readonly of: Readonly<Partial<Record<Channel, Float64Array>>>
  /** UTC at second 0 of its times, ms; null where its clock tells no date */
  readonly zeroAtMs: number | null
  readonly report: ReadingReport
}
