import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { StintDraft } from '@ochote/contracts'
import { fakeServer } from '../fixtures/fakeServer'
import { renderPage } from '../fixtures/render'
import { dayView, instructor, loggedStint, student } from '../fixtures/stadium'
import { idOf } from '../fixtures/stadium'
import { newStint } from './newStint'
import { StintDialog } from './StintDialog'

afterEach(() => vi.unstubAllGlobals())

const day = dayView([loggedStint()])
const otherType = { ...day.vehicleTypes[0]!, id: idOf(901), vehicle: { ...day.vehicleTypes[0]!.vehicle, name: 'Van' } }
const van = { ...day.cars[0]!, id: idOf(902), name: 'Van 1', vehicleTypeId: otherType.id }
const withVan = { ...day, cars: [...day.cars, van], vehicleTypes: [...day.vehicleTypes, otherType] }

async function choose(label: string, name: string | RegExp): Promise<void> {
  await userEvent.click(screen.getByRole('combobox', { name: new RegExp(`^${label}`) }))
  await userEvent.click(screen.getByRole('option', { name }))
}

describe('a new stint', () => {
  it('follows the last one, and in a car of another type needs a yes to the cones', async () => {
    const { asked } = fakeServer(({ method, path, body }) =>
      method === 'GET' && path.startsWith('/api/people')
        ? { body: [student, instructor] }
        : { body: { stint: { ...day.stints[0]!.stint, ...(body as { stint: StintDraft } | null)?.stint }, debrief: null } },
    )
    const onClose = vi.fn()
    const stint = newStint(withVan)
    const last = day.stints[day.stints.length - 1]!.stint
    expect(stint).toMatchObject({ planId: last.planId, carId: last.carId, instructorId: last.instructorId, version: 0 })
    expect(stint.startsAt > last.startsAt).toBe(true)
    renderPage(<StintDialog day={withVan} stint={stint} onClose={onClose} />)
    const save = screen.getByRole<HTMLButtonElement>('button', { name: 'Add' })
    expect(save.disabled).toBe(true)
    await choose('Student', student.name)
    expect(save.disabled).toBe(false)
    await choose('Car', /^Van 1/)
    expect(save.disabled).toBe(true)
    await userEvent.click(screen.getByRole('checkbox', { name: /^Van 1 drives the cones placed for/ }))
    await userEvent.click(save)
    await vi.waitFor(() => expect(onClose).toHaveBeenCalledOnce())
    const added = asked.find(({ method, path }) => method === 'POST' && path === '/api/stints')!
    expect(added.path).toBe('/api/stints')
    expect(added.body).toMatchObject({ dayId: day.id, stint: { studentId: student.id, carId: van.id, otherTypesCones: true } })
  })

  it('that was driven keeps its student, car and plan', () => {
    fakeServer(() => ({ body: [student, instructor] }))
    const driven = { ...day.stints[0]!.stint, planVersionId: idOf(903) }
    renderPage(<StintDialog day={day} stint={driven} onClose={vi.fn()} />)
    expect(screen.queryByRole('combobox', { name: /^Student/ })).toBeNull()
    expect(screen.getByRole('combobox', { name: /^Instructor/ })).toBeTruthy()
  })

  it('says at once whose car and instructor are out then, and is saved only where they may just be back', async () => {
    fakeServer(() => ({ body: [student, instructor, { ...student, id: idOf(904), name: 'Noor Ashby' }] }))
    const taken = day.stints[0]!.stint
    renderPage(<StintDialog day={day} stint={{ ...newStint(day), startsAt: taken.startsAt }} onClose={vi.fn()} />)
    await choose('Student', 'Noor Ashby')
    const save = screen.getByRole<HTMLButtonElement>('button', { name: 'Add' })
    const car = day.cars.find(({ id }) => id === taken.carId)!
    expect(screen.getByText(new RegExp(`^${car.name} is out with ${student.name} from ${taken.startsAt} until about`))).toBeTruthy()
    expect(screen.getByText(new RegExp(`^${instructor.name} is out with ${student.name}`))).toBeTruthy()
    expect(save.disabled).toBe(true)
    const starts = screen.getByRole('textbox', { name: /^Starts at/ })
    await userEvent.clear(starts)
    await userEvent.type(
      starts,
      taken.startsAt.replace(/.$/, (digit) => String((Number(digit) + 1) % 10)),
    )
    expect(screen.getByText(new RegExp(`^${car.name} is out with`))).toBeTruthy()
    expect(save.disabled).toBe(false)
  })
})
