import { describe, expect, it } from 'vitest'
import { smoothSetup } from '../../fixtures/smoothSetup'
import { accepted, checkCircuit, checkSetup, checkVehicle, circlePoints, circuitDocument, position } from '../../fixtures/circuits'
import { circuitFromDocument } from '../files/readCircuit'
import { solvePlan, type PlanSolution } from '../plan/solvePlan'
import { priorityReason } from './priorityReason'
import { rankingReason } from './ranking'

const solve = (circuit: unknown, school = 'blend-080', vehicle = checkVehicle('hatch')): PlanSolution =>
  accepted(
    solvePlan({
      circuit: accepted(circuitFromDocument(circuit)),
      vehicle,
      setup: { ...checkSetup(school), lineSchool: 'given', givenLine: [[0, 0]] },
    }),
  )

/** A loop of four right angles: one long straight after the last corner, short ones between the others. */
const box = (longM: number, shortM: number, radiusM: number) => {
  const points: [number, number][] = []
  const corner = (cx: number, cy: number, fromDeg: number) => {
    for (let k = 0; k <= 6; k++) {
      const a = ((fromDeg + 15 * k) * Math.PI) / 180
      points.push([cx + radiusM * Math.cos(a), cy + radiusM * Math.sin(a)])
    }
  }
  const straight = (from: [number, number], to: [number, number]) => {
    for (const t of [0.12, 0.25, 0.4, 0.55, 0.7, 0.88]) points.push([from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])])
  }
  const [w, h] = [longM / 2, shortM / 2]
  straight([-w, -h - radiusM], [w, -h - radiusM])
  corner(w, -h, -90)
  straight([w + radiusM, -h], [w + radiusM, h])
  corner(w, h, 0)
  straight([w, h + radiusM], [-w, h + radiusM])
  corner(-w, h, 90)
  straight([-w - radiusM, h], [-w - radiusM, -h])
  corner(-w, -h, 180)
  return circuitDocument({ points })
}

describe('what corners are for', () => {
  const nine = accepted(
    solvePlan({
      circuit: checkCircuit('nine-corner'),
      vehicle: checkVehicle('hatch'),
      setup: smoothSetup(checkCircuit('nine-corner'), checkVehicle('hatch'), checkSetup('blend-080')),
    }),
  )

  it('ranks them by what a usual miss costs, each rank once', () => {
    const ranked = [...nine.corners].sort((a, b) => a.priority.rank - b.priority.rank)
    expect(ranked.map((c) => c.priority.rank)).toEqual(ranked.map((_, n) => n + 1))
    const stakes = ranked.map((c) => c.priority.atStakeS)
    expect(stakes).toEqual([...stakes].sort((a, b) => b - a))
    expect(stakes[0]).toBeGreaterThan(0.05)
  })

  it('never gains by braking earlier, slower, or with less at full throttle', () => {
    for (const { priority } of nine.corners) {
      for (const s of [priority.entrySPerM, priority.minSpeedSPerKmh, priority.exitSPerKmh]) expect(s).toBeGreaterThanOrEqual(0)
    }
    const braked = nine.corners.filter((c) => c.points.brakeStart && c.priority.kind !== 'set-up')
    for (const { priority } of braked) expect(priority.entrySPerM).toBeGreaterThan(0)
  })

  it('says of each why, with its number', () => {
    for (const corner of nine.corners) {
      const { priority } = corner
      if (priority.kind === 'exit') expect(priorityReason(corner, 'metric')).toContain(`${priority.exitSPerKmh.toFixed(3)} s`)
      expect(priorityReason(corner, 'metric').length).toBeGreaterThan(15)
    }
  })

  it('says why in miles an hour and yards where the school uses them', () => {
    const exit = nine.corners.find((c) => c.priority.kind === 'exit')!
    const [, lost, yards] = /^([\d.]+) s lost over the (\d+) yd after it for each mph less at full throttle$/.exec(
      priorityReason(exit, 'imperial'),
    )!
    // 1 mph is 1.609344 km/h, 1 yd is 0.9144 m
    expect(Number(lost)).toBeCloseTo(exit.priority.exitSPerKmh * 1.609344, 2)
    expect(Number(yards)).toBeCloseTo(exit.after.flatOutM / 0.9144, -0.5)
    const entry = { ...exit, priority: { ...exit.priority, kind: 'entry' as const, entrySPerM: 0.01 } }
    expect(priorityReason(entry, 'imperial')).toBe('0.009 s lost for each yard of braking earlier, more than its exit gives')
    for (const corner of nine.corners) expect(priorityReason(corner, 'imperial')).not.toMatch(/km\/h|\d m\b|metre/)
    expect(rankingReason(nine.corners, 'imperial')).not.toMatch(/km\/h|\d m\b|metre/)
    expect(rankingReason(nine.corners, 'imperial')).toMatch(/ yd flat out/)
  })

  it('finds most to lose by a slow exit where the longest straight follows', () => {
    const { corners } = solve(box(420, 110, 24))
    const exits = corners.map((c) => c.priority.exitSPerKmh)
    const flats = corners.map((c) => c.after.flatOutM)
    expect(corners).toHaveLength(4)
    expect(exits.indexOf(Math.max(...exits))).toBe(flats.indexOf(Math.max(...flats)))
    expect(Math.max(...exits)).toBeGreaterThan(1.1 * Math.min(...exits))
  })

  it('costs about d/v₁ − d/v₀ to drive the last metres before a corner slowed already', () => {
    // braking d metres early means driving d metres at the corner's speed rather than at the straight's
    const { corners, trace } = solve(box(420, 170, 24))
    const { points, priority } = corners[0]!
    const own = 1 / points.minSpeed!.speedMps - 1 / points.brakeStart!.speedMps
    expect(priority.entrySPerM / own).toBeGreaterThan(0.7)
    expect(priority.entrySPerM / own).toBeLessThan(1.6)
    expect(trace.lapTimeS).toBeGreaterThan(20)
  })

  it('calls a bend taken without lifting flat, with nothing at stake', () => {
    const slow = { ...checkVehicle('hatch'), torqueNm: [[1000, 12]] as [number, number][] }
    const { corners } = solve(circuitDocument({ points: circlePoints(60, 40) }), 'blend-080', slow)
    const flat = corners.filter((c) => !c.points.brakeStart && !c.points.lift)
    expect(flat.length).toBeGreaterThan(0)
    for (const { priority } of flat) expect([priority.kind, priority.atStakeS]).toEqual(['flat', 0])
  })

  const KMH = 3.6
  const slowedKmh = ({ points: { brakeStart, lift, minSpeed } }: PlanSolution['corners'][number]) => {
    const entry = brakeStart ?? lift
    return entry && minSpeed ? (entry.speedMps - minSpeed.speedMps) * KMH : 0
  }
  /** Bends of all kinds, from hardly one to tight, driven slowly and fast. */
  const driven = [...['separate-070', 'blend-080', 'trail-100']].map((school) => solve(box(420, 170, 24), school)).concat(nine)

  it('is flat only at full throttle all the way through', () => {
    const fast = solve(circuitDocument({ points: circlePoints(400, 60) }), 'trail-100', {
      ...checkVehicle('hatch'),
      torqueNm: [[1000, 60]],
    })
    for (const { corners, trace, track } of [...driven, fast]) {
      for (const { points, priority } of corners) {
        if (!points.turnIn || !points.exit) continue
        const from = Math.ceil(points.turnIn.stationM / track.stepM)
        const length = (points.exit.stationM - points.turnIn.stationM + track.lengthM) % track.lengthM
        const shares = Array.from({ length: Math.floor(length / track.stepM) }, (_, k) => trace.throttleShare[(from + k) % track.count]!)
        const isFlat = !points.brakeStart && !points.lift && shares.every((share) => share >= 0.95)
        expect(priority.kind === 'flat').toBe(isFlat)
      }
    }
  })

  it('is held, not flat, where nobody brakes and grip limits the speed', () => {
    // round and round a circle: steady speed at the limit, with throttle to spare
    const { corners } = solve(circuitDocument({ points: circlePoints(60, 40) }), 'trail-100')
    expect(corners.length).toBeGreaterThan(0)
    for (const corner of corners) {
      const { points, priority } = corner
      expect([points.brakeStart, points.lift, priority.kind]).toEqual([null, null, 'held'])
      expect(priority.atStakeS).toBeGreaterThan(0)
      expect(priorityReason(corner, 'metric')).toContain(`${(points.minSpeed!.speedMps * KMH).toFixed(0)} km/h`)
    }
  })

  it('is braked for only where it is slowed for by 8 km/h or more; less is a lift', () => {
    for (const { corners } of driven)
      for (const corner of corners) {
        if (corner.points.brakeStart) expect(slowedKmh(corner)).toBeGreaterThan(7) // from the brakes on; the lift before them adds to it
        expect(corner.points.brakeStart && corner.points.lift).toBeNull()
      }
    const bend = box(420, 170, 24)
    const gentle = solve(bend, 'blend-080', { ...checkVehicle('hatch'), torqueNm: [[1000, 9]], dragAreaM2: 1.5 })
    for (const corner of gentle.corners) if (corner.points.lift) expect(slowedKmh(corner)).toBeLessThan(8.5)
  })

  it('sets up the next one only where that is slowed for at once, and where more speed costs more there than it gains here', () => {
    expect(driven.flatMap((d) => d.corners).filter((c) => c.priority.kind === 'set-up').length).toBeGreaterThan(0)
    for (const { corners, trace } of driven) {
      corners.forEach((corner, c) => {
        const { points, priority, after } = corner
        if (priority.kind !== 'set-up') return
        const { points: next } = corners[(c + 1) % corners.length]!
        const entry = (next.brakeStart ?? next.lift)!
        const gapS = (entry.timeS - points.exit!.timeS + trace.lapTimeS) % trace.lapTimeS
        expect(gapS).toBeLessThanOrEqual(1.5 + 1e-6)
        expect(after.poweredS).toBeLessThanOrEqual(3)
        const [, gains, costs] = /gains ([\d.]+) s and costs ([\d.]+) s/.exec(priorityReason(corner, 'metric'))!
        expect(Number(costs)).toBeGreaterThanOrEqual(Number(gains))
      })
    }
  })

  it('is for its exit or the speed carried where more than three seconds under power follow', () => {
    for (const { corners } of driven)
      for (const { priority, after } of corners)
        if (after.poweredS > 3 && priority.kind !== 'flat') expect(['exit', 'carry']).toContain(priority.kind)
  })

  it('says nothing is given away', () => {
    for (const { corners } of driven) for (const corner of corners) expect(priorityReason(corner, 'metric')).not.toContain('given away')
  })

  it('works on an open course, whose last corner leads to its end', () => {
    const coordinates = [
      ...Array.from({ length: 8 }, (_, k) => position(-300 + 40 * k, 0)),
      ...Array.from({ length: 6 }, (_, k) => {
        const a = -Math.PI / 2 + (Math.PI / 2) * ((k + 1) / 6)
        return position(30 * Math.cos(a), 30 + 30 * Math.sin(a))
      }),
      ...Array.from({ length: 6 }, (_, k) => position(30, 60 + 40 * k)),
    ]
    const document = circuitDocument({
      points: [
        [0, 0],
        [1, 1],
      ],
      closed: false,
      properties: { closed: false },
    })
    document.features[0].geometry.coordinates = coordinates
    const { corners } = solve(document)
    expect(corners.length).toBeGreaterThan(0)
    expect(corners[0]!.priority.exitSPerKmh).toBeGreaterThan(0)
    expect(corners[0]!.priority.exitSPerKmh).toBeLessThan(0.3)
  })
})
