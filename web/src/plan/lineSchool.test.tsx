import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import type { LineReport } from '@ochote/core'
import { renderPage } from '../fixtures/render'
import { solved } from '../fixtures/stadium'
import { changeKinds, changeOptions } from './changes'
import { LineSchool } from './LineSchool'

const report = (change: Partial<LineReport>): LineReport => ({
  fastestLapS: 40,
  costS: 1.26,
  lateApex: [],
  tight: [],
  overEdge: [],
  tooFast: [{ cornerNumber: '1', leftM: -2, fastestLeftM: -5 }],
  ...change,
})
const showing = (change: Partial<LineReport>) =>
  renderPage(<LineSchool solution={{ ...solved(), lineMethod: 'late-apex', lineReport: report(change) }} />)

describe('what a line costs and gives', () => {
  it('is seconds against the fastest line, and metres left when driven too fast', () => {
    showing({})
    expect(screen.getByText(/1\.26 s a lap slower than the fastest line\./).textContent).toContain('3 m more is left to the outer edge')
  })

  it('names corners without a late apex with what they have, and those that need none with the reason', () => {
    const look = {
      cornerNumber: '1',
      apexShare: 0.51,
      toEdgeRad: 0.02,
      riseShare: 0.01,
      met: false,
      exempt: null,
      costS: 0.4,
      buysM: 0.5,
      notWorthIt: true,
    }
    showing({ lateApex: [look, { ...look, cornerNumber: '2', exempt: 'taken flat' }] })
    expect(screen.getByText(/^No late apex was found at/).textContent).toContain('corner 1 (apex at 51 % of the way, 1.1° to the edge')
    expect(screen.getByText(/^Corner 2 is not asked for a late apex/).textContent).toContain('taken flat')
  })

  it('offers to do without a late apex that costs more than it buys, and to ask for it again', async () => {
    const look = { apexShare: 0.6, toEdgeRad: 0.02, riseShare: 0.01, met: true, costS: 0.4, buysM: 0.5 }
    const lateApex = [
      { ...look, cornerNumber: '1', exempt: null, notWorthIt: true },
      { ...look, cornerNumber: '2', exempt: 'left out by choice', notWorthIt: false },
      { ...look, cornerNumber: '3', exempt: null, notWorthIt: false },
    ]
    const asked: string[][] = []
    const solution = { ...solved(), lineMethod: 'late-apex' as const, lineReport: report({ lateApex }) }
    renderPage(<LineSchool solution={solution} leftOut={['2']} onLeaveOut={(numbers) => asked.push(numbers)} />)
    const rows = screen.getAllByRole('row').map((row) => row.textContent)
    expect(rows[1]).toContain('10.40+0.5')
    await userEvent.click(screen.getByRole('button', { name: 'Do without' }))
    await userEvent.click(screen.getByRole('button', { name: 'Ask for it' }))
    expect(asked).toEqual([['2', '1'], []])
  })

  it('of one’s own says where it is over an edge, as unsafe', () => {
    const coneEdits = (overEdge: LineReport['overEdge']) =>
      renderPage(<LineSchool solution={{ ...solved(), lineReport: report({ overEdge }) }} />)
    const { unmount } = coneEdits([])
    expect(screen.queryByText(/^The whole vehicle stays between the edges/)).not.toBeNull()
    unmount()
    coneEdits([{ fromM: 100, toM: 118, side: 'left', byM: 0.42 }])
    expect(screen.getByText(/^Unsafe, over the edge/).textContent).toContain('0.4 m on the left, 100 to 118 m')
  })

  it('says nothing where there is nothing to compare with', () => {
    const { container } = showing({ costS: null })
    expect(container.textContent).toBe('')
  })
})

describe('what can be asked', () => {
  it('tells every amount with its unit and which way, and asks for what the slider says', () => {
    expect(changeOptions['brake-later'].tell(-5)).toBe('5 m earlier')
    expect(changeOptions.carry.tell(2)).toBe('2 km/h more')
    expect(changeOptions.carry.make(3.6)).toEqual({ kind: 'carry', mps: 1 })
    expect(changeOptions['brake-softer'].make(10)).toEqual({ kind: 'brake-softer', share: 0.1 })
    for (const kind of changeKinds) {
      const { least, most, usual, make } = changeOptions[kind]
      expect(usual).toBeGreaterThanOrEqual(least)
      expect(usual).toBeLessThanOrEqual(most)
      expect(make(usual).kind).toBe(kind)
    }
  })
})
