import { render } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { duties } from '@ochote/contracts'
import { renderPage } from '../fixtures/render'
import { markedStadium, openStint, scheme, solved } from '../fixtures/stadium'
import { DutyMark } from './DutyMark'
import { StockShortage } from './StockShortage'
import { stockTotals } from '@ochote/core'

const { cones } = openStint()

describe('markers', () => {
  it('are counted by colour, a pair as two', () => {
    const brakes = cones.filter((c) => c.duty === 'brake').length
    expect(brakes).toBeGreaterThan(0)
    expect(stockTotals(cones, scheme).find((line) => line.colour === 'red')).toEqual({
      colour: 'red',
      hex: '#b02a2a',
      needed: 2 * brakes,
      inStock: 3,
    })
  })

  it('of one colour for everything add up to one line', () => {
    const white = { ...scheme.looks.turn, colour: 'white', count: 1 }
    const one = { ...scheme, looks: Object.fromEntries(duties.map((d) => [d, white])) as typeof scheme.looks }
    expect(stockTotals(cones, one)).toEqual([{ colour: 'white', hex: white.hex, needed: cones.length, inStock: 10 }])
  })

  it('that the school does not have count as none in stock', () => {
    expect(stockTotals(cones, { ...scheme, stock: {} }).every((line) => line.inStock === 0)).toBe(true)
  })

  it('are named where there are too few, and nothing is said where there are enough', () => {
    expect(renderPage(<StockShortage cones={cones} scheme={scheme} />).container.textContent).toMatch(/^ · \d+ red needed, 3 in stock$/)
    expect(
      renderPage(<StockShortage cones={cones} scheme={{ ...scheme, stock: { red: 99, blue: 99, lime: 99 } }} />).container.textContent,
    ).toBe('')
  })

  it('have a shape of their own for every duty, so that one colour does', () => {
    const shapes = duties.map((duty) => {
      const { container } = renderPage(
        <svg>
          <DutyMark duty={duty} scheme={scheme} />
        </svg>,
      )
      return [...container.querySelectorAll('path,circle,rect,line')]
        .map((e) => [e.tagName, e.getAttribute('d'), e.getAttribute('points')].join())
        .join(' ')
    })
    expect(new Set(shapes).size).toBe(duties.length)
  })

  it('moved by hand stay where they were put and say how far that is', () => {
    const solution = solved()
    const cone = markedStadium({}, solution).cones[0]!
    const { cones: moved } = markedStadium({ moves: [{ coneId: cone.id, stationM: cone.stationM - 8, offsetM: cone.offsetM }] }, solution)
    expect(moved[0]!.moved!.alongM).toBeCloseTo(-8)
    expect(render(<p>{moved[0]!.foundBy}</p>).container.textContent).not.toBe('')
  })
})
