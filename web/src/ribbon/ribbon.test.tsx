import { fireEvent, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { useLocation } from 'react-router'
import { TrackMap } from '../trackMap/TrackMap'
import { renderPage } from '../fixtures/render'
import { stubSizes } from '../fixtures/stubLayout'
import { openStint, scheme } from '../fixtures/stadium'
import { noteX } from './NoteMark'
import { ribbonScales } from './ribbonScales'
import { Ribbon } from './Ribbon'
import { useCornerChoice } from './useCornerChoice'

const open = openStint()
beforeAll(() => stubSizes())

const common = { solution: open.solution, cones: open.cones, scheme, corner: null as string | null }

describe.each([
  { name: 'the ribbon', Drawing: Ribbon },
  { name: 'the plan view', Drawing: TrackMap },
])('$name', ({ Drawing }) => {
  it('has a button for every corner and a mark for every cone', () => {
    const { container } = renderPage(<Drawing {...common} onCorner={vi.fn()} />)
    expect(open.solution.corners.map((c) => screen.getAllByRole('button', { name: new RegExp(`^Corner ${c.number}`) }).length)).toEqual(
      open.solution.corners.map(() => 1),
    )
    expect(container.querySelectorAll('[data-cone]')).toHaveLength(open.cones.length)
    expect([...container.querySelectorAll('[data-cone] title')].map((t) => t.textContent)).toContain(
      `${open.cones[0]!.duty} cone, corner ${open.cones[0]!.cornerNumber}: ${open.cones[0]!.foundBy}`,
    )
  })

  it('chooses a corner by click and by key, and lets go of the chosen one', async () => {
    const onCorner = vi.fn()
    const { unmount } = renderPage(<Drawing {...common} onCorner={onCorner} />)
    fireEvent.click(screen.getByRole('button', { name: /^Corner 2/ }))
    fireEvent.keyDown(screen.getByRole('button', { name: /^Corner 1/ }), { key: 'Enter' })
    unmount()
    renderPage(<Drawing {...common} corner="2" onCorner={onCorner} />)
    fireEvent.click(screen.getByRole('button', { name: /^Corner 2/, pressed: true }))
    expect(onCorner.mock.calls).toEqual([['2'], ['1'], [null]])
  })

  it('chooses a cone', () => {
    const onCone = vi.fn()
    const { container } = renderPage(<Drawing {...common} onCorner={vi.fn()} onCone={onCone} />)
    fireEvent.pointerDown(container.querySelector(`[data-cone="${open.cones[1]!.id}"]`)!, { isPrimary: true })
    expect(onCone).toHaveBeenCalledExactlyOnceWith(open.cones[1]!.id)
  })
})

describe('notes on the ribbon', () => {
  it('stack where they fall on one place', () => {
    const note = (id: string, text: string) => ({ id, text, stationM: 200, severity: 2 as const })
    renderPage(<Ribbon {...common} onCorner={vi.fn()} notes={[note('a', 'be'), note('b', 'te')]} />)
    const heights = ['be', 'te'].map((t) => screen.getByText(t).closest('g')!.getAttribute('transform'))
    expect(heights[0]).not.toBe(heights[1])
  })

  it('are whole at either end of the lap, and where they are in between', () => {
    const scales = ribbonScales(open.solution.track, 1000)
    const { lengthM } = open.solution.track
    expect(noteX(scales, 0, 1000)).toBe(scales.x(0) + 14)
    expect(noteX(scales, lengthM, 1000)).toBe(scales.x(lengthM) - 14)
    expect(noteX(scales, lengthM / 2, 1000)).toBe(scales.x(lengthM / 2))
  })
})

describe('the chosen corner', () => {
  function Chosen() {
    const [corner] = useCornerChoice(open.solution)
    return (
      <p>
        {corner ?? 'none'} {useLocation().search}
        <input aria-label="name" />
      </p>
    )
  }
  const text = () => screen.getByRole('paragraph').textContent
  it('follows arrow keys around the lap, numbers and Escape, and is in the address', async () => {
    renderPage(<Chosen />)
    await userEvent.keyboard('{ArrowRight}')
    expect(text()).toBe('1 ?corner=1')
    await userEvent.keyboard('{ArrowLeft}')
    expect(text()).toBe('2 ?corner=2')
    await userEvent.keyboard('1')
    expect(text()).toBe('1 ?corner=1')
    await userEvent.keyboard('{Escape}')
    expect(text()).toBe('none ')
  })
  it('is read from the address', () => {
    renderPage(<Chosen />, '/?corner=2')
    expect(text()).toBe('2 ?corner=2')
  })
  it('stays while someone types into a field', async () => {
    renderPage(<Chosen />)
    await userEvent.type(screen.getByRole('textbox'), '2{ArrowRight}')
    expect(text()).toBe('none ')
  })
})
