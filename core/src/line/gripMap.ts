import type { Conditions } from '@ochote/contracts'
import { featuresOf, type Circuit } from '../geometry/circuit'
import { cornersOf } from '../geometry/corners'
import { toLocal } from '../geometry/localMetres'
import { nearestOnTrack } from '../geometry/nearest'
import { insideRing, ringOf, type Ring } from '../geometry/polygon'
import { sampleTrack, type Track } from '../geometry/track'
import { givenLine } from './givenLine'
import { lineBounds } from './lineBounds'
import { minimumCurvatureCoefficients } from './minimumCurvature'
import { knotSpacingFor, lineOf, offsetBasis } from './offsetBasis'
import type { OffsetLine } from './path'

/** Factor on tyre friction (g_s · c) of the road under a vehicle's middle, by sample and offset. */
export type GripMap = (i: number, offsetM: number) => number

/** The usual dry line, where none is surveyed, is the line of least ∫κ² of a car this wide with these margins. */
const USUAL_CAR_WIDTH_M = 1.8
const USUAL_MARGIN_M = 0.5
/** The band's edge is a linear ramp this wide, centred on its limit. */
export const RAMP_M = 1

/** Coefficients of the usual dry line, metres; null where the line is surveyed or has no effect. */
export type UsualLine = Float64Array | null

/**
 * The usual dry line of a circuit in given conditions: the line of least ∫κ² of a usual car. Finding it takes about a tenth of a
 * second, so find it once for each plan and pass it on.
 * @returns null where the circuit's file has a surveyed dry line, where the rubbered band grips like the rest, and where the
 *   track is too narrow for the usual car (everyone then drives down the middle)
 */
export function usualLineOf(circuit: Circuit, { rubberedGrip }: Pick<Conditions, 'rubberedGrip'>): UsualLine {
  if (rubberedGrip === 1 || featuresOf(circuit, 'dry-line').length > 0) return null
  const track = sampleTrack(circuit)
  const bounds = lineBounds(track, cornersOf(track), {
    vehicleWidthM: USUAL_CAR_WIDTH_M,
    insideMarginM: USUAL_MARGIN_M,
    outsideMarginM: USUAL_MARGIN_M,
  })
  return bounds.ok ? minimumCurvatureCoefficients(track, offsetBasis(track, knotSpacingFor('car')), bounds.value) : null
}

/** Offsets of the line where the rubber lies, metres, one for each sample: surveyed, usual, or down the middle. */
function dryLineOffsets(track: Track, usual: UsualLine): Float64Array {
  const surveyed = featuresOf(track.circuit, 'dry-line')[0]
  if (surveyed) {
    const { frame } = track.circuit
    const pairs = surveyed.geometry.coordinates
      .map(([lon, lat]) => {
        const p = toLocal(frame, lon, lat)
        return nearestOnTrack(track, p.x, p.y)
      })
      .sort((a, b) => a.stationM - b.stationM)
      .filter((p, i, all) => i === 0 || p.stationM > all[i - 1]!.stationM + 0.01)
      .map((p): [number, number] => [p.stationM, p.offsetM])
    const line = givenLine(track, pairs)
    if (line.ok) return line.value.offsetM
  }
  return usual ? lineOf(offsetBasis(track, knotSpacingFor('car')), usual).offsetM : new Float64Array(track.count)
}

interface Patch {
  readonly ring: Ring
  readonly grip: number
}

function patchesOf(track: Track): Patch[] {
  const { frame } = track.circuit
  return featuresOf(track.circuit, 'surface').map((f) => ({
    ring: ringOf((f.geometry.coordinates[0] ?? []).map(([lon, lat]) => toLocal(frame, lon, lat))),
    grip: f.properties.grip,
  }))
}

const NONE: readonly Patch[] = []

/** The patches that each sample's cross-section can touch. A search asks at every sample, and few samples are near a patch. */
function patchesAt(track: Track, patches: readonly Patch[]): (readonly Patch[])[] {
  return Array.from(track.x, (x, i) => {
    const reachM = Math.max(track.halfLeftM[i]!, track.halfRightM[i]!)
    const y = track.y[i]!
    const near = patches.filter(({ ring: { box } }) => {
      const overX = x >= box.west - reachM && x <= box.east + reachM
      return overX && y >= box.south - reachM && y <= box.north + reachM
    })
    return near.length === 0 ? NONE : near
  })
}

/**
 * The grip of a circuit in given conditions: circuit × patches × conditions × rubber, each a factor.
 * @param usual - from `usualLineOf` for the same circuit and conditions
 * @param rampM - width of the rubbered band's edge; a search starts with a wide one, so that the gradient points to grip outside
 *   the band
 */
export function gripMapOf(track: Track, conditions: Pick<Conditions, 'grip' | 'rubberedGrip'>, usual: UsualLine, rampM = RAMP_M): GripMap {
  const patches = patchesOf(track)
  const bandM = track.circuit.rubberedBandM
  const dryLine: Float64Array | null = conditions.rubberedGrip === 1 ? null : dryLineOffsets(track, usual)
  const within = patchesAt(track, patches)
  return (i, offsetM) => {
    let grip = track.grip[i]! * conditions.grip
    const near = within[i]!
    if (near.length > 0) {
      const heading = track.headingRad[i]!
      const x = track.x[i]! - Math.sin(heading) * offsetM
      const y = track.y[i]! + Math.cos(heading) * offsetM
      for (const patch of near) if (insideRing(patch.ring, x, y)) grip *= patch.grip
    }
    if (dryLine) {
      const beyond = Math.abs(offsetM - dryLine[i]!) - bandM
      grip *= 1 + (conditions.rubberedGrip - 1) * Math.min(1, Math.max(0, 0.5 - beyond / rampM))
    }
    return grip
  }
}

/** Grip under a line, one entry for each sample. */
export function gripAlong(track: Track, grip: GripMap, line: OffsetLine): Float64Array {
  return Float64Array.from({ length: track.count }, (_, i) => grip(i, line.offsetM[i]!))
}
