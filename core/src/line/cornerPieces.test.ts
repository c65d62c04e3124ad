import { describe, expect, it } from 'vitest'
import { checkCircuit } from '../../fixtures/circuits'
import { sampleTrack } from '../geometry/track'
import { cornerOwners, swapCorners } from './cornerPieces'
import type { DrivenCoefficients } from './drivenLine'
import { lineOf, offsetBasis } from './offsetBasis'
import { tightWithin } from './tightLine'

const track = sampleTrack(checkCircuit('oval'), 4)
const basis = offsetBasis(track, 8)
const numbers = Array.from({ length: 12 }, (_, c) => `${c + 1}`)
const owner = cornerOwners(
  track,
  numbers.map((number, c) => ({ number, apexM: ((c + 0.5) * track.lengthM) / numbers.length })),
)
const stepM = new Float64Array(track.count).fill(track.stepM)

/** Every metre that a line is off the middle takes speed at that place; the first corners take more of it. */
function drive(coefficients: Float64Array): DrivenCoefficients {
  const { offsetM } = lineOf(basis, coefficients)
  const q = offsetM.map((n, i) => (30 - Math.abs(n) * (3 - Number(owner[i]) / 6)) ** 2)
  return { coefficients, q, stepM, lapTimeS: q.reduce((sum, v, i) => sum + stepM[i]! / Math.sqrt(v), 0) }
}

describe('a tight line that costs too much everywhere', () => {
  it('gives corners the fastest line, whole, until it costs at most 3 %', () => {
    const fastest = drive(new Float64Array(basis.size))
    const tight = new Float64Array(basis.size).fill(6)
    const found = tightWithin({ track, basis, owner, corners: numbers, fastest, drive, lineFor: () => tight })
    expect(drive(found.coefficients).lapTimeS / fastest.lapTimeS - 1).toBeLessThan(0.03)
    expect(found.notTight.size).toBeLessThan(numbers.length)
    // between two neighbours that are both given the fastest line, nothing of the tight one is left
    const { offsetM } = lineOf(basis, found.coefficients)
    const at = (stationM: number) => offsetM[Math.round(stationM / track.stepM)]!
    const pieceM = track.lengthM / numbers.length
    const neighbours = numbers.slice(0, -1).filter((number) => found.notTight.has(number) && found.notTight.has(`${Number(number) + 1}`))
    expect(neighbours.length).toBeGreaterThan(2)
    for (const number of neighbours) expect(at(Number(number) * pieceM)).toBeCloseTo(0, 9)
  })
})

it('without corners, the whole lap is one piece', () => {
  const owners = cornerOwners(track, [])
  expect(new Set(owners)).toEqual(new Set(['']))
  const [slow, quick] = [drive(new Float64Array(basis.size).fill(3)), drive(new Float64Array(basis.size))]
  expect(swapCorners(track, basis, slow, [quick], owners, drive).lapTimeS).toBeCloseTo(quick.lapTimeS, 9)
})

describe('corners that choose between lines', () => {
  it('take the other line’s way only where the lap is then quicker', () => {
    const middle = new Float64Array(basis.size)
    const own = drive(middle.map(() => 2))
    // better through the first six corners, worse through the others
    const other = drive(middle.map((_, k) => (k < basis.size / 2 ? 0 : 4)))
    const swapped = swapCorners(track, basis, own, [other], owner, drive)
    expect(swapped.lapTimeS).toBeLessThan(Math.min(own.lapTimeS, other.lapTimeS))
    const { offsetM } = lineOf(basis, swapped.coefficients)
    const at = (piece: number) => offsetM[Math.round(((piece + 0.5) * track.lengthM) / numbers.length / track.stepM)]!
    expect(at(2)).toBeLessThan(0.3)
    expect(at(9)).toBeGreaterThan(1.7)
  })

  it('stay as they are where no other line is quicker anywhere', () => {
    const own = drive(new Float64Array(basis.size))
    expect(swapCorners(track, basis, own, [drive(own.coefficients.map(() => 3))], owner, drive)).toBe(own)
  })
})
