import { usualTerms } from '@ochote/contracts'
import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, stadiumPoints, circuitDocument, position } from '../../fixtures/circuits'
import { givenSolution } from '../../fixtures/givenSolution'
import { plainMarks } from '../../fixtures/plainMarks'
import { circuitFromDocument } from '../files/readCircuit'
import { featuresOf } from '../geometry/circuit'
import { sampleTrack } from '../geometry/track'
import { isCovered, meetingItems } from './meetingItems'
import { talkPaces, talkStationAt, talkThrough, talkTimeOf, talkTimes } from './talkThrough'
import { defaultMeeting } from './defaultMeeting'

const point = (properties: Record<string, unknown>, x: number, y: number) => ({
  type: 'Feature',
  properties,
  geometry: { type: 'Point', coordinates: position(x, y) },
})
const lane = (properties: Record<string, unknown>) => ({
  type: 'Feature',
  properties: { role: 'pit-lane', ...properties },
  geometry: { type: 'LineString', coordinates: [position(320, -40), position(320, 40)] },
})
function itemsOf(features: object[], properties: Record<string, unknown> = {}) {
  const track = sampleTrack(accepted(circuitFromDocument(circuitDocument({ points: stadiumPoints(300, 60), features, properties }))))
  return meetingItems(track, defaultMeeting, usualTerms)
}

describe('the drivers’ meeting', () => {
  it('names every hazard of the circuit with where it is, and every topic of the school', () => {
    const circuit = checkCircuit('nine-corner')
    const items = meetingItems(sampleTrack(circuit), defaultMeeting, usualTerms)
    const hazards = featuresOf(circuit, 'hazard').length
    expect(items.filter((i) => i.id.startsWith('hazard-'))).toHaveLength(hazards)
    for (const { id } of defaultMeeting) expect(items.map((i) => i.id)).toContain(`school-${id}`)
    expect(new Set(items.map((i) => i.id)).size).toBe(items.length)
  })

  it.each([
    {
      what: 'a blind crest',
      feature: point({ role: 'hazard', kind: 'blind-crest', note: 'Aim at the tree' }, 0, -60),
      topic: 'Blind place',
      words: /^Blind over a crest: .*Aim at the tree$/,
    },
    {
      what: 'a line never to cross',
      feature: point({ role: 'hazard', kind: 'never-cross-line' }, 0, -57),
      topic: 'Never cross',
      words: /^A line never to be crossed, on the left: /,
    },
    { what: 'a post', feature: point({ role: 'post', number: 4 }, 0, -66), topic: 'Posts', words: /: 4 \(\d+ m\)$/ },
    { what: 'a pit lane’s limit', feature: lane({ speedLimitKmh: 40 }), topic: 'Pit lane', words: /^Pit lane speed limit: 40 km\/h$/ },
    { what: 'where to join', feature: lane({ exitStation: 120 }), topic: 'Pit lane', words: /^Going out: .*Look before you join$/ },
  ])('does not forget $what', ({ feature, topic, words }) => {
    const found = itemsOf([feature]).filter((i) => i.topic === topic)
    expect(found.map((i) => i.text).some((text) => words.test(text))).toBe(true)
  })

  it('keeps its ticks when only the wording changes, and those from before keys were made of facts', () => {
    const [bump] = itemsOf([point({ role: 'hazard', kind: 'bump' }, 0, -60)]).filter((i) => i.topic === 'Hazard')
    expect(bump!.id).toMatch(/^hazard-1-bump-[0-9a-f]+$/)
    expect([isCovered(bump!, [bump!.id]), isCovered(bump!, ['hazard-1-bump-any']), isCovered(bump!, ['hazard-2-bump-any'])]).toEqual([
      true,
      true,
      false,
    ])
  })

  it('has to cover again what has changed in the circuit’s file, and only that', () => {
    const bump = (note: string) => point({ role: 'hazard', kind: 'bump', note }, 0, -60)
    const post = point({ role: 'post', number: 4 }, 0, -66)
    const before = new Set(itemsOf([bump('small'), post]).map((i) => i.id))
    const fresh = itemsOf([bump('larger since the winter'), post]).filter((i) => !before.has(i.id))
    expect(fresh.map((i) => i.text)).toEqual([expect.stringContaining('larger since the winter')])
  })

  it('says that a limit or a post is not known rather than nothing', () => {
    const items = itemsOf([lane({})])
    expect(items.map((i) => i.text)).toContain('Pit lane speed limit: not in the circuit’s file, so ask')
    expect(items.map((i) => i.text)).toContain('The circuit’s file has no marshal posts: say where they are')
  })

  it('tells of a corner that falls to its outside, not of one that falls to its inside', () => {
    // a circle driven to the left: crossfall is positive towards the left, the inside
    const camber = (crossfall: number) => itemsOf([], { crossfall }).filter((i) => i.topic === 'Camber')
    expect(camber(2)).toEqual([])
    expect(camber(-2)[0]!.text).toMatch(/is off camber by up to 2\.0°/)
  })
})

describe('the lap talked through', () => {
  const solution = givenSolution()
  const steps = talkThrough(plainMarks(solution), (n) => `purpose of ${n}`, 'metric')

  it('goes mark by mark in the order of the lap, each corner named first with what it is for', () => {
    const stations = steps.filter((s) => s.cornerNumber !== '').map((s) => s.stationM)
    expect(stations).toEqual([...stations].sort((a, b) => a - b))
    for (const { number } of solution.corners) {
      const own = steps.filter((s) => s.cornerNumber === number)
      expect(own.map((s) => s.why)).toContain(`purpose of ${number}`)
      expect(own.length).toBeGreaterThan(2)
    }
  })

  it('takes longer the slower it is gone through, and comes by every station in turn', () => {
    const laps = talkPaces.map((pace) => talkTimes(solution, pace)[solution.track.count - 1]!)
    expect(laps[0]).toBeGreaterThan(laps[1]! * 3)
    expect(laps[1]).toBeGreaterThan(laps[2]! * 1.9)
    expect(laps[0]).toBeCloseTo((solution.track.stationM[solution.track.count - 1]! - 0) / 1.4, 0)
  })

  it.each(talkPaces)('finds at %s pace the place a time belongs to, and back', (pace) => {
    const times = talkTimes(solution, pace)
    for (const stationM of [0, 100, 333, solution.track.lengthM - 10]) {
      const back = talkStationAt(solution, times, talkTimeOf(solution, times, stationM) + 1e-9)
      expect(Math.abs(back - stationM)).toBeLessThanOrEqual(solution.track.stepM)
    }
  })
})
