import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { readLaps } from '../files/readLaps'
import { solvePlan } from '../plan/solvePlan'
import { analysisOf, driveOn, isCompared } from '../review/analysis'
import { plannedTrace, tracesOf } from '../review/traces'
import type { WorkOn } from '../stintLog/workOn'
import { cornerPicture } from './cornerPicture'
import { recordedGood, recordedWork, workTogether, type RecordedWork } from './recordedWork'

const plan = accepted(solvePlan({ circuit: checkCircuit('nine-corner'), vehicle: checkVehicle('hatch'), setup: checkSetup('blend-080') }))
const csv = gunzipSync(readFileSync(join(import.meta.dirname, '../../fixtures/checks/nine-corner.laps.csv.gz'))).toString()
const onPlan = driveOn(plan, accepted(readLaps(csv, 'nine-corner.laps.csv')))
const analysis = analysisOf(plan, onPlan)
const { findings } = analysis
const work = recordedWork(analysis, findings, () => null, 'metric')

describe('what recorded laps give to work on', () => {
  it('is each first cause once, unsafe things first, with the laps, the size and the seconds', () => {
    expect(work[0]).toMatchObject({ corner: '7', code: 'bl', severity: 3 })
    expect(work[0]!.reason).toMatch(/^unsafe; recorded on lap 3, 1\d m; it led to: /)
    expect(new Set(work.map(({ corner, code }) => `${corner} ${code}`)).size).toBe(work.length)
    for (const { corner, code, worst } of work) {
      const own = findings.filter((one) => one.corner === corner && one.fault === code)
      expect(worst.size).toBe(Math.max(...own.map(({ size }) => size)))
      expect(worst.because).toBeNull()
    }
  })

  it('has one thing to do at one place, with its amount', () => {
    const early = work.find(({ corner, code }) => corner === '1' && code === 'be')!
    expect(early.advice).toMatch(/^brake at the brake cone, (1[89]|2[01]) m later$/)
  })

  it('leaves out what was rejected', () => {
    const rest = recordedWork(
      analysis,
      findings.filter(({ fault }) => fault !== 'bl'),
      () => null,
      'metric',
    )
    expect(rest.some(({ code }) => code === 'bl')).toBe(false)
  })
})

describe('what recorded laps showed to be good', () => {
  const good = recordedGood({ solution: plan, analysis, findings }, new Set())
  const named = good.flatMap((line) => /^Corner (\d): as planned on all 5 recorded laps$/.exec(line)?.[1] ?? [])

  it('names only corners that no lap has a finding at', () => {
    expect(named.length).toBeGreaterThan(0)
    for (const corner of named) expect(findings.some((one) => one.corner === corner)).toBe(false)
  })

  it('says nothing of a corner where a fault was logged, or of a single lap', () => {
    expect(recordedGood({ solution: plan, analysis, findings }, new Set(named)).join()).not.toContain(`Corner ${named[0]}:`)
    const [first] = analysis.laps.filter(isCompared)
    const once = { ...analysis, laps: [first!], passes: analysis.passes.filter(({ lap }) => lap === first!.lap) }
    expect(recordedGood({ solution: plan, analysis: once, findings: [] }, new Set())).toEqual([])
  })

  it('praises no corner where the logger has no throttle', () => {
    const unavailable = [{ fault: 'pl' as const, needs: 'throttle' }]
    const lines = recordedGood({ solution: plan, analysis: { ...analysis, unavailable }, findings }, new Set())
    expect(lines.filter((line) => line.startsWith('Corner'))).toEqual([])
  })

  it('says how much quicker the last lap was', () => {
    const laps = analysis.laps.filter(isCompared)
    expect(good[0]).toBe(`Lap 5 was ${(laps[0]!.timeS - laps[4]!.timeS).toFixed(1)} s quicker than lap 1`)
  })
})

describe('log and recording together', () => {
  const logged = (corner: string, code: string, severity: 1 | 2 | 3): WorkOn => ({
    corner,
    code,
    severity,
    advice: 'logged',
    reason: 'seen',
  })
  const recorded = (corner: string, code: string, severity: 1 | 2 | 3): RecordedWork => ({
    ...{ corner, code, severity, advice: 'recorded', reason: 'measured', lossS: 0 },
    worst: findings[0]!,
  })
  const order = (all: readonly WorkOn[]) => all.map(({ corner, code }) => corner + code)

  it('puts unsafe things first, then what both have, then what costs, then notes', () => {
    const together = workTogether(
      [logged('1', 'be', 2), logged('2', 'te', 1), logged('3', 'am', 1)],
      [recorded('4', 'xn', 1), recorded('5', 'pl', 2), recorded('3', 'am', 1), recorded('6', 'of', 3)],
    )
    expect(order(together)).toEqual(['6of', '3am', '1be', '5pl', '2te', '4xn'])
    expect(together[1]).toMatchObject({ advice: 'recorded', reason: 'seen; measured' })
  })

  it('leaves out the last parts of reasons that are too long together, and cuts no word', () => {
    const long = { ...logged('1', 'be', 2), reason: `seen on lap 1; ${'no change '.repeat(20).trim()}` }
    const [one] = workTogether([long], [{ ...recorded('1', 'be', 2), reason: `recorded on lap 1; ${'lost '.repeat(30).trim()}` }])
    expect(one!.reason).toBe(`${long.reason}; recorded on lap 1`)
  })

  it('lists each thing once, unsafe things first', () => {
    const things = fc.uniqueArray(fc.tuple(fc.integer({ min: 1, max: 5 }), fc.constantFrom('be', 'am', 'of'), fc.constantFrom(1, 2, 3)), {
      selector: ([corner, code]) => `${corner}${code}`,
    })
    fc.assert(
      fc.property(things, things, (a, b) => {
        const [log, recording] = [a, b].map((all) => all.map(([corner, code, severity]) => [String(corner), code, severity] as const))
        const together = workTogether(
          log!.map((one) => logged(...(one as [string, string, 1 | 2 | 3]))),
          recording!.map((one) => recorded(...(one as [string, string, 1 | 2 | 3]))),
        )
        expect(new Set(order(together)).size).toBe(together.length)
        expect(together.length).toBe(new Set([...log!, ...recording!].map(([corner, code]) => corner + code)).size)
        const isUnsafe = order(together).map((key) => [...log!, ...recording!].some(([c, f, s]) => c + f === key && s === 3))
        expect(isUnsafe.indexOf(false) < 0 || !isUnsafe.slice(isUnsafe.indexOf(false)).includes(true)).toBe(true)
      }),
    )
  })
})

describe('the picture of a finding', () => {
  const traces = tracesOf(plan, onPlan.drive, onPlan.laps)
  const planned = plannedTrace(plan)
  const pictureOf = (fault: string) => {
    const finding = findings.find((one) => one.fault === fault)!
    return {
      finding,
      picture: cornerPicture(
        plan,
        planned,
        traces.find(({ lap }) => lap === finding.lap)!,
        finding,
      )!,
    }
  }

  it('shows speed, and the pedal or the place that the fault is of', () => {
    const seconds = ['be', 'pl', 'te'].map((fault) => pictureOf(fault).picture.strips.map(({ what }) => what))
    expect(seconds).toEqual([
      ['speed', 'brake'],
      ['speed', 'throttle'],
      ['speed', 'across'],
    ])
  })

  it('keeps both curves inside, places in the order of the corner, and the fault where it was', () => {
    for (const fault of ['be', 'pl', 'te', 'bl', 'co']) {
      const { picture } = pictureOf(fault)
      for (const { driven, planned: wanted } of picture.strips)
        for (const [x, y] of [...driven, ...wanted]) {
          expect(Math.min(x, y)).toBeGreaterThanOrEqual(0)
          expect(Math.max(x, y)).toBeLessThanOrEqual(1)
        }
      const xs = picture.marks.map(({ x }) => x)
      expect([...xs].sort((a, b) => a - b)).toEqual(xs)
    }
    const { picture } = pictureOf('be')
    expect(picture.faultX).not.toBeNull()
    expect(picture.faultX!).toBeLessThan(picture.marks.find(({ what }) => what === 'brake')!.x)
  })

  it('shows a fast and a slow driver on the same speeds: where the driven one was slower, it lies lower', () => {
    const { finding, picture } = pictureOf('bh')
    const speed = picture.strips[0]!
    const lowest = (curve: typeof speed.driven) => Math.min(...curve.map(([, y]) => y)) * (speed.to - speed.from) + speed.from
    expect((lowest(speed.planned) - lowest(speed.driven)) * 3.6).toBeCloseTo(finding.size, 0)
  })
})
