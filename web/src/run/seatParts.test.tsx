import { fireEvent, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { followUps, isCalled, planCalls, stintRecord, type LivePlace } from '@ochote/core'
import { setMeasured } from '../device/deviceClock'
import { renderPage } from '../fixtures/render'
import { markedStadium, idOf, logOf, solved } from '../fixtures/stadium'
import type { LiveCar } from '../telemetry/followCar'
import { LiveSource } from '../telemetry/liveSource'
import { FollowUpList } from '../stint/FollowUpList'
import { entryWords } from './entryWords'
import { IncidentTargets } from './incidents/IncidentTargets'
import { IncidentReport } from './incidents/IncidentReport'
import { CornerSoFar } from './CornerSoFar'
import { LastEntry } from './LastEntry'
import { NextCallBar } from './NextCallBar'
import { SendingState } from './SendingState'
import { Prompt } from './Prompt'
import { whereNow } from './whereNow'

const solution = solved()
const T0 = Date.parse('2026-10-17T10:40:00.000Z')
const { lapTimeS } = solution.trace
const step = { of: 'pace', way: 'down', reason: 'unsafe at corner 2 on lap 1' } as const

describe('where the car is', () => {
  const record = stintRecord(logOf([[0, { kind: 'line' }]]))
  const place: LivePlace = { timeMs: T0, stationM: 300, offsetM: 0.5, speedMps: 20, behindS: 0.4 }
  const car = (heardAtMs: number): LiveCar => ({ place, laps: [], places: [], heardAtMs })

  it('is what its logger says while it is heard', () => {
    expect(whereNow(solution, record, car(Date.now()), T0)).toMatchObject({
      by: 'logger',
      words: 'by the logger',
      stationM: 300,
      behindS: 0.4,
    })
  })
  it('is guessed by the clock when the link is lost, and says so', () => {
    const where = whereNow(solution, record, car(Date.now() - 9_000), T0 + 5_000)!
    expect(where).toMatchObject({
      by: 'clock',
      words: 'link lost 9 s ago, by the tapped lap and planned time',
      stationM: null,
      behindS: null,
    })
    expect(where.plannedS).toBeCloseTo(5, 9)
  })
  it('is stretched to the laps this student drives', () => {
    const slow = stintRecord(
      logOf([
        [0, { kind: 'line' }],
        [2 * lapTimeS, { kind: 'line' }],
      ]),
    )
    expect(whereNow(solution, slow, null, T0 + (2 * lapTimeS + 10) * 1000)!.plannedS).toBeCloseTo(5, 2)
  })
  it('is nowhere before the line and after coming in', () => {
    expect(whereNow(solution, stintRecord([]), null, T0)).toBeNull()
    expect(
      whereNow(
        solution,
        stintRecord(
          logOf([
            [0, { kind: 'line' }],
            [9, { kind: 'in' }],
          ]),
        ),
        null,
        T0 + 10_000,
      ),
    ).toBeNull()
  })
})

describe('the next call', () => {
  const sheet = planCalls(markedStadium({}, solution))
  it('counts down to when it is begun, and says how the place is known', () => {
    const first = [...sheet.calls].filter((c) => c.startS > 2).sort((a, b) => a.startS - b.startS)[0]!
    const record = stintRecord(
      logOf([[0, { kind: 'line' }]]).map((e) => ({ ...e, deviceTime: new Date(Date.now() - (first.startS - 1.5) * 1000).toISOString() })),
    )
    renderPage(<NextCallBar sheet={sheet} solution={solution} record={record} source={new LiveSource()} coolingDown={false} />)
    const bar = screen.getByRole('region', { name: 'Next call' })
    expect(bar.textContent).toContain(first.text)
    expect(bar.textContent).toMatch(/^[12] s/)
    expect(bar.textContent).toContain('by the tapped lap and planned time')
  })
  it('is none on the lap to cool down, whose words stand there instead', () => {
    const record = stintRecord(logOf([[0, { kind: 'line' }]]))
    renderPage(<NextCallBar sheet={sheet} solution={solution} record={record} source={new LiveSource()} coolingDown />)
    expect(screen.getByRole('region', { name: 'Next call' }).textContent).toMatch(/^–Cool-down: no brakes, high gear, on the line, then in/)
  })
  it('says what to do before the first lap', () => {
    renderPage(<NextCallBar sheet={sheet} solution={solution} record={stintRecord([])} source={new LiveSource()} coolingDown={false} />)
    expect(screen.getByRole('region', { name: 'Next call' }).textContent).toBe('–Calls start with the first lapno place yet: tap the line')
  })
})

describe('everything but faults', () => {
  const open = (corner: string | null = '2') => {
    const handlers = { onEvent: vi.fn(() => idOf(77)), onReport: vi.fn() }
    renderPage(<IncidentTargets lap={3} corner={corner} others={['Bo']} disabled={false} {...handlers} />)
    return handlers
  }
  const tap = (name: string) => userEvent.click(screen.getByRole('button', { name }))
  it.each([
    ['Passed a car', 'Boon the left', { kind: 'pass', lap: 3, corner: '2', way: 'passes', side: 'left', who: 'Bo' }],
    ['Let a car by', 'another caron the right', { kind: 'pass', lap: 3, corner: '2', way: 'passed', side: 'right', who: '' }],
    ['Flag', 'red', { kind: 'flag', lap: 3, corner: '2', flag: 'red' }],
    ['Track', 'drying', { kind: 'conditions', lap: 3, corner: '2', surface: 'drying' }],
    ['Tell', 'last lap', { kind: 'told', lap: 3, what: 'last lap' }],
  ])('%s, %s: two taps, none typed', async (first, second, entry) => {
    const { onEvent } = open()
    await tap(first)
    fireEvent.click(screen.getAllByRole('button').find((b) => b.textContent === second)!)
    expect(onEvent).toHaveBeenCalledExactlyOnceWith(entry)
  })
  it('asks for a report after contact, not after a spin', async () => {
    const { onReport } = open()
    await tap('Off or worse')
    await tap('spin')
    expect(onReport).not.toHaveBeenCalled()
    await tap('Off or worse')
    await tap('contact')
    expect(onReport).toHaveBeenCalledExactlyOnceWith(idOf(77))
  })
  it('can be left again without logging anything', async () => {
    const { onEvent } = open()
    await tap('Flag')
    await tap('Cancel')
    expect(onEvent).not.toHaveBeenCalled()
  })
})

describe('an incident’s report', () => {
  it('begins with what was written before, and is kept as it then stands', async () => {
    const log = logOf([
      [0, { kind: 'incident', lap: 1, corner: '2', what: 'off' }],
      [5, { kind: 'report', about: idOf(100), happened: 'Wide', others: '', injured: '', damage: '', witnesses: '', done: '' }],
    ])
    const onSave = vi.fn()
    renderPage(<IncidentReport incident={stintRecord(log).incidents[0]!} onSave={onSave} onClose={vi.fn()} />)
    await userEvent.type(screen.getByRole('textbox', { name: 'What happened, in order' }), ', then grass')
    await userEvent.click(screen.getByRole('button', { name: 'Save report' }))
    expect(onSave.mock.calls[0]![0]).toMatchObject({ kind: 'report', about: idOf(100), happened: 'Wide, then grass' })
  })
})

describe('a correction that was called', () => {
  const called = logOf([
    [10, { kind: 'called', lap: 1, corner: '2', code: 'be' }],
    [50, { kind: 'followed', lap: 2, corner: '2', about: idOf(100), result: 'fixed', by: 'measured' }],
    [90, { kind: 'fault', lap: 3, corner: '2', code: 'be', severity: 1 }],
  ])
  it('is asked about with one tap', async () => {
    const onAnswer = vi.fn()
    const asked = followUps(stintRecord(called.slice(0, 1))).filter(isCalled)
    renderPage(<Prompt asked={asked[0]} onAnswer={onAnswer} suggested={step} onDecide={vi.fn()} onLeave={vi.fn()} otherwise={null} />)
    expect(screen.queryByRole('region', { name: 'Suggested' })).toBeNull() // one thing at a time
    await userEvent.click(screen.getByRole('button', { name: 'Better' }))
    expect(onAnswer).toHaveBeenCalledExactlyOnceWith(asked[0], 'better')
  })
  it('shows its state with what every pass showed, in words and signs', () => {
    renderPage(<FollowUpList title="Corrections called" followUps={followUps(stintRecord(called))} />)
    const cells = screen.getAllByRole('cell').map((c) => c.textContent)
    expect(cells).toEqual(['2', 'brakes early', 'note', '3', '1', 'lap 2 fixed, measured; lap 3 no change', '↺ back again'])
  })
  it('is offered beside a fault just logged', async () => {
    const fault = {
      ...logOf([[0, { kind: 'fault', lap: 2, corner: '1', code: 'te', severity: 1 }]])[0]!,
      deviceTime: new Date().toISOString(),
    }
    const onCalled = vi.fn()
    renderPage(<LastEntry entries={[fault]} onUndo={vi.fn()} onCalled={onCalled} />)
    await userEvent.click(screen.getByRole('button', { name: 'Called it' }))
    expect(onCalled).toHaveBeenCalledExactlyOnceWith(fault)
  })
  it('is not pushed aside by what logs itself', () => {
    const [fault, line] = logOf([
      [0, { kind: 'fault', lap: 2, corner: '1', code: 'te', severity: 1 }],
      [1, { kind: 'line', source: 'logger' }],
    ])
    renderPage(<LastEntry entries={[fault!, line!]} onUndo={vi.fn()} />)
    expect(screen.getByRole('status').textContent).toBe('Lap 2, corner 1: turns in early')
  })
})

describe('the state of sending', () => {
  afterEach(() => localStorage.clear())
  it.each([
    [0, 0, 'All saved'],
    [3, 0, '3 on this device, not sent yet'],
    [0, 420_000, 'All saved· clock 7 min slow, put right'],
    [0, -20_000, 'All saved· clock 20 s fast, put right'],
  ])('%s waiting, clock %s ms off: %s', (waiting, offset, words) => {
    setMeasured(offset)
    renderPage(<SendingState waiting={waiting} unreadable={0} />)
    expect(screen.getByRole('status').textContent).toBe(words)
  })
})

describe('a corner while nothing is asked', () => {
  const record = stintRecord(
    logOf([
      [0, { kind: 'line' }],
      [20, { kind: 'fault', lap: 1, corner: '2', code: 'be', severity: 1 }],
      [60, { kind: 'line' }],
      [80, { kind: 'fault', lap: 2, corner: '2', code: 'be', severity: 1 }],
      [81, { kind: 'praise', lap: 2, corner: '2', code: 'smooth' }],
    ]),
  )
  const { cones } = markedStadium()
  const shown = (lap: number, corner = '2') =>
    renderPage(<CornerSoFar corner={corner} lap={lap} record={record} aims={[{ kind: 'mark', corner: '2', code: 'be' }]} cones={cones} />)
  it('shows the aim there, and what was logged on earlier laps', () => {
    shown(3)
    expect(screen.getByText(/^Here before:/).textContent).toBe('Here before: brakes early (laps 1, 2); smooth (lap 2)')
    expect(screen.getByText('Aim:').parentElement?.textContent).toMatch(/^Aim: brake at the /)
  })
  it('says where nothing was logged, and nothing of an aim for another corner', () => {
    shown(2, '1')
    expect(screen.getByText('Nothing logged here on earlier laps.')).toBeTruthy()
    expect(screen.queryByText('Aim:')).toBeNull()
  })
})

describe('suggested steps', () => {
  it('are decided or left by the instructor', async () => {
    const handlers = { onDecide: vi.fn(), onLeave: vi.fn() }
    renderPage(<Prompt asked={undefined} onAnswer={vi.fn()} suggested={step} {...handlers} otherwise={<p>Here before: brakes early</p>} />)
    expect(screen.queryByText(/^Here before/)).toBeNull() // one thing at a time
    expect(screen.getByRole('region', { name: 'Suggested' }).textContent).toContain('less pace, unsafe at corner 2 on lap 1. You decide.')
    await userEvent.click(screen.getByRole('button', { name: 'less pace' }))
    await userEvent.click(screen.getByRole('button', { name: 'Leave as it is' }))
    expect([handlers.onDecide.mock.calls, handlers.onLeave.mock.calls]).toEqual([[[step]], [[step]]])
  })
})

describe('entries in words', () => {
  const log = logOf([
    [0, { kind: 'release' }],
    [5, { kind: 'line', source: 'wall' }],
    [6, { kind: 'line' }],
    [20, { kind: 'pass', lap: 1, corner: '2', way: 'passed', side: 'left', who: '' }],
    [25, { kind: 'flag', lap: 1, corner: '2', flag: 'yellow' }],
    [45, { kind: 'line', source: 'logger' }],
    [46, { kind: 'conditions', lap: 2, corner: '1', surface: 'wet' }],
    [47, { kind: 'told', lap: 2, what: 'last lap' }],
    [48, { kind: 'step', lap: 2, of: 'words', way: 'down', reason: '' }],
    [49, { kind: 'question', corner: '2', text: 'Which gear?' }],
  ])
  it('say what, where and on which lap; two who counted one crossing say the same', () => {
    const by = [...log].map((e, k) => (k === 2 ? { ...e, deviceId: 'tablet' } : e))
    expect(by.map((e) => entryWords(e, by))).toEqual([
      'Released',
      'Lap 1 started',
      'Lap 1 started',
      'Lap 1, corner 2: let by another car, on the left',
      'Lap 1, corner 2: yellow flag',
      'Lap 1 ended, by the logger',
      'Lap 2, corner 1: the track is wet',
      'Lap 2: told “last lap”',
      'Lap 2: fewer words',
      'Question at corner 2: Which gear?',
    ])
  })
})
