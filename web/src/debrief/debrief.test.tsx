import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { correctionsOf, stintRecord } from '@ochote/core'
import Papa from 'papaparse'
import { describe, expect, it, vi } from 'vitest'
import { shown } from '../fixtures/render'
import { logOf, openStint, student, threeLaps } from '../fixtures/stadium'
import { Corrections } from './Corrections'
import { debriefCsv } from './debriefCsv'
import { FaultGrid } from './FaultGrid'
import { candidatesFor, goodFrom, suggestedDebrief } from './suggest'

const log = threeLaps()
const record = stintRecord(log)
const corrections = correctionsOf(record)

describe('what a debrief is offered', () => {
  it('starts with praise, then what was put right, then the best lap', () => {
    expect(goodFrom(record)).toEqual(['Corner 1, lap 3: hit the mark', 'Corner 1 put right after lap 1', 'The last lap was the best one'])
  })

  it('has at most two things to work on, what stayed first, each with advice and a reason', () => {
    const { workOn, good, sentence } = suggestedDebrief(openStint(log), record)
    expect(workOn.length).toBeLessThanOrEqual(2)
    expect(workOn[0]).toMatchObject({ corner: '2', code: 'be' })
    expect(workOn[0]!.advice).toContain('brake at the cone')
    expect(workOn[0]!.reason.length).toBeGreaterThan(10)
    expect(good.length).toBeLessThanOrEqual(3)
    expect(sentence).toBe('')
  })

  it('is empty where nothing was logged, rather than made up', () => {
    const quiet = stintRecord(
      logOf([
        [0, { kind: 'line' }],
        [40, { kind: 'line' }],
        [80, { kind: 'in' }],
      ]),
    )
    expect(suggestedDebrief(openStint(), quiet)).toEqual({ good: [], workOn: [], sentence: '' })
    expect(candidatesFor(openStint(), quiet)).toEqual([])
  })
})

describe('the debrief as CSV', () => {
  const read = async (blob: Blob) => Papa.parse<Record<string, string>>(await blob.text(), { header: true }).data
  it('has a row a lap and a row an entry, in the order of the laps', async () => {
    const rows = await read(debriefCsv(openStint(log), record, corrections))
    expect(rows.map((r) => [r.lap, r.kind, r.corner, r.code])).toEqual([
      ['1', 'lap', '', ''],
      ['1', 'fault', '1', 'ae'],
      ['1', 'fault', '2', 'be'],
      ['2', 'lap', '', ''],
      ['2', 'fault', '2', 'be'],
      ['3', 'lap', '', ''],
      ['3', 'fault', '2', 'be'],
      ['3', 'praise', '1', 'mark'],
    ])
    expect(rows[0]).toMatchObject({ date: '2026-10-17', student: 'Una Brook', lap_time_s: '40.000' })
    expect(rows[1]).toMatchObject({ severity: 'costs', outcome: 'fixed', name: 'apex early' })
  })

  it('runs no formula that someone put in a name', async () => {
    const open = { ...openStint(log), student: { ...student, name: '=HYPERLINK("x")' } }
    const [first] = await read(debriefCsv(open, record, corrections))
    expect(first!.student!.startsWith('=')).toBe(false)
    expect(first!.student).toContain('HYPERLINK')
  })
})

describe('faults by corner and lap', () => {
  it('stand in the cell of their lap and corner', () => {
    shown(<FaultGrid record={record} corners={['1', '2']} corner={null} onCorner={vi.fn()} />)
    const rows = screen.getAllByRole('row').slice(1)
    expect(
      rows.map((row) =>
        within(row)
          .getAllByRole('cell')
          .map((cell) => cell.textContent!.replace(/[^a-z+]/g, '')),
      ),
    ).toEqual([
      ['ae', 'be'],
      ['', 'be'],
      ['+', 'be'],
    ])
  })

  it('choose and let go of a corner', async () => {
    const onCorner = vi.fn()
    shown(<FaultGrid record={record} corners={['1', '2']} corner="2" onCorner={onCorner} />)
    await userEvent.click(screen.getByRole('button', { name: 'Corner 1' }))
    await userEvent.click(screen.getByRole('button', { name: 'Corner 2' }))
    expect(onCorner.mock.calls).toEqual([['1'], [null]])
  })
})

describe('what was corrected', () => {
  it('says what the next lap showed and how it stood in the end', () => {
    shown(<Corrections corrections={corrections} />)
    const texts = screen.getAllByRole('row').map((row) =>
      within(row)
        .queryAllByRole('cell')
        .map((c) => c.textContent),
    )
    expect(texts.slice(1)).toEqual([
      ['1', 'apex early', '1', 'costs', 'not seen', 'fixed'],
      ['2', 'brakes early', '1, 2, 3', 'note', 'seen again', 'no change'],
    ])
  })

  it('says so when nothing was', () => {
    shown(<Corrections corrections={[]} />)
    expect(screen.getByText('No fault was logged.')).toBeTruthy()
  })
})
