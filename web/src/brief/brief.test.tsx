import { useQuery } from '@tanstack/react-query'
import { fireEvent, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, describe, expect, it, vi } from 'vitest'
import Papa from 'papaparse'
import type { MeetingItem } from '@ochote/core'
import { planCalls } from '@ochote/core'
import type { SchoolDraft } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { fakeServer } from '../fixtures/fakeServer'
import { renderPage } from '../fixtures/render'
import { school } from '../fixtures/school'
import { dayView, instructor, markedStadium, solved, loggedStint, student } from '../fixtures/stadium'
import { pocketRows, pocketType } from '../pdf/callsPdf'
import { callBars } from '../ribbon/callBars'
import { callsCsv, callsVtt } from './callFiles'
import { MeetingBoard } from './MeetingBoard'
import { MeetingLarge } from './MeetingLarge'
import { SchoolTopics } from './SchoolTopics'
import { SpeechRate } from './SpeechRate'
import { WordingEditor } from './WordingEditor'
import { wordsPerSecond } from './wordsPerSecond'

afterEach(() => vi.unstubAllGlobals())
const solution = solved()
const sheet = planCalls(markedStadium({}, solution))
const items: MeetingItem[] = [
  { id: 'a', topic: 'Hazard', text: 'A bump at corner 1', stationM: 10 },
  { id: 'b', topic: 'Flags', text: 'Yellow: lift', stationM: null },
]

describe('the call sheet as files', () => {
  it('has every call once in the table, in the order they are said', () => {
    const { data } = Papa.parse<Record<string, string>>(callsCsv(sheet), { header: true })
    expect(data).toHaveLength(sheet.calls.length)
    const starts = data.map((row) => Number(row.start_s))
    expect(starts).toEqual([...starts].sort((a, b) => a - b))
    expect(data.map((row) => row.words)).toContain(sheet.calls[0]!.text)
  })

  it('is WebVTT with cues in order; one begun before the line stands at the lap’s end', () => {
    const early = { ...sheet, calls: [{ ...sheet.calls[0]!, startS: -1.25, endS: 0.5, text: 'Up <now> & go' }, ...sheet.calls.slice(1)] }
    const vtt = callsVtt(early, 90, 'Una --> lap 1')
    expect(vtt.startsWith('WEBVTT Una  lap 1\n')).toBe(true)
    expect(vtt).toContain('00:01:28.750 --> 00:01:30.500\nUp &lt;now&gt; &amp; go\n')
    const forged = callsVtt(sheet, 90, 'A\n\n00:00:01.000 ---->> 00:00:09.000\nBrake LATE')
    expect(forged.split('\n')[0]).toContain('Brake LATE')
    expect(forged.match(/-->/g)).toHaveLength(sheet.calls.length)
    const begins = [...vtt.matchAll(/^(\S+) --> /gm)].map((m) => m[1]!)
    expect(begins).toEqual([...begins].sort())
  })
})

describe('calls as bars', () => {
  it('lead from where they are begun to where the action is due', () => {
    const bars = callBars(solution, sheet)
    expect(bars).toHaveLength(sheet.calls.length)
    for (const bar of bars) {
      const about = sheet.about[bar.id]!
      expect(Math.abs(bar.actionM - about.stationM)).toBeLessThan(2 * solution.track.stepM)
      expect(bar.clash).toBeNull()
    }
  })
  it('that clash say with what', () => {
    const [a, b] = sheet.calls
    const bars = callBars(solution, { ...sheet, clashes: [[a!.id, b!.id]] })
    expect(bars.filter((bar) => bar.clash).map((bar) => bar.clash)).toEqual([
      `no time for it beside ${b!.id}`,
      `no time for it beside ${a!.id}`,
    ])
  })
})

describe('how fast someone speaks', () => {
  it('is words by the time they take, less a breath for each call', () => {
    expect(wordsPerSecond('Brake at the board. Turn left.', 2.3)).toBeCloseTo(6 / 2, 6)
  })
  it('is measured by reading aloud, kept with the instructor, and not kept when it cannot be', async () => {
    let now = 0
    vi.spyOn(performance, 'now').mockImplementation(() => now)
    const { asked } = fakeServer(() => ({ body: { ...instructor, wordsPerSecond: 3 } }))
    const onClose = vi.fn()
    renderPage(<SpeechRate instructor={instructor} words="one two three four five six" onClose={onClose} />)
    const read = async (seconds: number) => {
      await userEvent.click(screen.getByRole('button', { name: /^(Start|Again)$/ }))
      now += seconds * 1000
      await userEvent.click(screen.getByRole('button', { name: 'Stop' }))
    }
    await read(0.2)
    expect(screen.getByRole('status').textContent).toMatch(/is not possible: expected 0.8 to 8/)
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Save' }).disabled).toBe(true)
    await read(2.15)
    expect(screen.getByRole('status').textContent).toBe('3.0 words a second')
    await userEvent.click(screen.getByRole('button', { name: 'Save' }))
    await vi.waitFor(() => expect(onClose).toHaveBeenCalledOnce())
    expect(asked).toEqual([
      { method: 'PUT', path: `/api/people/${instructor.id}`, body: { change: { wordsPerSecond: 3 }, fromVersion: 1 } },
    ])
    vi.restoreAllMocks()
  })
})

describe('the meeting', () => {
  const day = dayView([loggedStint()])
  it('cannot be over before every item is gone through and someone held it', async () => {
    const { asked } = fakeServer(({ body }) => ({ body: { ...(body as { meeting: object }).meeting, version: 1 } }))
    const open = { ...day, meeting: { ...day.meeting, heldAt: null, heldBy: '', present: [] } }
    const Held = () => {
      const { data } = useQuery({ ...dayQuery(day.id), initialData: open, staleTime: Infinity })
      return <MeetingBoard day={data} school={school} items={items} />
    }
    renderPage(<Held />)
    const over = screen.getByRole<HTMLButtonElement>('button', { name: 'Close the meeting' })
    expect(over.disabled).toBe(true)
    expect(screen.getByText(`Can’t be released until they have had the briefing: ${student.name}`)).toBeTruthy()
    await userEvent.click(screen.getByRole('checkbox', { name: 'A bump at corner 1' }))
    const saves = () => asked.filter(({ method }) => method !== 'GET')
    await vi.waitFor(() => expect(saves()).toHaveLength(1))
    expect(saves()[0]!.body).toMatchObject({ meeting: { done: ['a'] }, fromVersion: 0 })
    expect(screen.getByText(/^1 item not covered yet: Flags, Yellow: lift/)).toBeTruthy()
  })

  it('is talked through on a large screen by keys, ticking what was gone through', async () => {
    const handlers = { onDone: vi.fn(), onClose: vi.fn() }
    renderPage(<MeetingLarge items={items} done={[]} {...handlers} />)
    expect(screen.getByRole('heading').textContent).toBe('Hazard')
    await userEvent.keyboard('{ArrowRight}')
    expect(handlers.onDone).toHaveBeenCalledExactlyOnceWith('a')
    expect(screen.getByRole('heading').textContent).toBe('Flags')
    await userEvent.keyboard('{ArrowLeft}')
    expect(screen.getByRole('heading').textContent).toBe('Hazard')
    await userEvent.keyboard('{Escape}')
    expect(handlers.onClose).toHaveBeenCalledOnce()
  })

  it('has the school’s own list put in another order, added to and taken from', async () => {
    const { asked } = fakeServer(() => ({ body: { ...school, version: 5 } }))
    const onClose = vi.fn()
    renderPage(<SchoolTopics school={school} onClose={onClose} />)
    const [first, second, third] = school.meeting
    await userEvent.click(screen.getByRole('button', { name: `Move ${second!.topic} up` }))
    await userEvent.click(screen.getByRole('button', { name: `Remove ${third!.topic}` }))
    await userEvent.click(screen.getByRole('button', { name: 'Done' }))
    await vi.waitFor(() => expect(onClose).toHaveBeenCalledOnce())
    const { school: saved, fromVersion } = asked[0]!.body as { school: SchoolDraft; fromVersion: number }
    expect([saved.meeting.map((t) => t.id), fromVersion]).toEqual([[second!.id, first!.id], 4])
  })
})

describe('the school’s wordings', () => {
  it('are checked as they are typed, and saved in whatever language', async () => {
    const { asked } = fakeServer(() => ({ body: { ...school, version: 5 } }))
    renderPage(<WordingEditor school={school} onClose={vi.fn()} />)
    // by the text of their labels: a look for roles or names goes through some eighty fields each time
    const fieldOf = (label: string) => screen.getByText<HTMLLabelElement>(label, { selector: 'label' }).control!
    const save = screen.getByText<HTMLButtonElement>('Done')
    const language = fieldOf('Language, such as en-GB')
    fireEvent.change(language, { target: { value: '12' } })
    expect(save.disabled).toBe(true)
    expect(screen.getByText('a language such as en-GB or de')).toBeTruthy()
    fireEvent.change(language, { target: { value: 'fr' } })
    fireEvent.change(fieldOf('lift, short'), { target: { value: 'Lâche' } })
    fireEvent.click(save)
    await vi.waitFor(() => expect(asked).toHaveLength(1))
    expect((asked[0]!.body as { school: SchoolDraft }).school.calls).toMatchObject({ language: 'fr', calls: { lift: { short: 'Lâche' } } })
  })
})

describe('the pocket call sheet', () => {
  it('has a row a corner, with where its slowing mark stands', () => {
    const rows = pocketRows(sheet, { cones: markedStadium({}, solution).cones })
    expect(rows.map((r) => r.corner)).toEqual([...new Set(rows.map((r) => r.corner))])
    expect(rows.flatMap((r) => r.calls.split(' · '))).toHaveLength(sheet.calls.length)
    expect(rows.some((r) => /^(brake|lift): \d+ m /.test(r.mark))).toBe(true)
  })

  it('is set smaller the more there is to say, so that it stays one page', () => {
    const row = {
      corner: '1',
      calls: 'Brake at the two reds · Turn left at the blue · Squeeze as it opens',
      mark: 'brake: 40 m before the 100 board',
    }
    const of = (count: number) => pocketType(Array.from({ length: count }, () => row))
    expect(of(3)).toBe(10)
    expect(of(14)).toBeLessThan(of(8))
    expect(of(14)).toBeGreaterThan(5)
  })
})
