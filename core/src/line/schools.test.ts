import { describe, expect, it } from 'vitest'
import type { Setup } from '@ochote/contracts'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { signedApart, stationsApart } from '../geometry/track'
import type { SolvedCorner } from '../corners/solvedCorner'
import { solvePlan, type PlanSolution } from '../plan/solvePlan'

const nine = checkCircuit('nine-corner')
const vehicle = checkVehicle('hatch')
const solve = (setup: Setup) => accepted(solvePlan({ circuit: nine, vehicle, setup, stepM: 1 }))

/** Samples of a plan from one place on to another. */
function between({ track }: PlanSolution, fromM: number, toM: number): number[] {
  return [...track.stationM.keys()].filter((i) => stationsApart(track, fromM, track.stationM[i]!) <= stationsApart(track, fromM, toM))
}

describe('a late-apex line', () => {
  const plan = solve({ ...checkSetup('separate-070'), lineSchool: 'late-apex' })
  const exempt = new Map(plan.lineReport.lateApex.map((c) => [c.cornerNumber, c.exempt]))
  const bound = plan.corners.filter((c) => exempt.get(c.number) === null)
  const sign = (c: SolvedCorner) => (c.direction === 'left' ? 1 : -1)

  it('asks it of most corners, and says why not of the others', () => {
    expect(bound.length).toBeGreaterThanOrEqual(7)
    for (const reason of exempt.values())
      if (reason !== null) expect(reason).toMatch(/^(taken flat|driven almost straight|shorter than 25 m)$/)
  })

  it.each(bound.map((c) => [c.number, c] as const))(
    'has the apex of corner %s past half way, and steers no more after it',
    (_number, c) => {
      const { turnIn, apex, exit } = c.points
      const share = signedApart(plan.track, turnIn!.stationM, apex!.stationM) / stationsApart(plan.track, turnIn!.stationM, exit!.stationM)
      expect(share).toBeGreaterThanOrEqual(0.575) // 0.58 to half a metre of sampling
      expect(share).toBeLessThanOrEqual(0.755)
      const turning = between(plan, apex!.stationM, exit!.stationM).map((i) => sign(c) * plan.path.curvaturePerM[i]!)
      const peak = Math.max(...between(plan, turnIn!.stationM, exit!.stationM).map((i) => sign(c) * plan.path.curvaturePerM[i]!))
      let least = Infinity
      for (const k of turning) {
        least = Math.min(least, k)
        expect((k - least) / peak).toBeLessThanOrEqual(0.055)
      }
    },
  )

  it.each(bound.map((c) => [c.number, c] as const))('runs along the edge at turn-in of corner %s, within 2°', (_number, c) => {
    const i = Math.round(c.points.turnIn!.stationM / plan.track.stepM) % plan.track.count
    const before = (i - 1 + plan.track.count) % plan.track.count
    const after = (i + 1) % plan.track.count
    // the circuit is as wide everywhere, so its edges run as its centreline does
    const slope = (plan.line.offsetM[after]! - plan.line.offsetM[before]!) / (2 * plan.track.stepM)
    expect(Math.abs(Math.atan(slope))).toBeLessThan((2.2 * Math.PI) / 180)
  })

  it('says what it costs against the fastest line, and that it leaves more room when driven too fast', () => {
    const { costS, fastestLapS, tooFast } = plan.lineReport
    expect(plan.trace.lapTimeS - fastestLapS!).toBeCloseTo(costS!, 9)
    expect(costS).toBeGreaterThan(0.1)
    expect(costS! / fastestLapS!).toBeLessThan(0.09)
    const gained = tooFast.map((c) => c.leftM! - c.fastestLeftM!)
    expect(gained.reduce((a, b) => a + b, 0) / gained.length).toBeGreaterThan(0.5)
  })

  it('is not searched for again where it is known', () => {
    const setup: Setup = { ...checkSetup('separate-070'), lineSchool: 'late-apex' }
    const again = accepted(
      solvePlan({
        circuit: nine,
        vehicle,
        setup,
        stepM: 1,
        stored: plan.stored,
        onProgress: () => expect.fail('searched'),
      }),
    )
    expect(again.trace.lapTimeS).toBeCloseTo(plan.trace.lapTimeS, 9)
  })
})

describe('a tight line', () => {
  const plan = solve({ ...checkSetup('blend-080'), lineSchool: 'tight' })

  it('loses no more than a tenth of the fastest line’s least speed in any corner', () => {
    expect(plan.lineReport.tight).toHaveLength(plan.corners.length)
    for (const c of plan.lineReport.tight) expect(c.leastMps / c.fastestLeastMps, `corner ${c.cornerNumber}`).toBeGreaterThanOrEqual(0.9)
  })

  it('is the shorter way round', () => {
    const fastest = accepted(solvePlan({ circuit: nine, vehicle, setup: { ...checkSetup('blend-080'), lineSchool: 'fastest' }, stepM: 1 }))
    expect(plan.trace.lineLengthM).toBeLessThan(fastest.trace.lineLengthM - 5)
    expect(plan.lineReport.costS).toBeGreaterThan(0)
  })
})
