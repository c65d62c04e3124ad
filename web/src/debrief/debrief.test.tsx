import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { followUps, stintRecord, type Finding } from '@ochote/core'
import Papa from 'papaparse'
import { describe, expect, it, vi } from 'vitest'
import { renderPage } from '../fixtures/render'
import { logOf, openStint, student, threeLaps } from '../fixtures/stadium'
import { FollowUpList } from '../stint/FollowUpList'
import { debriefCsv } from './debriefCsv'
import { FaultGrid } from './FaultGrid'
import { candidatesFor, goodFrom, suggestedDebrief } from './suggest'

const log = threeLaps()
const record = stintRecord(log)
const followed = followUps(record)

describe('what a debrief is offered', () => {
  it('starts with praise, then the best lap, and takes silence for no success', () => {
    expect(goodFrom(record, null)).toEqual(['Corner 1, lap 3: hit the mark', 'The last lap was the best one'])
  })

  it('has at most two things to work on, what stayed first, each with advice and a reason', () => {
    const { workOn, good, sentence } = suggestedDebrief(openStint(), record, null)
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
    expect(suggestedDebrief(openStint(), quiet, null)).toEqual({ good: [], workOn: [], sentence: '' })
    expect(candidatesFor(openStint(), quiet, null)).toEqual([])
  })
})

describe('the debrief as CSV', () => {
  const read = async (blob: Blob) => Papa.parse<Record<string, string>>(await blob.text(), { header: true }).data
  it('has a row for what was recorded, with its size and place', async () => {
    const finding: Finding = {
      ...{ lap: 2, corner: '2', fault: 'be', size: 14.256, unit: 'm', stationM: 312.4, confidence: 0.9, because: null },
    }
    const rows = await read(debriefCsv(openStint(), record, followed, [finding]))
    expect(rows.filter(({ kind }) => kind === 'recorded')).toMatchObject([
      { lap: '2', corner: '2', code: 'be', name: 'brakes early', size: '14.26', unit: 'm', at_m: '312', severity: '' },
    ])
  })

  it('has a row a lap and a row an entry, in the order of the laps', async () => {
    const rows = await read(debriefCsv(openStint(), record, followed, []))
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
    expect(rows[1]).toMatchObject({ severity: 'costs', outcome: 'not seen since', name: 'apex early' })
  })

  it('runs no formula that someone put in a name', async () => {
    const open = { ...openStint(), student: { ...student, name: '=HYPERLINK("x")' } }
    const [first] = await read(debriefCsv(open, record, followed, []))
    expect(first!.student!.startsWith('=')).toBe(false)
    expect(first!.student).toContain('HYPERLINK')
  })
})

describe('faults by corner and lap', () => {
  it('stand in the cell of their lap and corner', () => {
    renderPage(<FaultGrid record={record} corners={['1', '2']} corner={null} onCorner={vi.fn()} />)
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
    renderPage(<FaultGrid record={record} corners={['1', '2']} corner="2" onCorner={onCorner} />)
    await userEvent.click(screen.getByRole('button', { name: 'Corner 1' }))
    await userEvent.click(screen.getByRole('button', { name: 'Corner 2' }))
    expect(onCorner.mock.calls).toEqual([['1'], [null]])
  })
})

describe('what was corrected', () => {
  it('says what the next lap showed and how it stood in the end', () => {
    renderPage(<FollowUpList title="Corrections" followUps={followed} />)
    const texts = screen.getAllByRole('row').map((row) =>
      within(row)
        .queryAllByRole('cell')
        .map((c) => c.textContent),
    )
    expect(texts.slice(1)).toEqual([
      ['1', 'apex early', 'costs', '1', '–', '–', '○ not seen since'],
      ['2', 'brakes early', 'note', '1, 2, 3', '–', 'lap 2 no change; lap 3 no change', '= no change'],
    ])
  })
})
