import { duties, type MarkerScheme, type UnsafeAnswer } from '@ochote/contracts'
import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { smoothSetup } from '../../fixtures/smoothSetup'
import { plainMarks } from '../../fixtures/plainMarks'
import type { RoomToBeWrong } from '../runOff/roomToBeWrong'
import { comparePlans } from './comparePlans'
import { isAnswered, readiness, unsafeCorners } from './readiness'
import { suggestedSections } from './sections'
import { solvePlan } from './solvePlan'

const circuit = checkCircuit('nine-corner')
const vehicle = checkVehicle('hatch')
const setup = smoothSetup(circuit, vehicle, checkSetup('blend-080'))
const solution = accepted(solvePlan({ circuit, vehicle, setup }))
const marked = plainMarks(solution)
const { cones } = marked
const look = { kind: 'cone' as const, colour: 'red', hex: '#cc2222', count: 1 }
const looks = Object.fromEntries(duties.map((d) => [d, look])) as MarkerScheme['looks']
const enough = { looks, stock: { red: 500 } }
const safe = { ...marked, room: [], tooFast: [], findings: [] }
const unsafe = { ...marked.room[0]!, verdict: 'unsafe', marginM: -8 } as RoomToBeWrong
const answer: UnsafeAnswer = { cornerNumber: unsafe.cornerNumber, reason: 'Known here', by: 'Rhona Keld', shortM: 8 }
const given = { marked: safe, scheme: enough, answers: [], students: 2, briefed: 2, units: 'metric' as const }
const open = (items: ReturnType<typeof readiness>) => items.filter((item) => !item.done).map((item) => item.key)

describe('what a plan has and lacks', () => {
  it('is nothing where marks, room, stock and briefings are complete', () => {
    expect(open(readiness(given))).toEqual([])
  })

  it('names each thing that is missing', () => {
    expect(open(readiness({ ...given, scheme: { looks, stock: { red: 3 } } }))).toEqual(['stock'])
    expect(open(readiness({ ...given, briefed: 1 }))).toEqual(['briefed'])
    expect(open(readiness({ ...given, marked: { ...safe, cones: cones.filter((c) => c.cornerNumber !== '4') } }))).toEqual(['marks'])
    const over = { fromM: 100, toM: 110, side: 'left' as const, byM: 0.4 }
    const edge = readiness({
      ...given,
      marked: { ...safe, solution: { ...solution, lineReport: { ...solution.lineReport, overEdge: [over] } } },
    })
    expect(open(edge)).toEqual(['edge'])
    expect(edge.find((item) => item.key === 'edge')).toMatchObject({ must: true, says: 'The line is over the edge at 100 m' })
    const miles = readiness({
      ...{ ...given, units: 'imperial' },
      marked: { ...safe, solution: { ...solution, lineReport: { ...solution.lineReport, overEdge: [over] } } },
    })
    expect(miles.find((item) => item.key === 'edge')!.says).toBe('The line is over the edge at 109 yd')
  })

  it('must not have an unsafe cone that nobody answers for', () => {
    const found = { ...given, marked: { ...safe, room: [unsafe] } }
    expect(readiness(found).find((item) => item.key === 'unsafe')).toMatchObject({ done: false, must: true })
    expect(open(readiness({ ...found, answers: [answer] }))).toEqual([])
  })

  it('takes an answer for what was found then, not for worse', () => {
    const found = { cornerNumber: unsafe.cornerNumber, shortM: 8 }
    expect(isAnswered(found, [answer])).toBe(true)
    expect(isAnswered({ ...found, shortM: 8.5 }, [answer])).toBe(true)
    expect(isAnswered({ ...found, shortM: 12 }, [answer])).toBe(false)
    expect(isAnswered({ ...found, cornerNumber: '99' }, [answer])).toBe(false)
  })

  it('names the corners to brief because only turning harder keeps the vehicle on the road', () => {
    const watch = { ...marked.tooFast[0]!, cornerNumber: '4', verdict: 'watch' as const, marginM: -5 }
    const items = readiness({ ...given, marked: { ...safe, tooFast: [watch] } })
    expect(open(items)).toEqual(['watch'])
    expect(items.find((item) => item.key === 'watch')).toMatchObject({ must: false, says: expect.stringContaining('corner 4') as string })
  })

  it('asks once for a corner where both mistakes are unsafe, about the worse of the two', () => {
    const fast = { ...marked.tooFast[0]!, cornerNumber: unsafe.cornerNumber, verdict: 'unsafe' as const, marginM: -11 }
    const other = { ...fast, cornerNumber: '99', marginM: -3 }
    const both = { room: [unsafe], tooFast: [fast, other], findings: [] }
    expect(unsafeCorners(both)).toEqual([
      { cornerNumber: unsafe.cornerNumber, shortM: 11, marksSay: [] },
      { cornerNumber: '99', shortM: 3, marksSay: [] },
    ])
    const items = readiness({ ...given, marked: { ...safe, ...both }, answers: [{ ...answer, shortM: 11 }] })
    expect(items.find((item) => item.key === 'unsafe')).toMatchObject({ done: false, must: true })
    expect(items.find((item) => item.key === 'unsafe')!.says).toContain('corner 99')
  })
})

describe('marks that do not agree', () => {
  const finding = { cornerNumber: '4', coneId: '4-exit', byM: 2, says: 'the exit cone sends the car to 1.0 m from standing water' }

  it('with the line are named and hold nothing up; an unsafe one needs an answer by name', () => {
    const apart = readiness({ ...given, marked: { ...safe, findings: [{ ...finding, unsafe: false }] } })
    expect(open(apart)).toEqual(['line'])
    expect(apart.find((item) => item.key === 'line')).toMatchObject({ must: false, says: expect.stringContaining('corner 4') as string })
    const marks = { ...given, marked: { ...safe, findings: [{ ...finding, unsafe: true }] } }
    expect(readiness(marks).find((item) => item.key === 'unsafe')).toMatchObject({ done: false, must: true })
    const answers = [{ cornerNumber: '4', reason: 'Dry today', by: 'Rhona Keld', shortM: 2 }]
    expect(open(readiness({ ...marks, answers }))).toEqual([])
  })

  it('are found where a brake cone was moved so late that the car leaves the road', () => {
    const brake = marked.cones.find((c) => c.duty === 'brake')!
    const moved = (alongM: number) =>
      plainMarks(solution, { moves: [{ coneId: brake.id, stationM: brake.stationM + alongM, offsetM: brake.offsetM }] })
    const late = moved(26).findings.filter((f) => f.coneId === brake.id)
    expect(late).toMatchObject([{ cornerNumber: brake.cornerNumber, unsafe: true }])
    expect(unsafeCorners(moved(26)).find((c) => c.cornerNumber === brake.cornerNumber)!.marksSay).toEqual([late[0]!.says])
    expect(moved(0).findings.filter((f) => f.coneId === brake.id)).toEqual([])
    expect(moved(-20).findings.filter((f) => f.coneId === brake.id)).toEqual([])
  })
})

describe('sections to work on', () => {
  const sections = suggestedSections(solution.track, solution.corners)

  it('hold every corner that asks for something, once, at most three together and in the order of the lap', () => {
    const asking = solution.corners.filter((c) => c.priority.kind !== 'flat').map((c) => c.number)
    const held = sections.flatMap((s) => s.corners)
    for (const number of asking) expect(held.filter((n) => n === number)).toHaveLength(1)
    const order = solution.corners.map((c) => c.number)
    for (const { corners } of sections) {
      expect(corners.length).toBeLessThanOrEqual(3)
      expect(corners.map((n) => order.indexOf(n))).toEqual(corners.map((_, k) => order.indexOf(corners[0]!) + k))
    }
  })

  it('come with most at stake first, and say why with the numbers', () => {
    const stakes = sections.map((s) => s.atStakeS)
    expect(stakes).toEqual([...stakes].sort((a, b) => b - a))
    expect(sections[0]!.why).toContain(`${stakes[0]!.toFixed(2)} s for usual misses`)
  })
})

describe('two plans on one circuit', () => {
  const slower = { ...setup, pace: { lateral: 0.7, brake: 0.55, drive: 0.8 } }
  const second = accepted(solvePlan({ circuit, vehicle, setup: slower }))
  const rows = comparePlans(marked, plainMarks(second))
  const brakes = rows.filter((r) => r.duty === 'brake' && r.apartM !== null)

  it('give each mark’s difference in metres, and brake marks for both where the earlier has them', () => {
    expect(brakes.length).toBeGreaterThan(3)
    for (const row of brakes) {
      expect(row.apartM, row.id).toBeLessThan(0.5) // softer brakes: earlier or at the same place
      expect(row.sharedM, row.id).toBeCloseTo(Math.min(row.first!.stationM, row.second!.stationM), 6)
    }
  })

  it('cost the quicker one time, and the one whose own place it is nothing', () => {
    const moved = brakes.filter((r) => r.apartM! < -3)
    expect(moved.length).toBeGreaterThan(0)
    for (const { costS, id } of moved) {
      expect(costS[0], id).toBeGreaterThan(0)
      expect(costS[1], id).toBe(0)
    }
  })

  it('of which one alone has a mark say so', () => {
    const alone = comparePlans(marked, { ...marked, cones: cones.slice(1) })
    expect(alone.filter((r) => r.second === null)).toMatchObject([{ id: cones[0]!.id, apartM: null, sharedM: null, costS: [null, null] }])
    expect(alone.filter((r) => r.second).every((r) => r.apartM === 0 && r.costS[0] === 0)).toBe(true)
  })
})
