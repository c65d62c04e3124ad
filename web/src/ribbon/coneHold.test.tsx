import { fireEvent } from '@testing-library/react'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'
import { stubSizes } from '../fixtures/stubLayout'
import { openStint, scheme } from '../fixtures/stadium'
import { Ribbon } from './Ribbon'

beforeAll(() => {
  stubSizes()
  // the tests' DOM has no pointer capture
  Element.prototype.setPointerCapture = () => undefined
})
const { solution, cones } = openStint()
const [cone] = cones

function held() {
  const handlers = { onCone: vi.fn(), onConeDrag: vi.fn() }
  const { container } = renderPage(
    <Ribbon solution={solution} cones={cones} scheme={scheme} corner={null} onCorner={vi.fn()} {...handlers} />,
  )
  const mark = container.querySelector(`[data-cone="${cone!.id}"]`)!
  fireEvent.pointerDown(mark, { isPrimary: true, pointerId: 1, clientX: 100, clientY: 100 })
  const move = (clientX: number) => fireEvent.pointerMove(mark, { pointerId: 1, buttons: 1, clientX, clientY: 100 })
  const up = () => fireEvent.pointerUp(mark, { pointerId: 1, clientX: 100, clientY: 100 })
  return { ...handlers, move, up }
}

describe('a mark under a finger', () => {
  it('is chosen by a tap, and stays where it is', () => {
    const { onCone, onConeDrag, move, up } = held()
    move(102)
    up()
    expect(onCone).toHaveBeenCalledExactlyOnceWith(cone!.id)
    expect(onConeDrag).not.toHaveBeenCalled()
  })
  it('is dragged once the finger moves, and let go once', () => {
    const { onConeDrag, move, up } = held()
    move(110)
    move(120)
    up()
    expect(onConeDrag.mock.calls.map((call) => call[2] as boolean)).toEqual([false, false, true])
  })
  it('is let go of where a second finger comes down', () => {
    const { onConeDrag, move, up } = held()
    fireEvent.pointerDown(document.body, { isPrimary: false, pointerId: 2 })
    move(140)
    up()
    expect(onConeDrag).not.toHaveBeenCalled()
  })
})
