import { describe, expect, it } from 'vitest'
import type { Setup } from '@ochote/contracts'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { signedApart, stationsApart } from '../geometry/track'
import type { SolvedCorner } from '../corners/solvedCorner'
import { knownFastest, type FoundFor } from './knownFastest'
import { solvePlan, type PlanSolution } from '../plan/solvePlan'

const nine = checkCircuit('nine-corner')
const vehicle = checkVehicle('hatch')
/** What was solved, so that no fastest line is searched for twice. */
const solvedBefore: FoundFor[] = []
function solve(setup: Setup): PlanSolution {
  const fastest = knownFastest(setup, solvedBefore)
  const solution = accepted(solvePlan({ circuit: nine, vehicle, setup, stepM: 1, ...(fastest ? { fastest } : {}) }))
  solvedBefore.push({ setup, line: solution.stored.line })
  return solution
}

/** Samples of a plan from one place on to another. */
function between({ track }: PlanSolution, fromM: number, toM: number): number[] {
  return [...track.stationM.keys()].filter((i) => stationsApart(track, fromM, track.stationM[i]!) <= stationsApart(track, fromM, toM))
}

describe('a late-apex line', () => {
  const plan = solve({ ...checkSetup('separate-070'), lineSchool: 'late-apex' })
  const exempt = new Map(plan.lineReport.lateApex.map((c) => [c.cornerNumber, c.exempt]))
  const bound = plan.corners.filter((c) => exempt.get(c.number) === null)
  const sign = (c: SolvedCorner) => (c.direction === 'left' ? 1 : -1)

  it('says why not where it is not asked', () => {
    expect(bound.length).toBeGreaterThanOrEqual(3)
    for (const reason of exempt.values())
      if (reason !== null)
        expect(reason).toMatch(/^(taken flat|driven almost straight|turns for|neither braked|linked|leads on|it would cost|no line near)/)
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

  it.each(bound.map((c) => [c.number, c] as const))('runs along the edge at turn-in of corner %s, within 3°', (_number, c) => {
    const i = Math.round(c.points.turnIn!.stationM / plan.track.stepM) % plan.track.count
    const before = (i - 1 + plan.track.count) % plan.track.count
    const after = (i + 1) % plan.track.count
    // the circuit is as wide everywhere, so its edges run as its centreline does
    const slope = (plan.line.offsetM[after]! - plan.line.offsetM[before]!) / (2 * plan.track.stepM)
    expect(Math.abs(Math.atan(slope))).toBeLessThan((3.2 * Math.PI) / 180)
  })

  it('says what it costs against the fastest line, and that it leaves more room when driven too fast', () => {
    const { costS, fastestLapS, tooFast } = plan.lineReport
    expect(plan.trace.lapTimeS - fastestLapS!).toBeCloseTo(costS!, 9)
    expect(costS).toBeGreaterThan(0.1)
    expect(costS! / fastestLapS!).toBeLessThanOrEqual(0.03)
    const gained = tooFast.map((c) => c.leftM! - c.fastestLeftM!)
    expect(gained.reduce((a, b) => a + b, 0) / gained.length).toBeGreaterThan(0.5)
  })

  it('says what each corner costs and buys: the costs add up to the lap’s', () => {
    const { costS, lateApex, tooFast } = plan.lineReport
    expect(lateApex.reduce((sum, c) => sum + c.costS, 0)).toBeCloseTo(costS!, 6)
    lateApex.forEach((c, i) => expect(c.buysM).toBeCloseTo(tooFast[i]!.leftM - tooFast[i]!.fastestLeftM, 9))
    for (const c of lateApex) if (c.notWorthIt) expect(c.buysM).toBeLessThan(5 * c.costS)
  })

  it('leaves out the corners that the plan leaves out, and then costs less or as much', () => {
    const number = bound[0]!.number
    const without = solve({ ...checkSetup('separate-070'), lineSchool: 'late-apex', lateApexNotAt: [number] })
    expect(without.lineReport.lateApex.find((c) => c.cornerNumber === number)!.exempt).toBe('left out by choice')
    expect(without.lineReport.costS! / without.lineReport.fastestLapS!).toBeLessThanOrEqual(0.03)
  })

  it('has a first answer from the line of a pace a notch lower, near the line itself', () => {
    const setup: Setup = { ...checkSetup('separate-070'), lineSchool: 'late-apex' }
    const lower = { ...setup, pace: { lateral: setup.pace.lateral - 0.02, brake: setup.pace.brake - 0.02, drive: setup.pace.drive } }
    const first = accepted(solvePlan({ circuit: nine, vehicle, setup, stepM: 1, near: solve(lower).stored.line! }))
    expect(Math.abs(first.trace.lapTimeS / plan.trace.lapTimeS - 1)).toBeLessThan(0.015)
    expect(first.lineReport.overEdge).toEqual([])
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

describe.each([
  ['separate', 1],
  ['blend', 1],
  ['trail', 1],
  ['separate', 0.7],
  ['trail', 0.7],
] as const)('under the %s school where the rubbered band grips %f as well as the rest', (brakingSchool, rubberedGrip) => {
  const conditions = { grip: rubberedGrip === 1 ? 1 : 0.75, rubberedGrip, airDensity: 1.2, windMps: 0, windFromDeg: 0 }
  const setup: Setup = { ...checkSetup('blend-080'), brakingSchool, conditions }

  it.each(['late-apex', 'tight'] as const)('a %s line costs at most 3 % of the fastest lap', (lineSchool) => {
    const { lineReport, trace } = solve({ ...setup, lineSchool })
    expect(lineReport.costS! / lineReport.fastestLapS!).toBeLessThanOrEqual(0.03)
    expect(trace.lapTimeS).toBeGreaterThan(0)
    for (const c of lineReport.lateApex) expect(c.met || c.exempt !== null, c.cornerNumber).toBe(true)
  })
})

describe('a tight line', () => {
  const plan = solve({ ...checkSetup('blend-080'), lineSchool: 'tight' })

  it('loses no more than a tenth of the fastest line’s least speed in any corner', () => {
    expect(plan.lineReport.tight).toHaveLength(plan.corners.length)
    for (const c of plan.lineReport.tight) expect(c.leastMps / c.fastestLeastMps, `corner ${c.cornerNumber}`).toBeGreaterThanOrEqual(0.9)
  })

  it('is the shorter way round', () => {
    const fastest = solve({ ...checkSetup('blend-080'), lineSchool: 'fastest' })
    expect(plan.trace.lineLengthM).toBeLessThan(fastest.trace.lineLengthM - 5)
    expect(plan.lineReport.costS).toBeGreaterThan(0)
  })
})
