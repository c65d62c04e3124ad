import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { rotationTable } from '@ochote/core'
import type { Car, SessionSave } from '@ochote/contracts'
import { fakeServer } from '../../fixtures/fakeServer'
import { renderPage } from '../../fixtures/render'
import { dayView, idOf, solved, loggedStint, student } from '../../fixtures/stadium'
import { calledNames } from './calledNames'
import { LedForm } from './LedForm'
import { Rotation } from './Rotation'
import { swapStraight } from './swapStraight'

afterEach(() => vi.unstubAllGlobals())
const people = ['Ada', 'Bo', 'Cy'].map((name, k) => ({ ...student, id: idOf(40 + k), name: `${name} Test` }))
const oneCar = { ...dayView([loggedStint()]), people: [...dayView([]).people, ...people] }
const [car] = oneCar.cars as [Car]
const day = { ...oneCar, cars: [car, ...[2, 3].map((k) => ({ ...car, id: idOf(60 + k), name: `Car ${k}` }))] }

describe('the rotation on screen', () => {
  it('says who is right behind, who then, and the words of each swap', () => {
    renderPage(<Rotation turns={rotationTable(3, 6, 2)} names={['Ada', 'Bo', 'Cy']} lap={3} swapAt="on the straight after corner 1" />)
    const rows = screen.getAllByRole('row').slice(1)
    expect(rows.map((r) => r.textContent)).toEqual([
      '1 to 2AdaBo, CyAda, drop to the back on the straight after corner 1, off line, hand up; Bo, close up behind me',
      '3 to 4BoCy, AdaBo, drop to the back on the straight after corner 1, off line, hand up; Cy, close up behind me',
      '5 to 6CyAda, BoLast turn: cool-down, then in, in this order',
    ])
    expect(rows.map((r) => r.getAttribute('aria-current'))).toEqual([null, 'step', null])
  })
})

describe('names on the radio', () => {
  it('are first names, and whole names where two share one', () => {
    expect(calledNames(['Ada Test', 'Bo Test', 'Ada Other'])).toEqual(['Ada Test', 'Bo', 'Ada Other'])
  })
})

describe('the straight to swap on', () => {
  it('is the longest, or the one that was chosen', () => {
    const solution = solved()
    const longest = swapStraight(solution, '')
    expect(longest.words).toMatch(/^on the straight after corner \d, 2\d\d m long$/)
    const other = solution.corners.find((c) => c.number !== longest.after)!.number
    expect(swapStraight(solution, other).after).toBe(other)
    expect(longest.slowestMps).toBeLessThan(longest.speedMps)
  })
})

describe('a new led session', () => {
  it('needs two followers and whole numbers, says what is expected, and is made with a stint for each', async () => {
    const onDone = vi.fn()
    const { asked } = fakeServer(() => ({ body: day }))
    renderPage(<LedForm session={null} day={day} onDone={onDone} onCancel={null} />)
    const make = screen.getByRole<HTMLButtonElement>('button', { name: 'Create the session' })
    await userEvent.click(screen.getByRole('checkbox', { name: 'Cy Test' }))
    expect(screen.getByText(/choose 2 to 5$/)).toBeTruthy()
    await userEvent.click(screen.getByRole('checkbox', { name: 'Ada Test' }))
    expect(screen.getByText('laps 1 to 2: Cy Test · laps 3 to 4: Ada Test · lap 5: Cy Test · lap 6: Ada Test')).toBeTruthy()
    const gap = screen.getByRole('textbox', { name: 'Gap, s' })
    await userEvent.clear(gap)
    await userEvent.type(gap, '99')
    expect(screen.getByText('expected 0.5 to 20 s')).toBeTruthy()
    expect(make.disabled).toBe(true)
    await userEvent.clear(gap)
    await userEvent.type(gap, '1.5')
    await userEvent.click(make)
    await vi.waitFor(() => expect(onDone).toHaveBeenCalledOnce())
    const { session, stints } = asked.find((a) => a.path.endsWith('/sessions'))!.body as SessionSave
    expect(session).toMatchObject({ kind: 'led', laps: 6, lapsBehind: 2, gapS: 1.5, stintIds: stints.map((s) => s.id) })
    expect(stints.map((s) => s.studentId)).toEqual([people[2]!.id, people[0]!.id])
    expect(stints.map((s) => s.carId)).toEqual([car.id, idOf(62)])
  })

  it('gives no car twice, says so at once where it is chosen twice, and is not made then', async () => {
    fakeServer(() => ({ body: day }))
    renderPage(<LedForm session={null} day={day} onDone={vi.fn()} onCancel={null} />)
    const make = screen.getByRole<HTMLButtonElement>('button', { name: 'Create the session' })
    for (const name of ['Ada Test', 'Bo Test']) await userEvent.click(screen.getByRole('checkbox', { name }))
    expect(make.disabled).toBe(false)
    await userEvent.click(screen.getByRole('combobox', { name: /^Car of Bo Test/ }))
    await userEvent.click(screen.getByRole('option', { name: car.name }))
    expect(screen.getByRole('combobox', { name: /^Car of Ada Test/ }).textContent).toBe('Car 2') // it makes way
    await userEvent.click(screen.getByRole('combobox', { name: /^Car of Ada Test/ }))
    await userEvent.click(screen.getByRole('option', { name: car.name }))
    expect(screen.getByText(`${car.name} is out with Ada Test from 09:00 until about 09:16.`)).toBeTruthy()
    expect(make.disabled).toBe(true)
  })

  it('is not made with fewer cars than followers', async () => {
    fakeServer(() => ({ body: oneCar }))
    renderPage(<LedForm session={null} day={oneCar} onDone={vi.fn()} onCancel={null} />)
    for (const name of ['Ada Test', 'Bo Test']) await userEvent.click(screen.getByRole('checkbox', { name }))
    expect(screen.getByText(/^There are more followers than cars/)).toBeTruthy()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Create the session' }).disabled).toBe(true)
  })
})
