import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkCircuit } from '../../fixtures/circuits'
import { cornersOf } from '../geometry/corners'
import { sampleTrack } from '../geometry/track'
import { faults } from '../faults/catalogue'
import { stintRecord } from '../stintLog/stintRecord'
import { bendOf } from './bend'
import { skillEvidence, type ShowingStint } from './skillEvidence'
import { skillOf } from './skillOf'
import { skillLevels, skillsOf, type SkillPass } from './skills'

const DAYS = ['2026-10-03', '2026-10-17', '2026-10-31']
const pass = (date: string, lap: number, result: SkillPass['result'], corner = '4'): SkillPass => ({
  ...{ skill: 'braking', bend: 'tight', date, startsAt: '10:00', stintId: date, lap, corner, place: Number(corner), result },
  ...{ by: 'log', codes: result === 'clean' ? [] : ['be'] },
})
const braking = (passes: readonly SkillPass[]) => skillsOf(passes).find((one) => one.skill === 'braking' && one.bend === 'tight')!
const days = (results: readonly (readonly SkillPass['result'][])[]) =>
  results.flatMap((day, d) => day.map((result, lap) => pass(DAYS[d]!, lap + 1, result)))

describe('a skill', () => {
  it.each([
    ['unknown', []],
    ['not yet', [['fault', 'fault']]],
    ['seen', [['clean', 'clean', 'fault', 'clean']]],
    ['steady', [['fault', 'clean', 'clean', 'clean']]],
    ['steady', [['clean', 'clean', 'clean', 'fault']]],
    ['seen', [['clean', 'clean', 'clean', 'fault', 'fault']]],
    [
      'steady',
      [
        ['clean', 'clean', 'clean'],
        ['fault', 'clean', 'clean'],
      ],
    ],
    [
      'kept',
      [
        ['clean', 'clean', 'clean'],
        ['clean', 'clean', 'clean'],
      ],
    ],
    [
      'seen',
      [
        ['clean', 'clean', 'clean'],
        ['clean', 'clean', 'clean', 'unsafe'],
      ],
    ],
    [
      'steady',
      [
        ['clean', 'clean', 'clean'],
        ['unsafe', 'clean', 'clean', 'clean'],
      ],
    ],
    [
      'seen',
      [
        ['clean', 'clean'],
        ['clean', 'clean'],
      ],
    ],
  ] as const)('is %s after %j', (level, results) => {
    expect(braking(days(results)).level).toBe(level)
  })

  it('counts laps: one with a fault at any corner of the kind is not clean', () => {
    const lap = (n: number, ...results: SkillPass['result'][]) => results.map((result, k) => pass(DAYS[0]!, n, result, String(k + 1)))
    expect(braking([...lap(1, 'clean', 'clean', 'clean', 'clean'), ...lap(2, 'clean', 'fault', 'clean', 'clean')]).level).toBe('seen')
    const three = [...lap(1, 'clean', 'clean'), ...lap(2, 'clean', 'clean'), ...lap(3, 'clean', 'clean')]
    expect(braking(three)).toMatchObject({ level: 'steady', steadyOn: [DAYS[0]] })
    expect(braking([...three, ...lap(4, 'fault', 'clean'), ...lap(5, 'clean', 'fault')])).toMatchObject({ level: 'seen', slips: true })
  })

  it('names the unsafe pass after which the count starts again', () => {
    const { lastUnsafe } = braking(days([['clean', 'clean', 'unsafe', 'clean']]))
    expect(lastUnsafe).toMatchObject({ date: DAYS[0], lap: 3, corner: '4' })
  })

  const anyPass = fc
    .tuple(fc.constantFrom(...DAYS), fc.nat(12), fc.constantFrom('clean' as const, 'fault' as const, 'unsafe' as const), fc.nat(3))
    .map(([date, lap, result, corner]) => pass(date, lap, result, String(corner)))
  const anyPasses = fc.uniqueArray(anyPass, { maxLength: 25, selector: (one) => `${one.date} ${one.lap} ${one.corner}` })
  const heightOf = (passes: readonly SkillPass[]) => skillLevels.indexOf(braking(passes).level)

  it('does not depend on the order in which passes arrive', () => {
    fc.assert(
      fc.property(anyPasses, fc.integer(), (passes, seed) => {
        const shuffled = [...passes].sort((a, b) => ((a.lap * 31 + seed) % 7) - ((b.lap * 31 + seed) % 7))
        expect(braking(shuffled)).toEqual(braking(passes))
      }),
    )
  })

  it('never falls when one more clean pass is added, early or late', () => {
    fc.assert(
      fc.property(anyPasses, anyPass, (passes, more) => {
        fc.pre(!passes.some((one) => one.date === more.date && one.lap === more.lap && one.corner === more.corner))
        expect(heightOf([...passes, { ...more, result: 'clean' }])).toBeGreaterThanOrEqual(heightOf(passes))
      }),
    )
  })

  it('is neither steady nor kept after an unsafe pass', () => {
    fc.assert(
      fc.property(anyPasses, (passes) => {
        expect(heightOf([...passes, pass('2026-11-30', 1, 'unsafe')])).toBeLessThanOrEqual(skillLevels.indexOf('seen'))
      }),
    )
  })
})

describe('evidence of skills', () => {
  const common = (n: number, at: string) => ({
    ...{ id: `00000000-0000-4000-8000-0000000000${n}`, stintId: 'a', deviceId: 'tablet', deviceTime: `2026-10-17T10:0${at}:00.000Z` },
  })
  const record = stintRecord([
    { ...common(10, '0'), kind: 'line' },
    { ...common(11, '1'), kind: 'fault', lap: 1, corner: '4', code: 'be', severity: 1 },
    { ...common(12, '2'), kind: 'called', lap: 1, corner: '4', code: 'be' },
    {
      ...common(13, '3'),
      kind: 'followed',
      lap: 2,
      corner: '4',
      about: '00000000-0000-4000-8000-000000000012',
      result: 'fixed',
      by: 'seen',
    },
    { ...common(14, '4'), kind: 'praise', lap: 2, corner: '5', code: 'eyes' },
    { ...common(15, '5'), kind: 'praise', lap: 2, corner: '5', code: 'mark' },
    { ...common(16, '6'), kind: 'fault', lap: 3, corner: '5', code: 'bl', severity: 3 },
  ])
  const stint: ShowingStint = {
    ...{ id: 'a', date: '2026-10-17', startsAt: '10:00', record, recorded: null },
    bends: new Map([
      ['4', 'tight'],
      ['5', 'fast'],
    ]),
  }
  const told = (of: ShowingStint) => skillEvidence(of).map((one) => `${one.skill} ${one.lap}/${one.corner} ${one.result} ${one.by}`)

  it('comes from faults, answers and praise, and never from silence', () => {
    expect(told(stint)).toEqual(['braking 1/4 fault log', 'braking 3/5 unsafe log', 'vision 2/5 clean log', 'braking 2/4 clean log'])
  })

  const measured = (lap: number, corner: string, brakes: boolean) =>
    ({ lap, places: { corner: { number: corner } }, planned: { brakeStartM: brakes ? 100 : null } }) as never
  const finding = (lap: number, corner: string, fault: string) => ({ lap, corner, fault, size: 9, because: null }) as never
  const recorded = (unavailable: string[]): ShowingStint => ({
    ...stint,
    record: stintRecord([]),
    recorded: {
      analysis: {
        passes: [measured(0, '4', true), measured(0, '5', false)],
        unavailable: unavailable.map((fault) => ({ fault, needs: 'brake' })),
      },
      findings: [finding(0, '4', 'bl'), finding(0, '5', 'xn')],
      logLapOf: (lap) => lap + 1,
    },
  })

  it('comes from recorded laps where the logger can tell, with the lap as the log counts it', () => {
    const shown = told(recorded([]))
    expect(shown).toContain('braking 1/4 unsafe recorded')
    expect(shown).toContain('exit 1/5 fault recorded')
    expect(shown).toContain('turn-in 1/5 clean recorded')
    expect(shown.filter((words) => words.startsWith('braking 1/5'))).toEqual([]) // the plan does not brake there
    expect(shown.filter((words) => /^(vision|traffic|recovery)/.test(words))).toEqual([])
  })

  it('calls nothing clean that the logger cannot find faults of', () => {
    const shown = told(recorded(['pa', 'tn']))
    expect(shown.filter((words) => /^(throttle|smoothness)/.test(words))).toEqual([])
    expect(shown).toContain('turn-in 1/4 clean recorded')
  })

  it('takes the worse of what was logged and what was recorded of one pass', () => {
    const both = told({ ...recorded([]), record })
    expect(both).toContain('braking 1/4 unsafe both')
  })
})

describe('kinds of skill and corner', () => {
  it('has every fault in one skill, but for tiredness', () => {
    expect(faults.filter(({ code }) => skillOf(code) === undefined).map(({ code }) => code)).toEqual(['fa'])
  })

  it('tells a corner’s kind from its radius', () => {
    const track = sampleTrack(checkCircuit('nine-corner'), 2)
    for (const corner of cornersOf(track)) {
      const i = Math.round(((corner.startM + corner.endM) / 2 / track.lengthM) * track.count) % track.count
      const radiusM = 1 / Math.abs(track.curvaturePerM[i]!)
      if (corner.endM < corner.startM) continue
      const bend = bendOf(track, corner)
      if (radiusM < 30) expect(bend, corner.number).toBe('tight')
      if (bend === 'fast') expect(radiusM, corner.number).toBeGreaterThan(80)
    }
  })
})
