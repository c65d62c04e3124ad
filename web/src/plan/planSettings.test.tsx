import { planDraftSchema, type PlanDraft } from '@ochote/contracts'
import { fireEvent, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { describe, expect, it } from 'vitest'
import { renderPage } from '../fixtures/render'
import { setUnits } from '../format/units'
import { dayView, idOf, plan, setup, vehicle } from '../fixtures/stadium'
import { PlanSettings } from './PlanSettings'

const day = {
  ...dayView([]),
  vehicleTypes: [...dayView([]).vehicleTypes, { id: idOf(70), vehicle: { ...vehicle, name: 'Estate' }, version: 1 }],
}

/** Settings inside a page that holds them, and the drafts they went through, the newest last. */
function open(change: Partial<PlanDraft> = {}) {
  const drafts: PlanDraft[] = [{ ...planDraftSchema.parse(plan), ...change }]
  const coneEdits = { asked: false }
  function Page() {
    const [draft, setDraft] = useState(drafts[0]!)
    return (
      <PlanSettings
        day={day}
        onLineByHand={() => (coneEdits.asked = true)}
        draft={draft}
        onChange={(next) => {
          drafts.push(next)
          setDraft(next)
        }}
      />
    )
  }
  renderPage(<Page />)
  return { drafts, coneEdits, last: () => drafts[drafts.length - 1]! }
}
const choose = (name: string) => userEvent.click(screen.getByRole('button', { name }))

describe('what a plan is made for', () => {
  it('is a line of one’s own, begun from the present one', async () => {
    const { coneEdits } = open({ setup: { ...setup, lineSchool: 'late-apex' } })
    await choose('By hand')
    expect(coneEdits.asked).toBe(true)
  })

  it('is a vehicle type', async () => {
    const { last } = open()
    await userEvent.click(screen.getByRole('combobox', { name: 'Vehicle type' }))
    await userEvent.click(screen.getByRole('option', { name: 'Estate' }))
    expect(last().vehicleTypeId).toBe(idOf(70))
  })

  it('is a braking school, with the words for the student', async () => {
    const { last } = open()
    expect(screen.getByText('Ease off the brake as you turn the wheel.')).toBeTruthy()
    await choose('Separate')
    expect(last().setup.brakingSchool).toBe('separate')
    expect(screen.getByText('Brake in a straight line, come off the brake, then turn.')).toBeTruthy()
  })

  it('is a line, pressed where it is the one driven', async () => {
    const { last } = open()
    expect(screen.getByRole('button', { name: 'By hand' }).getAttribute('aria-pressed')).toBe('true')
    await choose('Fastest')
    expect(last().setup.lineSchool).toBe('fastest')
    await choose('Late apex')
    expect(last().setup.lineSchool).toBe('late-apex')
  })

  it('is dry or wet, which sets grip on and off the rubber; other grips are neither', async () => {
    const { last } = open()
    await choose('Wet')
    const { grip, rubberedGrip } = last().setup.conditions
    expect(grip).toBeLessThan(0.9)
    expect(rubberedGrip).toBeLessThan(1)
    await choose('Dry')
    expect(last().setup.conditions).toMatchObject({ grip: 1, rubberedGrip: 1 })
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Grip' }), { key: 'ArrowLeft' })
    expect(last().setup.conditions.grip).toBeCloseTo(0.99)
    expect(screen.getByRole('button', { name: 'Dry' }).getAttribute('aria-pressed')).toBe('false')
  })

  it('is a pace, one share at a time, the others left as they are', () => {
    const { last, drafts } = open()
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Braking' }), { key: 'ArrowRight' })
    expect(last().setup.pace).toEqual({ ...setup.pace, brake: expect.closeTo(setup.pace.brake + 0.01, 6) as number })
    expect(drafts).toHaveLength(2) // one move is one step to undo
    expect(screen.getByRole('slider', { name: 'Braking' }).getAttribute('aria-valuetext')).toBe('76 per cent')
  })

  it('is a margin and the air, typed within what is possible', async () => {
    const { last, drafts } = open()
    const type = async (name: string, text: string) => {
      const field = screen.getByRole('textbox', { name: new RegExp(`^${name}`) })
      await userEvent.clear(field)
      await userEvent.type(field, `${text}{Enter}`)
    }
    await type('Inside, m', '12')
    expect(screen.getByText('found 12, expected 0 to 10')).toBeTruthy()
    expect(drafts).toHaveLength(1)
    await type('Inside, m', '0,8')
    await type('Wind, m/s', '6')
    await type('Wind from', '270')
    await type('Density', '1.1')
    expect(last().setup).toMatchObject({
      insideMarginM: 0.8,
      outsideMarginM: setup.outsideMarginM,
      conditions: { ...setup.conditions, windMps: 6, windFromDeg: 270, airDensity: 1.1 },
    })
  })

  it('is a margin in yards and a wind in miles an hour where the school uses them, kept in metres', async () => {
    setUnits('imperial')
    try {
      const { last, drafts } = open()
      const inside = screen.getByRole('textbox', { name: /^Inside, yd/ })
      expect(Number((inside as HTMLInputElement).value)).toBeCloseTo(setup.insideMarginM / 0.9144, 2)
      await userEvent.type(inside, '{Enter}') // nothing was typed: nothing changes by rounding
      expect(drafts).toHaveLength(1)
      await userEvent.clear(inside)
      await userEvent.type(inside, '1{Enter}')
      const wind = screen.getByRole('textbox', { name: /^Wind, mph/ })
      await userEvent.clear(wind)
      await userEvent.type(wind, '10{Enter}')
      expect(last().setup.insideMarginM).toBeCloseTo(0.9144, 6)
      expect(last().setup.conditions.windMps).toBeCloseTo(4.4704, 6)
    } finally {
      setUnits('metric')
    }
  })

  it('is a first session or not', async () => {
    const { last } = open()
    await userEvent.click(screen.getByRole('switch', { name: /^First session/ }))
    expect(last().firstSession).toBe(true)
  })

  it('keeps everything else of the plan', async () => {
    const coneEdits = { ...plan.coneEdits, moves: [{ coneId: '1-brake', stationM: 100, offsetM: -5 }] }
    const { last } = open({ coneEdits, name: 'Mine' })
    await choose('Trail')
    expect(last()).toMatchObject({ coneEdits, name: 'Mine', vehicleTypeId: plan.vehicleTypeId })
  })
})
