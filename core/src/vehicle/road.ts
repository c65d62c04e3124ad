/** What a vehicle meets along the line that it drives; every array has one entry for each sample. */
export interface Road {
  readonly closed: boolean
  /** distance in plan from each sample to the next along the line itself; on an open course the last entry is unused */
  readonly stepM: Float64Array
  /** of the line, left positive */
  readonly curvaturePerM: Float64Array
  readonly slopeRad: Float64Array
  readonly verticalCurvaturePerM: Float64Array
  readonly crossfallRad: Float64Array
  /** g_s · c: the circuit's factor, patches, rubber and conditions together */
  readonly grip: Float64Array
  /** direction of travel, anticlockwise from east */
  readonly headingRad: Float64Array
}
