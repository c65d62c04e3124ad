import { randomUUID } from 'node:crypto'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { dayViewSchema, problemSchema, schoolRecordSchema, type DayView, type ListedStint, type SchoolRecord } from '@ochote/contracts'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

let app: RunningApp
beforeEach(async () => {
  app = await startApp(seededFile())
})
afterEach(() => app.stop())

const record = async (query = ''): Promise<SchoolRecord> =>
  schoolRecordSchema.parse((await app.ask('GET', `/api/school/record${query}`)).body)
const latest = async (): Promise<DayView> => {
  const { id } = (await app.all.days.list()).at(-1)!
  return dayViewSchema.parse((await app.ask('GET', `/api/days/${id}`)).body)
}
/** A stint on the latest day that nobody has driven yet. */
const notDriven = ({ stints }: DayView): ListedStint['stint'] => stints.find(({ stint }) => stint.planVersionId === null)!.stint
const faults = (stintId: string, laps: number) => {
  const at = (seconds: number) => ({
    id: randomUUID(),
    stintId,
    deviceId: 'seat',
    deviceTime: new Date(Date.UTC(2026, 9, 17, 9, 0, seconds)).toISOString(),
  })
  const lines = Array.from({ length: laps + 1 }, (_, k) => ({ ...at(100 * k), kind: 'line' }))
  const logged = Array.from({ length: laps }, (_, k) => ({
    ...at(100 * k + 50),
    kind: 'fault',
    lap: k + 1,
    corner: '4',
    code: 'be',
    severity: 2,
  }))
  return [...lines, ...logged, { ...at(100 * laps + 90), kind: 'in' }]
}

describe('the record of a school', () => {
  it('is read from the latest driven days, with the names of those it speaks of', async () => {
    const both = await record()
    expect(both).toMatchObject({ from: '2026-10-03', to: '2026-10-17', days: 2 })
    const one = await record('?days=1')
    expect(one).toMatchObject({ from: '2026-10-17', to: '2026-10-17', days: 1, stuck: [] })
    expect(one.laps).toBeLessThan(both.laps)
    for (const { circuitId } of both.corners) expect(both.names[circuitId]).toBe('Skerrow Basin')
    for (const { studentId } of [...both.stuck, ...both.tired]) expect(both.names[studentId]).toMatch(/^\w+ \w+$/)
  })

  it('has what is logged afterwards, and the name of a person who was archived', async () => {
    const stint = notDriven(await latest())
    const before = (await record()).corners.find(({ corner }) => corner === '4')
    const sent = await app.ask('POST', `/api/stints/${stint.id}/log`, { entries: faults(stint.id, 5) })
    expect(sent.status).toBe(200)
    await app.ask('PUT', `/api/people/${stint.studentId}/archived`, { archived: true })
    const after = (await record()).corners.find(({ corner }) => corner === '4')!
    expect(after.faults - (before?.faults ?? 0)).toBe(5)
  })

  it('says which number of days it expected', async () => {
    const { status, body } = await app.ask('GET', '/api/school/record?days=0')
    expect(status).toBe(400)
    expect(problemSchema.parse(body)).toMatchObject({ code: 'invalid-input', fields: [{ field: 'days', found: '"0"' }] })
  })
})
