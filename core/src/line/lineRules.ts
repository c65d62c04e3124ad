import type { Track } from '../geometry/track'
import { addTo, type BandedMatrix } from './bandedSolve'
import type { LineCost } from './lapCost'
import { curveLine, emptyLineCurvature } from './lineCurvature'
import { type OffsetBasis } from './offsetBasis'
import type { OffsetLine } from './path'

/** A constraint on a line: a sum over some samples that must not exceed 0, or must be 0. */
export interface LineRule {
  readonly kind: 'at-most' | 'equal'
  readonly terms: readonly RuleTerm[]
  readonly constant: number
}

export interface RuleTerm {
  readonly sample: number
  /** of the line's curvature there */
  readonly curvature: number
  /** of its slope there */
  readonly slope: number
  /** of its offset there, 1/m */
  readonly offset: number
}

/** Constraints as a cost that is added to lap time. */
export interface RuleBook {
  /** adds the constraints' cost to a cost of the same line */
  readonly addTo: (cost: LineCost, line: OffsetLine) => void
  /** how far apart the unknowns are that one constraint ties together, in knots the short way round */
  readonly spanOf: (basis: OffsetBasis) => number
  /** adds the Hessian of the active constraints, without curvature's own second derivative, in the order `place` */
  readonly addToMatrix: (basis: OffsetBasis, line: OffsetLine, matrix: BandedMatrix, place: Int32Array) => void
  /** raises the multipliers of the constraints that the line breaks, for the next search */
  readonly learn: (line: OffsetLine) => void
}

/**
 * The augmented Lagrangian of some constraints (Nocedal & Wright, "Numerical Optimization", 17.4): each has a multiplier, and
 * between searches `learn` raises the multipliers of those that are broken.
 * @param stiffness - seconds for each squared unit of a constraint
 */
export function ruleBook(track: Track, rules: readonly LineRule[], stiffness: number): RuleBook {
  const curve = emptyLineCurvature(track.count)
  const prices = new Float64Array(rules.length)
  const values = new Float64Array(rules.length)
  const constants = Float64Array.from(rules, (rule) => rule.constant)
  const isEqual = Uint8Array.from(rules, (rule) => (rule.kind === 'equal' ? 1 : 0))

  // all terms in columns: every evaluation goes through them
  const first = new Int32Array(rules.length + 1)
  rules.forEach(({ terms }, r) => (first[r + 1] = first[r]! + terms.length))
  const column = (of: (term: RuleTerm) => number) => Float64Array.from(rules.flatMap(({ terms }) => terms.map(of)))
  const sampleOf = Int32Array.from(column((term) => term.sample))
  const byCurvature = column((term) => term.curvature)
  const bySlope = column((term) => term.slope)
  const byOffset = column((term) => term.offset)

  const look = (line: OffsetLine) => {
    curveLine(track, line, curve)
    for (let r = 0; r < rules.length; r++) {
      let value = constants[r]!
      for (let t = first[r]!; t < first[r + 1]!; t++) {
        const i = sampleOf[t]!
        value += byCurvature[t]! * curve.curvaturePerM[i]! + bySlope[t]! * line.slope[i]! + byOffset[t]! * line.offsetM[i]!
      }
      values[r] = value
    }
  }
  /** The force of constraint r, seconds per unit; 0 where it is inactive. */
  const pullOf = (r: number) => {
    const pull = prices[r]! + stiffness * values[r]!
    return isEqual[r] === 1 ? pull : Math.max(0, pull)
  }
  /** How a constraint changes with the coefficients that affect it. */
  const rowOf = (basis: OffsetBasis, terms: readonly RuleTerm[]) => {
    const row = new Map<number, number>()
    for (const { sample, curvature, slope, offset } of terms) {
      for (let k = 0; k < 4; k++) {
        const at = 4 * sample + k
        const byCurve =
          curve.byOffset[sample]! * basis.value[at]! + curve.bySlope[sample]! * basis.slope[at]! + curve.byBend[sample]! * basis.bend[at]!
        const c = basis.reach[4 * sample + k]!
        row.set(c, (row.get(c) ?? 0) + curvature * byCurve + slope * basis.slope[at]! + offset * basis.value[at]!)
      }
    }
    return [...row]
  }

  return {
    addTo: (cost, line) => {
      look(line)
      for (let r = 0; r < rules.length; r++) {
        const pull = pullOf(r)
        cost.value += (pull * pull - prices[r]! * prices[r]!) / (2 * stiffness)
        if (pull === 0) continue
        for (let t = first[r]!; t < first[r + 1]!; t++) {
          const i = sampleOf[t]!
          const byK = pull * byCurvature[t]!
          cost.byOffset[i] = cost.byOffset[i]! + byK * curve.byOffset[i]! + pull * byOffset[t]!
          cost.bySlope[i] = cost.bySlope[i]! + byK * curve.bySlope[i]! + pull * bySlope[t]!
          cost.byBend[i] = cost.byBend[i]! + byK * curve.byBend[i]!
        }
      }
    },
    spanOf: (basis) => {
      let most = 3
      for (const { terms } of rules) {
        const origin = basis.reach[4 * (terms[0]?.sample ?? 0)]!
        const from = (c: number) => {
          const on = (c - origin + basis.size) % basis.size
          return basis.closed && on > basis.size / 2 ? on - basis.size : on
        }
        const reached = terms.flatMap(({ sample }) => [from(basis.reach[4 * sample]!), from(basis.reach[4 * sample + 3]!)])
        most = Math.max(most, Math.max(...reached) - Math.min(...reached))
      }
      return most
    },
    addToMatrix: (basis, line, matrix, place) => {
      look(line)
      rules.forEach(({ terms }, r) => {
        if (pullOf(r) === 0) return
        const row = rowOf(basis, terms)
        row.forEach(([c, a], j) => {
          for (const [d, b] of row.slice(0, j + 1)) addTo(matrix, place[c]!, place[d]!, stiffness * a * b)
        })
      })
    },
    learn: (line) => {
      look(line)
      rules.forEach((_, r) => (prices[r] = pullOf(r)))
    },
  }
}
