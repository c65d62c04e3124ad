import { describe, expect, it } from 'vitest'
import { noMeeting, type CarCheck } from '@ochote/contracts'
import { carBar, stintBar } from './releaseBar'

const cars = [{ id: 'v', name: 'Hatch 1' }]
const day = (done: CarCheck[], carChecks = ['tyres', 'brakes', 'belts']) => ({
  ...{ carChecks, cars },
  meeting: { ...noMeeting, heldAt: '2026-10-17T08:00:00.000Z', present: ['a'], cars: done },
})
const check = (name: string, isGood = true, carId = 'v'): CarCheck => ({ carId, check: name, isGood, by: 'Hester' })

describe('a car before use', () => {
  it('is held while a check is open, and says which', () => {
    expect(carBar(day([check('tyres')]), 'v')).toBe('Hatch 1 is not checked yet: brakes, belts')
    expect(carBar(day([check('tyres'), check('brakes', true, 'w'), check('belts')]), 'v')).toBe('Hatch 1 is not checked yet: brakes')
  })

  it('is held while a check has failed, even if others are still open', () => {
    expect(carBar(day([check('brakes', false)]), 'v')).toBe('Hatch 1 failed its check: brakes')
  })

  it('is free when every check is good, or the school has none', () => {
    expect(carBar(day(['tyres', 'brakes', 'belts'].map((name) => check(name))), 'v')).toBeNull()
    expect(carBar(day([], []), 'v')).toBeNull()
  })

  it('holds its stint after the meeting does', () => {
    const stint = (studentId: string) => ({ studentId, carId: 'v' })
    expect(stintBar(day([]), stint('b'), false)).toBe('Was not at the drivers’ meeting')
    expect(stintBar(day([]), stint('b'), true)).toBe('Hatch 1 is not checked yet: tyres, brakes, belts')
    expect(stintBar(day([], []), stint('a'), false)).toBeNull()
  })
})
