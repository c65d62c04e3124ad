/** Where a vehicle is beside the line it is to follow; outward is away from the corner's inside. */
export interface OffLine {
  /** m, outward positive */
  readonly outM: number
  /** heading turned outward of the line's, radians */
  readonly headingRad: number
}

export const ON_LINE: OffLine = { outM: 0, headingRad: 0 }

interface Steering {
  /** the line's own turning towards the inside, 1/m */
  readonly linePerM: number
  /** most turning that grip allows at this speed, 1/m, ≥ 0 */
  readonly mostPerM: number
  /** nearest the inside edge lets it come: the least outM, ≤ 0 */
  readonly leastOutM: number
}

/**
 * One step beside the line: the vehicle turns as the line does, more where that brings its heading back, and never more than
 * grip allows: too fast for the line, it runs wide at the radius it can hold. It follows the inside edge rather than cross it.
 * Its heading is taken back to the line's and not beyond: what is lost to the outside stays lost.
 */
export function stepOffLine(at: OffLine, stepM: number, { linePerM, mostPerM, leastOutM }: Steering): OffLine {
  const back = at.headingRad > 0 ? at.headingRad / stepM : 0
  const wanted = linePerM + back
  const turned = Math.max(-mostPerM, Math.min(mostPerM, wanted))
  const headingRad = at.headingRad + (linePerM - turned) * stepM
  const outM = at.outM + Math.sin((at.headingRad + headingRad) / 2) * stepM
  if (outM >= leastOutM) return { outM, headingRad }
  // at the inside edge the wheel is opened until it goes along the edge
  return { outM: leastOutM, headingRad: Math.max(headingRad, Math.atan2(leastOutM - at.outM, stepM)) }
}

/** Back towards the line once the corner is done, at no more than this slope. */
const BACK_SLOPE = 0.06
export function backToLine(at: OffLine, stepM: number): OffLine {
  const back = Math.min(Math.abs(at.outM), BACK_SLOPE * stepM)
  return { outM: at.outM - Math.sign(at.outM) * back, headingRad: 0 }
}
