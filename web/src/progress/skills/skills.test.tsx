import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { fakeServer, type RecordedRequest } from '../../fixtures/fakeServer'
import { renderPage } from '../../fixtures/render'
import { dayView, instructor, logOf, loggedStint, stadiumDocument, student } from '../../fixtures/stadium'
import { emptyLog } from '../../stintLog/stintLog'
import { Skills } from './Skills'

afterEach(() => vi.unstubAllGlobals())

const log = logOf([
  [0, { kind: 'line' }],
  [10, { kind: 'praise', lap: 1, corner: '1', code: 'eyes' }],
  [40, { kind: 'line' }],
  [50, { kind: 'praise', lap: 2, corner: '1', code: 'eyes' }],
  [60, { kind: 'fault', lap: 2, corner: '1', code: 'bl', severity: 3 }],
  [82, { kind: 'line' }],
  [95, { kind: 'praise', lap: 3, corner: '1', code: 'eyes' }],
  [120, { kind: 'line' }],
  [170, { kind: 'in' }],
])
const problem = (status: number, detail: string) => ({
  ...{ status, body: { code: 'not-found', type: 't', title: 'Not found', status, detail } },
})

/** The skills of a student with that log, over a server that answers some requests in its own way. */
function openSkills(own: (asked: RecordedRequest) => ReturnType<typeof problem> | { body: unknown } | null = () => null) {
  const one = loggedStint([])
  const day = dayView([one])
  const { asked } = fakeServer((request) => {
    const { path } = request
    const given = own(request)
    if (given) return given
    if (path.startsWith('/api/circuits/')) return { body: { id: day.circuitId, name: 'Stadium', version: 1, document: stadiumDocument() } }
    if (path.endsWith('/signatures')) return { body: [] }
    if (path === '/api/people') return { body: [student, instructor] }
    if (path.startsWith('/api/recordings')) return { body: [] }
    return problem(404, path)
  })
  const days = [{ ...day, circuit: day.circuit, stints: [{ stint: one.stint, debrief: null }] }]
  const logged = { ...emptyLog, entries: log }
  renderPage(<Skills student={{ person: student, days }} logOf={() => logged} />, '/')
  return { asked }
}
const cellOf = (words: RegExp) => screen.findByRole('button', { name: words })

describe('skills from the log alone', () => {
  it('are steady after three laps, unsafe where a fault was, and not known where nothing was said', async () => {
    openSkills()
    const steady = await cellOf(/^vision at .* corners: steady/)
    await userEvent.click(steady)
    const panel = screen.getByRole('region', { name: /^vision at/ })
    expect(panel.textContent).toContain('3 of 3 passes clean. 3 laps in a row without a fault on 17 Oct.')
    await userEvent.click(await cellOf(/^braking at .* corners: not yet/))
    expect(screen.getByRole('region', { name: /^braking at/ }).textContent).toContain(
      'Unsafe on 17 Oct, lap 2, corner 1: the count starts again after it.',
    )
    expect(within(screen.getByRole('region', { name: /^braking at/ })).getByText('unsafe: brakes late')).toBeTruthy()
    expect((await screen.findAllByRole('button', { name: /^exit at .*: not known$/ })).length).toBe(3)
  })

  it('are shown, and say what is missing, where recorded laps cannot be listed', async () => {
    openSkills(({ path }) => (path.startsWith('/api/recordings') ? problem(400, 'No list now.') : null))
    expect(await screen.findByText(/skills come from the logs alone/)).toBeTruthy()
    expect((await screen.findByText(/the plan or the recorded laps could not be read/)).textContent).toContain(
      'What follows is without them',
    )
    expect(await cellOf(/^vision at .* corners: steady/)).toBeTruthy()
  })

  it('say that the record shows less, and are signed all the same', async () => {
    const { asked } = openSkills(({ method, path, body }) =>
      method === 'POST' && path.endsWith('/signatures') ? { body: { ...(body as object), personId: student.id, withdrawn: null } } : null,
    )
    await userEvent.click(await cellOf(/^exit at fast corners: not known/))
    await userEvent.click(screen.getByRole('button', { name: 'Sign a step' }))
    expect(screen.getByRole('note').textContent).toContain('The record shows less: not known.')
    await userEvent.click(screen.getByRole('combobox', { name: /Instructor/ }))
    await userEvent.click(screen.getByRole('option', { name: instructor.name }))
    await userEvent.click(screen.getByRole('button', { name: 'Sign' }))
    expect(await screen.findByRole('button', { name: 'Sign a step' })).toBeTruthy() // the form has gone
    const sent = asked.find(({ method }) => method === 'POST')
    expect(sent?.body).toMatchObject({ skill: 'exit', bend: 'fast', level: 'seen', instructorId: instructor.id, remark: '' })
  })
})
