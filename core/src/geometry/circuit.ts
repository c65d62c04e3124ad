import type { CircuitFeature, CircuitRole } from '@ochote/contracts'
import type { LocalFrame } from './localMetres'

/** A circuit that was read from its file and checked: the centreline's positions in local metres, and the features as given. */
export interface Circuit {
  readonly name: string
  readonly closed: boolean
  readonly frame: LocalFrame
  /** positions of the centreline, metres; a closed one does not repeat its first */
  readonly x: Float64Array
  readonly y: Float64Array
  readonly z: Float64Array
  /** half-widths, metres, one for each position */
  readonly widthLeftM: Float64Array
  readonly widthRightM: Float64Array
  /** positive where the surface falls to the left, one for each position */
  readonly crossfallRad: Float64Array
  /** factor on tyre friction, one for each position */
  readonly grip: Float64Array
  /** width of the rubbered band either side of the dry line, metres */
  readonly rubberedBandM: number
  readonly features: readonly CircuitFeature[]
}

/** The features of one role, in the order of the file. */
export function featuresOf<R extends CircuitRole>(circuit: Circuit, role: R): CircuitFeature<R>[] {
  return circuit.features.filter((f): f is CircuitFeature<R> => f.properties.role === role)
}
