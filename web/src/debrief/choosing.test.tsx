import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { stintRecord, type WorkOn } from '@ochote/core'
import { useState } from 'react'
import { describe, expect, it } from 'vitest'
import { renderPage } from '../fixtures/render'
import { logOf, openStint } from '../fixtures/stadium'
import { GoodThings } from './GoodThings'
import { candidatesFor } from './suggest'
import { WorkOnThings } from './WorkOnThings'

const log = logOf([
  [0, { kind: 'line' }],
  [10, { kind: 'fault', lap: 1, corner: '1', code: 'be', severity: 1 }],
  [20, { kind: 'fault', lap: 1, corner: '2', code: 'xw', severity: 3 }],
  [30, { kind: 'fault', lap: 1, corner: '1', code: 'te', severity: 2 }],
  [40, { kind: 'line' }],
  [90, { kind: 'in' }],
])
const candidates = candidatesFor(openStint(), stintRecord(log), null)

describe('two things to work on', () => {
  let chosen: readonly WorkOn[] = []
  function Page({ from }: { from: readonly WorkOn[] }) {
    const [own, setOwn] = useState(from)
    chosen = own
    return <WorkOnThings chosen={own} candidates={candidates} pictureOf={() => null} onChange={(next) => setOwn(next as WorkOn[])} />
  }

  it('are offered unsafe things first, and an earlier cause in place of what came of it', () => {
    expect(candidates.map((c) => [c.corner, c.code])).toEqual([
      ['2', 'xw'],
      ['1', 'be'],
    ])
  })

  it('say why, and can be put in the instructor’s own words', async () => {
    renderPage(<Page from={candidates.slice(0, 2)} />)
    expect(screen.getByText(`Why: ${candidates[0]!.reason}`)).toBeTruthy()
    const words = screen.getAllByRole('textbox', { name: 'What to do' })[0]!
    await userEvent.clear(words)
    await userEvent.type(words, 'Slower in')
    expect(chosen[0]).toMatchObject({ corner: '2', code: 'xw', advice: 'Slower in' })
  })

  it('are never the same thing twice, and may be one or none', async () => {
    renderPage(<Page from={candidates.slice(0, 2)} />)
    await userEvent.click(screen.getByRole('combobox', { name: '2.' }))
    const offered = screen.getAllByRole('option').map((o) => o.textContent)
    expect(offered).toEqual(['Nothing', 'Corner 1: brakes early'])
    await userEvent.click(screen.getByRole('option', { name: 'Nothing' }))
    expect(chosen).toHaveLength(1)
  })

  it('says so when there is nothing', () => {
    renderPage(<WorkOnThings chosen={[]} candidates={[]} pictureOf={() => null} onChange={() => undefined} />)
    expect(screen.getByText('Nothing was logged or recorded to work on.')).toBeTruthy()
  })
})

describe('what was good', () => {
  let good: readonly string[] = []
  function Page({ from, offered }: { from: string[]; offered: string[] }) {
    const [own, setOwn] = useState(from)
    good = own
    return <GoodThings good={own} offered={offered} onChange={setOwn} />
  }

  it('is taken from the log with one tap, and offered no more', async () => {
    renderPage(<Page from={['smooth']} offered={['smooth', 'hit the mark']} />)
    expect(screen.queryByRole('button', { name: 'smooth' })).toBeNull()
    await userEvent.click(screen.getByRole('button', { name: 'hit the mark' }))
    expect(good).toEqual(['smooth', 'hit the mark'])
    expect(screen.queryByRole('button', { name: 'hit the mark' })).toBeNull()
  })

  it('can be reworded, added to and removed', async () => {
    renderPage(<Page from={['smooth']} offered={[]} />)
    await userEvent.type(screen.getByRole('textbox', { name: 'Good, 1' }), 'er')
    await userEvent.click(screen.getByRole('button', { name: 'Your own' }))
    await userEvent.type(screen.getByRole('textbox', { name: 'Good, 2' }), 'calm')
    expect(good).toEqual(['smoother', 'calm'])
    await userEvent.click(screen.getByRole('button', { name: 'Remove: smoother' }))
    expect(good).toEqual(['calm'])
  })

  it('is six things at most', () => {
    renderPage(<Page from={['1', '2', '3', '4', '5', '6']} offered={['7']} />)
    expect(screen.queryByRole('button', { name: 'Your own' })).toBeNull()
  })
})
