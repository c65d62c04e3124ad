import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { readLaps } from '../files/readLaps'
import { solvePlan } from '../plan/solvePlan'
import { recordLaps } from '../simulator'
import type { Recording } from '../recording/recording'
import { valueAt, wrapStation } from '../geometry/track'
import { analysisOf, driveOn, upTo } from './analysis'
import { bestOfCorners } from './bestOfCorners'
import { adviceOn, evidenceFor, sizeWords } from './evidence'
import { paceUsed } from './paceUsed'
import { runsOfCorners } from './runsOfCorners'
import { behindOf, plannedTrace, tracesOf } from './traces'

const setup = checkSetup('blend-080')
const plan = accepted(solvePlan({ circuit: checkCircuit('nine-corner'), vehicle: checkVehicle('hatch'), setup }))
const csv = gunzipSync(readFileSync(join(import.meta.dirname, '../../fixtures/checks/nine-corner.laps.csv.gz'))).toString()
const onPlan = driveOn(plan, accepted(readLaps(csv, 'nine-corner.laps.csv')))
const analysis = analysisOf(plan, onPlan)
const last = (values: Float64Array) => values[values.length - 1]!

describe('laps by place', () => {
  const traces = tracesOf(plan, onPlan.drive, onPlan.laps)
  const planned = plannedTrace(plan)

  it('begin at 0 on the line and end with the lap', () => {
    for (const { lap, complete, timeS } of onPlan.laps) {
      if (!complete) continue
      const trace = traces.find((one) => one.lap === lap)!
      expect(Math.abs(trace.timeS[0]!)).toBeLessThan(0.05)
      const restM = plan.track.lengthM - plan.track.stationM[plan.track.count - 1]!
      expect(last(trace.timeS) + restM / last(trace.speedMps)).toBeCloseTo(timeS, 1)
    }
  })

  it('are as far behind the plan at the end as the lap is longer', () => {
    const lap = onPlan.laps[2]!
    const behind = behindOf(traces[2]!, planned)
    expect(last(behind)).toBeCloseTo(lap.timeS - plan.trace.lapTimeS, 1)
    expect(behindOf(planned, planned).every((s) => s === 0)).toBe(true)
  })

  it('have nothing where the out lap had not begun', () => {
    expect(traces[0]!.timeS[0]).toBeNaN()
    expect(last(traces[0]!.speedMps)).toBeGreaterThan(5)
  })

  it('have the plan’s own speeds for the plan', () => {
    planned.speedMps.forEach((v, i) => expect(v).toBeCloseTo(plan.trace.speedMps[i]!, 6))
  })
})

describe('the best of each corner', () => {
  const best = bestOfCorners(plan, onPlan.drive, analysis.passes)!

  it('is never slower than the best lap, and its parts add up', () => {
    expect(best.timeS).toBeLessThanOrEqual(best.bestLapS + 1e-9)
    expect(best.parts.reduce((sum, { timeS }) => sum + timeS, 0)).toBeCloseTo(best.timeS, 9)
    expect(best.parts.map(({ corner }) => corner)).toEqual(plan.corners.map(({ number }) => number))
    const fastest = Math.min(...onPlan.laps.filter(({ complete }) => complete).map(({ timeS }) => timeS))
    expect(best.bestLapS).toBeCloseTo(fastest, 1)
  })

  it('goes from one lap to another only where both were equally fast', () => {
    const traces = tracesOf(plan, onPlan.drive, onPlan.laps)
    const speedOf = (lap: number, stationM: number) =>
      valueAt(plan.track, traces.find((one) => one.lap === lap)!.speedMps, wrapStation(plan.track, stationM))
    best.parts.slice(1).forEach((part, k) => {
      const before = best.parts[k]!
      const { places } = analysis.passes.find((one) => one.lap === part.lap && one.places.corner.number === part.corner)!
      expect(Math.abs(speedOf(before.lap, places.fromM) - speedOf(part.lap, places.fromM))).toBeLessThan(0.9)
    })
    expect(new Set(best.parts.map(({ lap }) => lap)).size).toBeGreaterThan(1)
  })

  it('needs two laps', () => {
    expect(
      bestOfCorners(
        plan,
        onPlan.drive,
        analysis.passes.filter(({ lap }) => lap === 1),
      ),
    ).toBeNull()
  })
})

describe('the pace used', () => {
  it('is the plan’s for a drive like the plan, in braking and cornering', () => {
    const own = driveOn(plan, recordLaps(plan, [plan, plan, plan], 25))
    const used = paceUsed(plan, setup.pace, own.drive, analysisOf(plan, own).passes)
    for (const { brake, lateral } of used) {
      if (brake !== null) expect(Math.abs(brake - setup.pace.brake)).toBeLessThan(0.05)
      if (lateral !== null) expect(Math.abs(lateral - setup.pace.lateral)).toBeLessThan(0.05)
    }
    expect(used.filter(({ lateral }) => lateral !== null).length).toBeGreaterThan(5)
  })

  it('falls with the square of the speed carried', () => {
    const whole = recordLaps(plan, [plan, plan, plan], 25)
    const scaled = (values: Float64Array | undefined, by: number) => values!.map((value) => value * by)
    const { speedMps, latMps2, longMps2 } = whole.of
    const slow: Recording = {
      ...whole,
      timeS: whole.timeS.map((t) => t / 0.9),
      of: { ...whole.of, speedMps: scaled(speedMps, 0.9), latMps2: scaled(latMps2, 0.81), longMps2: scaled(longMps2, 0.81) },
    }
    const own = driveOn(plan, slow)
    const used = paceUsed(plan, setup.pace, own.drive, analysisOf(plan, own).passes)
    const shares = used.flatMap(({ lateral }) => (lateral === null ? [] : [lateral / setup.pace.lateral]))
    const middle = shares.sort((a, b) => a - b)[Math.floor(shares.length / 2)]!
    expect(Math.abs(middle - 0.81)).toBeLessThan(0.02)
  })
})

describe('a logger that went on when the car was in', () => {
  it('has its later laps listed, and neither compared nor found fault with', () => {
    const fourth = onPlan.laps[4]!
    const { laps, passes, findings } = analysisOf(plan, upTo(onPlan, fourth.startS))
    expect(laps.map(({ flaws }) => flaws.includes('after'))).toEqual([false, false, false, false, true, true, true])
    expect(new Set(passes.map(({ lap }) => lap))).toEqual(new Set([1, 2, 3]))
    expect(findings.every(({ lap }) => lap < 4)).toBe(true)
    expect(analysis.findings.some(({ lap }) => lap >= 4)).toBe(true)
  })
})

describe('the evidence of a finding', () => {
  it('has the measured and the planned figures, in the school’s units', () => {
    for (const finding of analysis.findings) {
      const pass = analysis.passes.find((one) => one.lap === finding.lap && one.places.corner.number === finding.corner)!
      const lines = evidenceFor(plan.track, pass, finding, 'metric')
      for (const line of lines) expect(line).not.toMatch(/NaN|null|undefined/)
      expect(sizeWords(finding, 'imperial')).not.toMatch(/ m$|km\/h/)
    }
    const early = analysis.findings.find(({ fault }) => fault === 'be')!
    const pass = analysis.passes.find((one) => one.lap === early.lap && one.places.corner.number === early.corner)!
    expect(evidenceFor(plan.track, pass, early, 'metric')[0]).toMatch(/^Braking began at \d+ m, \d+ m before the planned place\.$/)
    expect(adviceOn(early, 'the 100 board', 'metric')).toBe(`brake at the 100 board, ${Math.round(early.size)} m later`)
  })
})

describe('what to work on, by runs of corners', () => {
  const corners = ['1', '2', '3', '4', '5']
  const at = (corner: string, fault: string, lossS: number) => ({ corner, fault, lossS, advice: '' })

  it('puts neighbours with the same fault together, over the start line too, and keeps the order', () => {
    const runs = runsOfCorners([at('5', 'be', 2), at('3', 'am', 1.5), at('1', 'be', 1), at('2', 'pl', 0.5)], corners)
    expect(runs).toEqual([
      { corners: ['5', '1'], faults: ['be'], lossS: 3 },
      { corners: ['3'], faults: ['am'], lossS: 1.5 },
      { corners: ['2'], faults: ['pl'], lossS: 0.5 },
    ])
  })

  it('says all that a corner shows at once', () => {
    expect(runsOfCorners([at('3', 'bh', 1), at('3', 'bo', 1), at('4', 'bo', 1)], corners)).toEqual([
      { corners: ['3'], faults: ['bh', 'bo'], lossS: 2 },
      { corners: ['4'], faults: ['bo'], lossS: 1 },
    ])
  })
})
