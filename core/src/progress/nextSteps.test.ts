import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Bend, SkillName } from '@ochote/contracts'
import { lapsAgainstPlan } from './lapsAgainstPlan'
import { nextSteps, type LastStint, type StandingMark } from './nextSteps'
import { steppedPace } from './paceStep'
import { skillsOf, type SkillPass } from './skills'

const bends = new Map<string, Bend>([
  ['1', 'fast'],
  ['2', 'tight'],
  ['3', 'tight'],
  ['4', 'medium'],
])
const mark = (corner: string, duty: StandingMark['duty']): StandingMark => ({ id: `${corner}-${duty}`, corner, duty })
const standing = ['1', '2', '3', '4'].flatMap((corner) => (['brake', 'turn', 'apex', 'exit'] as const).map((duty) => mark(corner, duty)))
const TODAY = '2026-10-24'
const BEFORE = '2026-10-17'
const last: LastStint = { stintId: TODAY, date: TODAY, against: lapsAgainstPlan([101, 101.5, 102, 102.5], 100), bends, standing }

function passes(skill: SkillName, corner: string, results: readonly SkillPass['result'][], date = TODAY, code = 'be'): SkillPass[] {
  return results.map((result, k) => ({
    ...{ skill, bend: bends.get(corner)!, date, startsAt: '10:00', stintId: date, lap: k + 1, corner, place: Number(corner) },
    ...{ result, by: 'recorded' as const, codes: result === 'clean' ? [] : [code] },
  }))
}
const three = ['clean', 'clean', 'clean'] as const
const steady = [...passes('braking', '2', three), ...passes('turn-in', '2', three, TODAY, 'te')]
const next = (all: readonly SkillPass[], stint: Partial<LastStint> = {}) => nextSteps(skillsOf(all), { ...last, ...stint })

describe('what comes next', () => {
  it('is more pace and fewer words where all that was looked at is steady, and the laps are at the plan’s pace', () => {
    expect(next(steady)).toMatchObject({
      pace: { step: 'up' },
      words: { step: 'fewer' },
      faults: [],
      section: null,
      drill: null,
      marks: [],
    })
  })

  it('is the same pace while the laps are slower than the plan, with by how much', () => {
    const { pace } = next(steady, { against: lapsAgainstPlan([105, 106, 107], 100) })
    expect(pace).toEqual({ step: 'same', why: 'All that was looked at is steady. The middle lap is 6 % slower than the plan.' })
    expect(next(steady, { against: null }).pace.step).toBe('same')
  })

  it('is the same pace where nobody looked at braking or turn-in, even if all the rest is steady', () => {
    expect(next(passes('apex', '2', three)).pace).toEqual({ step: 'same', why: 'Nobody looked at braking or turn-in on the last day.' })
    expect(next([]).pace.step).toBe('same')
  })

  it('is less pace after an unsafe pass, until three clean laps have followed it', () => {
    const unsafe = [...steady, ...passes('exit', '4', ['unsafe'], TODAY, 'xw')]
    expect(next(unsafe).pace).toMatchObject({ step: 'down' })
    expect(next(unsafe).pace.why).toMatch(/^Unsafe at corner 4 on lap 1: /)
    const after = [...steady, ...passes('exit', '4', ['unsafe', ...three], TODAY, 'xw')]
    expect(next(after).pace.step).toBe('up')
  })

  it('is less pace where a steady skill slips: pace comes down first', () => {
    const slips = [...steady, ...passes('braking', '2', [...three, 'fault', 'fault'])]
    expect(next(slips).pace).toEqual({ step: 'down', why: 'Was steady and slips: braking at tight corners.' })
  })

  // a fault at a medium corner keeps the pace as it is
  const open = passes('throttle', '4', ['fault'], TODAY, 'pl')
  const kept = [...steady, ...open, ...passes('braking', '2', three, BEFORE)]
  const marksOf = (...args: Parameters<typeof next>) => next(...args).marks.map(({ id }) => id)

  it('takes away marks of kept skills only, at corners of that kind where nothing was wrong', () => {
    expect(next(kept).marks).toEqual(['2', '3'].map((corner) => ({ ...mark(corner, 'brake'), skill: 'braking' })))
    expect(marksOf([...kept, ...passes('exit', '3', ['fault'], TODAY, 'xw')])).toEqual(['2-brake'])
    expect(marksOf(kept, { standing: standing.filter(({ id }) => id !== '2-brake') })).toEqual(['3-brake'])
  })

  it('takes away one kind of mark at a time, the brake marks last', () => {
    const both = [
      ...open,
      ...(['braking', 'exit'] as const).flatMap((skill) => [TODAY, BEFORE].flatMap((date) => passes(skill, '2', three, date))),
    ]
    expect(marksOf(both)).toEqual(['2-exit', '3-exit'])
    expect(marksOf(both, { standing: standing.filter(({ duty }) => duty !== 'exit') })).toEqual(['2-brake', '3-brake'])
  })

  it('never takes away a mark that holds the car off something, though it stands where an exit mark would', () => {
    const exits = [...open, ...[TODAY, BEFORE].flatMap((date) => passes('exit', '2', three, date))]
    const held: StandingMark = { id: '3-exit', corner: '3', duty: 'hold' }
    expect(marksOf(exits, { standing: [...standing.filter(({ id }) => id !== '3-exit'), held] })).toEqual(['2-exit'])
  })

  it('takes away no mark while the pace goes up or down', () => {
    expect(next([...steady, ...passes('braking', '2', three, BEFORE)])).toMatchObject({ pace: { step: 'up' }, marks: [] })
    expect(next([...kept, ...passes('exit', '4', ['unsafe'], TODAY, 'xw')])).toMatchObject({ pace: { step: 'down' }, marks: [] })
  })

  it('has the two faults to work on, unsafe ones first, and the neighbouring corners that have them', () => {
    const all = [
      ...passes('braking', '2', ['fault', 'fault', 'clean'], TODAY, 'be'),
      ...passes('turn-in', '3', ['fault'], TODAY, 'te'),
      ...passes('exit', '4', ['unsafe'], TODAY, 'xw'),
      ...passes('braking', '1', ['fault', 'fault', 'fault'], BEFORE, 'be'),
    ]
    const { faults, section, drill, words } = next(all)
    expect(faults).toEqual([
      { corner: '4', code: 'xw', passes: 1, isUnsafe: true },
      { corner: '2', code: 'be', passes: 2, isUnsafe: false },
    ])
    expect(section).toEqual({ corners: ['2', '3', '4'], passes: 4 })
    expect(drill).toEqual({ what: 'brake box: lift gate, brake gate, stop gate', skill: 'braking' })
    expect(words.step).toBe('same')
  })

  it('does not depend on the order of passes, and one more unsafe pass never raises the pace', () => {
    const one = fc.record({
      skill: fc.constantFrom<SkillName>('braking', 'turn-in', 'exit'),
      corner: fc.constantFrom('1', '2', '3', '4'),
      lap: fc.integer({ min: 1, max: 6 }),
      date: fc.constantFrom(BEFORE, TODAY),
      result: fc.constantFrom<SkillPass['result']>('clean', 'clean', 'fault'),
    })
    const order = ['down', 'same', 'up']
    fc.assert(
      fc.property(fc.uniqueArray(one, { maxLength: 40, selector: (p) => `${p.skill}${p.corner}${p.lap}${p.date}` }), (drawn) => {
        const all = drawn.map((p) => ({ ...passes(p.skill, p.corner, [p.result], p.date)[0]!, lap: p.lap }))
        const answer = next(all)
        expect(next([...all].reverse())).toEqual(answer)
        const worse = next([...all, { ...passes('exit', '4', ['unsafe'], TODAY, 'xw')[0]!, lap: 9 }])
        expect(order.indexOf(worse.pace.step)).toBeLessThanOrEqual(order.indexOf(answer.pace.step))
      }),
    )
  })
})

describe('a step of pace', () => {
  it('is five per cent of the grip, up to all of it and down to 30 %', () => {
    expect(steppedPace({ lateral: 0.8, brake: 0.98, drive: 0.75 }, 'up')).toEqual({ lateral: 0.85, brake: 1, drive: 0.8 })
    expect(steppedPace({ lateral: 0.8, brake: 0.32, drive: 0.2 }, 'down')).toEqual({ lateral: 0.75, brake: 0.3, drive: 0.2 })
  })
})
