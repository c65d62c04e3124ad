import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { dayView, loggedStint, markedStadium, plan, scheme, stadiumDocument } from '../../fixtures/stadium'
import { fakeServer } from '../../fixtures/fakeServer'
import { renderPage } from '../../fixtures/render'
import { ComparedMarks } from '../compare/ComparedMarks'
import { PlacingList } from './PlacingList'

const marked = markedStadium()
beforeEach(() => void fakeServer(() => ({ body: { id: plan.circuitId, name: 'Stadium', version: 1, document: stadiumDocument() } })))
afterEach(() => vi.unstubAllGlobals())

describe('the placing list', () => {
  const open = () => renderPage(<PlacingList day={dayView([loggedStint()])} plan={plan} marked={marked} scheme={scheme} />)

  it('has a row for every mark in the order of one drive, and crosses out what is placed', async () => {
    open()
    const rows = within(screen.getByRole('table', { name: 'Marks to put out' }))
      .getAllByRole('row')
      .slice(1)
    expect(rows).toHaveLength(marked.cones.length)
    const box = screen.getByRole<HTMLInputElement>('checkbox', { name: /^Mark 1, / })
    await userEvent.click(box)
    expect(box.checked).toBe(true)
    expect(getComputedStyle(rows[0]!).textDecoration).toContain('line-through')
    await userEvent.click(box)
    expect(box.checked).toBe(false)
  })

  it('counts the markers by colour, and says where the stock is short', () => {
    open()
    const totals = within(screen.getByRole('list', { name: 'Markers by colour' })).getAllByRole('listitem')
    const red = totals.find((item) => item.textContent.includes('red'))!
    const braked = marked.cones.filter((cone) => cone.duty === 'brake').length
    expect(red.textContent).toContain(`${2 * braked} red, 3 in stock`)
    expect(red.textContent.includes('short')).toBe(2 * braked > 3)
  })

  it('becomes a list to pick up by, which counts what is picked up', async () => {
    open()
    await userEvent.click(screen.getByRole('button', { name: 'Pick up' }))
    const rows = within(screen.getByRole('table', { name: 'Marks to pick up' }))
      .getAllByRole('row')
      .slice(1)
    const total = marked.cones.reduce((sum, cone) => sum + scheme.looks[cone.duty].count, 0)
    expect(rows.at(-1)!.lastElementChild!.textContent).toBe(String(total))
    expect(screen.queryByText('GPS (lat, lon)')).toBeNull()
  })
})

describe('two plans side by side', () => {
  it('say how far their marks are apart, and what one set for both costs', () => {
    const [first] = marked.cones
    const later = { ...first!, stationM: first!.stationM + 12 }
    const rows = [
      {
        id: 'a',
        duty: first!.duty,
        cornerNumber: '1',
        first: first!,
        second: later,
        apartM: 12,
        sharedM: first!.stationM,
        costS: [0.01, 0.25],
      },
      { id: 'b', duty: first!.duty, cornerNumber: '2', first: first!, second: null, apartM: null, sharedM: null, costS: [null, null] },
    ] as unknown as Parameters<typeof ComparedMarks>[0]['data']['cones']
    renderPage(<ComparedMarks data={{ lapS: [40, 41.5], cones: rows }} names={['Dry', 'Wet']} />)
    expect(screen.getByText(/Dry: lap 0:40\.00\. Wet: lap 0:41\.50, 1\.50 s slower/)).toBeTruthy()
    const [, one, other] = screen.getAllByRole('row')
    expect(one!.textContent).toContain('12 m later')
    expect(one!.textContent).toContain('nothing')
    expect(one!.textContent).toContain('0.25 s slower')
    expect(other!.textContent).toContain('in one plan only')
  })
})
