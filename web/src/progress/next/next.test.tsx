import { screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useQuery } from '@tanstack/react-query'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Bend, Person, Plan, Stint, StintView } from '@ochote/contracts'
import { skillsOf, stintRecord, type NextSteps, type SkillPass, type StandingMark } from '@ochote/core'
import { personQuery } from '../../api/queries'
import { fakeServer, type RecordedRequest } from '../../fixtures/fakeServer'
import { renderPage } from '../../fixtures/render'
import { dayView, idOf, logOf, plan, stint, student } from '../../fixtures/stadium'
import type { StintLaps } from '../skills/useSkills'
import { nextDraft } from './nextDraft'
import { WhatComesNext } from './WhatComesNext'

afterEach(() => vi.unstubAllGlobals())

const later: Stint = { ...stint, id: idOf(900), startsAt: '14:00', aims: [], briefedAt: null, planVersionId: null }
const driven = stintRecord(
  logOf([
    [0, { kind: 'line' }],
    [40, { kind: 'line' }],
    [80, { kind: 'line' }],
    [130, { kind: 'in' }],
  ]),
)
const day = dayView([stint, later].map((one) => ({ stint: one, debriefed: false })))
const bends = new Map([[day.circuit.id, new Map<string, Bend>([['1', 'tight']])]])
const unsafe: SkillPass = {
  ...{ skill: 'braking', bend: 'tight', date: day.date, startsAt: stint.startsAt, stintId: stint.id, lap: 2, corner: '1', place: 0 },
  ...{ result: 'unsafe', by: 'log', codes: ['bl'] },
}
const laps: StintLaps[] = [
  {
    ...{
      stintId: stint.id,
      date: day.date,
      startsAt: stint.startsAt,
      weather: day.weather,
      car: 'Hatch 1',
      vehicleTypeId: plan.vehicleTypeId,
    },
    ...{ planLapS: 39, pace: plan.setup.pace, standing: [], notes: [], recorded: null },
    against: { laps: 2, planS: 39, bestS: 40, middleS: 40, halfWithin: null, spreadS: 0 },
  },
]

/** What a page that shows the student has of their words. */
function Talk() {
  const { data } = useQuery(personQuery(student.id))
  return data ? <p>{`Words: ${data.talk ?? 'not said'}`}</p> : null
}

/** Renders the section with a server that stores what it gets, or refuses it when told to. */
function open(refuses: (asked: RecordedRequest) => boolean = () => false, passes: readonly SkillPass[] = [unsafe]) {
  let stored: StintView = { stint: later, debrief: null }
  const { asked } = fakeServer((request) => {
    const { method, path, body } = request
    if (refuses(request))
      return {
        status: 409,
        body: { code: 'conflict', type: 't', title: 'Changed', status: 409, detail: 'It was changed.', currentVersion: 7 },
      }
    if (path === `/api/days/${day.id}`) return { body: day }
    if (path.startsWith('/api/circuits/'))
      return { status: 404, body: { code: 'not-found', type: 't', title: 'None', status: 404, detail: path } }
    if (method === 'POST') return { body: { ...plan, ...(body as { draft: Partial<Plan> }).draft, id: (body as { id: string }).id } }
    if (path.startsWith('/api/people/') && method === 'PUT') {
      const { change, fromVersion } = body as { change: Partial<Person>; fromVersion: number }
      return { body: { ...student, ...change, version: fromVersion + 1 } }
    }
    if (path === `/api/people/${student.id}`) return { body: student }
    if (path.endsWith('/archived')) return { body: { archived: true } }
    const sent = body as { stint?: Partial<Stint>; brief?: Partial<Stint> }
    stored = { debrief: null, stint: { ...stored.stint, ...sent.stint, ...sent.brief, version: stored.stint.version + 1 } }
    return { body: stored }
  })
  const days = [{ ...day, stints: [stint, later].map((one) => ({ stint: one, debrief: null })) }]
  const records = new Map([
    [stint.id, driven],
    [later.id, stintRecord([])],
  ])
  renderPage(
    <>
      <Talk />
      <WhatComesNext {...{ student: { person: student, days }, skills: skillsOf(passes), laps, bends, records }} />
    </>,
    '/',
  )
  return { asked, stored: () => stored.stint, writes: () => asked.filter(({ method }) => method !== 'GET') }
}
const use = () => screen.findByRole('button', { name: /^Use it on .*, 14:00$/ })

describe('what comes next', () => {
  it('is said with its reasons', async () => {
    open()
    const section = await screen.findByRole('region', { name: 'What comes next' })
    expect(section.textContent).toMatch(/Pacedown: .*\d+ to \d+ %\. Unsafe at corner 1 on lap 2: brakes late\./)
    expect(section.textContent).toContain('Work onbrakes late at corner 1: 1 pass, unsafe.')
    const gets = await screen.findByText(/^The stint gets/)
    expect(gets.textContent).toMatch(/a plan of the student’s own, “.*” \(pace .*\d+ to \d+ %\), to be marked ready again, and 1 aim\.$/)
    expect(section.textContent).toContain('Drillbrake box: lift gate, brake gate, stop gate.')
  })

  it('is given to the next stint with one click: a plan at that pace, and the aims', async () => {
    const { writes, stored } = open()
    await userEvent.click(await use())
    await waitFor(() => expect(writes()).toHaveLength(3))
    const [added, planned, briefed] = writes()
    const { id, draft } = added!.body as { id: string; draft: Plan }
    expect(draft.setup.pace.brake).toBeCloseTo(plan.setup.pace.brake - 0.05, 9)
    expect(draft).toMatchObject({ name: `${plan.name}, ${student.name}`, unsafeAnswers: [] })
    expect(planned).toMatchObject({
      path: `/api/stints/${later.id}`,
      body: { stint: { planId: id, carId: later.carId }, fromVersion: later.version },
    })
    expect(briefed!.body).toEqual({
      brief: { aims: [{ kind: 'mark', corner: '1', code: 'bl' }], briefedAt: null },
      fromVersion: later.version + 1,
    })
    expect(stored()).toMatchObject({ planId: id, aims: [{ corner: '1', code: 'bl' }] })
  })

  it('leaves the stint as it was where the server refuses a part, and says why', async () => {
    const { stored, writes } = open(({ path }) => path.endsWith('/brief'))
    await userEvent.click(await use())
    expect((await screen.findByRole('alert')).textContent).toContain('It was changed')
    expect(stored().planId).toBe(later.planId)
    expect(writes().at(-1)!.path).toMatch(/^\/api\/plans\/.*\/archived$/)
  })
})

/** Three laps on which braking at the tight corner was clean. */
const clean = [1, 2, 3].map((lap): SkillPass => ({ ...unsafe, lap, result: 'clean', codes: [] }))

describe('words', () => {
  it('become fewer for a steady student with the same click', async () => {
    const { writes } = open(() => false, clean)
    expect(await screen.findByText(`From now on, calls for ${student.name} use few words.`)).toBeTruthy()
    await userEvent.click(await use())
    await waitFor(() => expect(writes()).toHaveLength(1))
    expect(writes()[0]).toMatchObject({
      ...{ method: 'PUT', path: `/api/people/${student.id}` },
      body: { change: { talk: 'few' }, fromVersion: student.version },
    })
    // pages that show the student have it at once
    expect(await screen.findByText('Words: few')).toBeTruthy()
  })

  it('stay where the server refuses, and the page says why', async () => {
    open(({ method, path }) => method === 'PUT' && path.startsWith('/api/people/'), clean)
    await userEvent.click(await use())
    expect((await screen.findByRole('alert')).textContent).toContain('It was changed')
  })
})

const nothing: NextSteps = {
  ...{ pace: { step: 'same', why: '' }, words: { step: 'same', why: '' }, marks: [], faults: [], section: null, drill: null },
}
const given = {
  steps: nothing,
  driven: plan.setup.pace,
  student: { name: 'Una', talk: null },
  plan,
  standing: null,
  isSameCircuit: true,
  workOn: [],
}

describe('the next stint’s plan', () => {
  it('stays where pace and marks stay', () => {
    expect(nextDraft(given)).toEqual({ plan: null, aims: [], talk: null })
  })

  it('is called after the student once, however often a step is taken', () => {
    const up = { ...nothing, pace: { step: 'up' as const, why: '' } }
    const first = nextDraft({ ...given, steps: up }).plan!
    expect(first.name).toBe(`${plan.name}, Una`)
    expect(nextDraft({ ...given, steps: up, plan: { ...plan, ...first }, driven: first.setup.pace }).plan!.name).toBe(first.name)
  })

  it('takes the pace from what was driven, not from what was planned', () => {
    const slower = { lateral: 0.6, brake: 0.6, drive: 0.6 }
    const up = { ...nothing, pace: { step: 'up' as const, why: '' } }
    expect(nextDraft({ ...given, steps: up, driven: slower }).plan!.setup.pace).toEqual({ lateral: 0.65, brake: 0.65, drive: 0.65 })
    expect(nextDraft({ ...given, steps: up, driven: null }).plan).toBeNull()
  })

  it('lacks the marks that are taken away, where they stand in it with the same duty', () => {
    const brake: StandingMark = { id: '2-brake', corner: '2', duty: 'brake' }
    const steps: NextSteps = {
      ...nothing,
      marks: [{ ...brake, skill: 'braking' }],
      faults: [{ corner: '2', code: 'be', passes: 2, isUnsafe: false }],
    }
    const before = { ...plan, coneEdits: { ...plan.coneEdits, removed: ['1-apex'] } }
    const all = { ...given, steps, plan: before, standing: [brake] }
    expect(nextDraft(all).plan!.coneEdits.removed).toEqual(['1-apex', '2-brake'])
    expect(nextDraft(all).aims).toEqual([{ kind: 'mark', corner: '2', code: 'be' }])
    expect(nextDraft({ ...all, isSameCircuit: false })).toEqual({ plan: null, aims: [], talk: null })
    // its marks are not known, or it stands there to hold the car off something
    for (const standing of [null, [{ ...brake, duty: 'hold' as const }]]) expect(nextDraft({ ...all, standing }).plan).toBeNull()
    // at another pace than the plan's, no mark goes
    const slower = { lateral: 0.6, brake: 0.6, drive: 0.6 }
    expect(nextDraft({ ...all, driven: slower }).plan!.coneEdits.removed).toEqual(['1-apex'])
  })

  it('comes with fewer words where all is steady, unless the student has few already', () => {
    const fewer = { ...given, steps: { ...nothing, words: { step: 'fewer' as const, why: '' } } }
    expect(nextDraft(fewer).talk).toBe('few')
    expect(nextDraft({ ...fewer, student: { name: 'Una', talk: 'few' as const } }).talk).toBeNull()
  })

  it('has the aims of the debrief before those of the passes', () => {
    const steps: NextSteps = { ...nothing, faults: [{ corner: '2', code: 'be', passes: 2, isUnsafe: false }] }
    const workOn = [{ corner: '4', code: 'xw', advice: 'Hands still.', reason: '' }]
    expect(nextDraft({ ...given, steps, workOn }).aims).toEqual([{ kind: 'words', words: 'Corner 4: Hands still.' }])
  })
})
