/** WGS-84 defining constants (NIMA TR8350.2). */
const SEMI_MAJOR_M = 6_378_137
const FLATTENING = 1 / 298.257223563
const ECCENTRICITY_SQUARED = FLATTENING * (2 - FLATTENING)
const RAD_PER_DEG = Math.PI / 180

/** A plane touching the ellipsoid at one place: x east, y north, metres. */
export interface LocalFrame {
  readonly lonDeg: number
  readonly latDeg: number
  /** metres per degree of longitude at the frame's latitude, `N(φ₀)·cos φ₀` */
  readonly mPerLonDeg: number
  /** metres per degree of latitude, `M(φ₀)` */
  readonly mPerLatDeg: number
}

/**
 * The frame at a place, by the prime-vertical and meridian radii of curvature there.
 * @param lonDeg - longitude, degrees
 * @param latDeg - latitude, degrees, not a pole
 */
export function localFrame(lonDeg: number, latDeg: number): LocalFrame {
  const sin = Math.sin(latDeg * RAD_PER_DEG)
  const w2 = 1 - ECCENTRICITY_SQUARED * sin * sin
  const primeVerticalM = SEMI_MAJOR_M / Math.sqrt(w2)
  const meridianM = (SEMI_MAJOR_M * (1 - ECCENTRICITY_SQUARED)) / (w2 * Math.sqrt(w2))
  return {
    lonDeg,
    latDeg,
    mPerLonDeg: primeVerticalM * Math.cos(latDeg * RAD_PER_DEG) * RAD_PER_DEG,
    mPerLatDeg: meridianM * RAD_PER_DEG,
  }
}

/** Local metres of a position. */
export function toLocal(frame: LocalFrame, lonDeg: number, latDeg: number): { x: number; y: number } {
  return { x: (lonDeg - frame.lonDeg) * frame.mPerLonDeg, y: (latDeg - frame.latDeg) * frame.mPerLatDeg }
}

/** The position of a place in local metres. */
export function toLonLat(frame: LocalFrame, x: number, y: number): { lon: number; lat: number } {
  return { lon: frame.lonDeg + x / frame.mPerLonDeg, lat: frame.latDeg + y / frame.mPerLatDeg }
}
