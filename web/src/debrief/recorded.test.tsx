import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { stintRecord, type CornerPicture } from '@ochote/core'
import { Route, Routes } from 'react-router'
import { describe, expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'
import { logOf, openStint } from '../fixtures/stadium'
import { layOutPicture, pictureWords } from '../recordings/pictureLayout'
import { CornerPictureView } from './CornerPictureView'
import { StintOver } from './StintOver'

const picture: CornerPicture = {
  ...{ lap: 3, corner: '2', lengthM: 150, faultX: 0.1 },
  strips: [
    { what: 'speed', from: 10, to: 30, driven: [[0, 0.5], [1, 0]], planned: [[0, 1], [1, 0.2]] }, // prettier-ignore
    { what: 'across', from: -3, to: 3, driven: [[0, 0.4]], planned: [[0, 0.6]] }, // prettier-ignore
  ],
  marks: [
    { what: 'turn in', x: 0.3 },
    { what: 'apex', x: 0.32 },
    { what: 'exit', x: 0.9 },
  ],
}

describe('the picture of a corner', () => {
  it('has its strips over each other, in the school’s units, and names that do not touch', () => {
    const drawn = layOutPicture(picture, { width: 400, height: 200, type: 12 }, 'metric')
    const [speed, across] = drawn.strips
    expect([speed!.low, speed!.high, speed!.title]).toEqual(['36', '108', 'speed, km/h'])
    expect(speed!.bottom).toBeLessThan(across!.top)
    expect(across!.bottom).toBeLessThanOrEqual(drawn.bottom + 1e-9)
    expect(drawn.marks.map(({ name }) => name)).toEqual(['turn in', null, 'exit'])
    expect(layOutPicture(picture, { width: 400, height: 200, type: 12 }, 'imperial').strips[0]).toMatchObject({ low: '22', high: '67' })
    // at half of the strip's height, and from its left
    expect(speed!.driven).toMatch(new RegExp(`^M${drawn.left.toFixed(1)},${((speed!.top + speed!.bottom) / 2).toFixed(1)}L`))
  })

  it('says in words what it shows', () => {
    renderPage(<CornerPictureView picture={picture} />)
    expect(screen.getByRole('img', { name: pictureWords(picture) })).toBeTruthy()
    expect(pictureWords(picture)).toBe('Corner 2 on recorded lap 3, solid, against the plan, dotted: speed and place on the road')
    expect(screen.getByText('Lap 3 solid, the plan dotted; the triangle shows where')).toBeTruthy()
  })
})

describe('a stint that was over by mistake', () => {
  const log = logOf([
    [0, { kind: 'line' }],
    [40, { kind: 'line' }],
    [80, { kind: 'in' }],
  ])
  const open = openStint()
  const add = vi.fn(() => 'id')
  const show = (justIn: boolean) =>
    renderPage(
      <Routes>
        <Route path="/debrief" element={<StintOver open={open} entries={log} record={stintRecord(log)} add={add} />} />
        <Route path="*" element={<p>the seat</p>} />
      </Routes>,
      { pathname: '/debrief', state: justIn ? { justIn } : null },
    )

  it('goes on in the seat, with its end undone', async () => {
    show(true)
    expect(screen.getByRole('status').textContent).toMatch(/^The stint is over: in at \d\d:\d\d\./)
    await userEvent.click(screen.getByRole('button', { name: 'Not over: back to the seat' }))
    expect(add).toHaveBeenCalledWith({ kind: 'undo', about: log[2]!.id })
    expect(screen.getByText('the seat')).toBeTruthy()
  })

  it('is not offered when the page is opened later', () => {
    show(false)
    expect(screen.queryByRole('status')).toBeNull()
  })
})
