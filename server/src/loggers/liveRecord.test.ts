import { randomUUID } from 'node:crypto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { dayViewSchema, type DayView, type LogEntry, type LogPage, type Stint } from '@ochote/contracts'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

let app: RunningApp
let day: DayView
beforeEach(async () => {
  app = await startApp(seededFile(), () => new Date())
  const days = (await app.ask('GET', '/api/days')).body as { id: string; date: string }[]
  const last = [...days].sort((a, b) => b.date.localeCompare(a.date))[0]!
  day = dayViewSchema.parse((await app.ask('GET', `/api/days/${last.id}`)).body)
})
afterEach(() => app.stop())

const logOf = async ({ id }: Pick<Stint, 'id'>) => ((await app.ask('GET', `/api/log?stintId=${id}`)).body as LogPage).entries
/** Drives a stint with nobody at any page. */
const drive = (stint: Stint, faults: string[] = []) =>
  app.ask('POST', '/api/loggers/simulated', { id: 'hatch-7', drive: { stintId: stint.id, skill: 0.9, faults, laps: 3, rate: 60 } })
const within = { timeout: 25_000, interval: 200 }

describe('a stint whose car has a logger, with no page open', () => {
  it('has its crossings in its log, timed by the logger, and its laps recorded', async () => {
    const { stint } = day.stints[5]!
    expect((await drive(stint)).status).toBe(200)
    await vi.waitFor(async () => expect((await logOf(stint)).filter(({ kind }) => kind === 'line')).toHaveLength(4), within)
    const lines = (await logOf(stint)).filter((entry) => entry.kind === 'line')
    expect(lines.every((line) => line.source === 'logger' && line.deviceId === 'logger hatch-7')).toBe(true)
    const [first, second] = lines.map(({ deviceTime }) => Date.parse(deviceTime)).sort((a, b) => a - b)
    expect((second! - first!) / 1000).toBeGreaterThan(90)
    // the stint is driven from its first crossing on
    const stored = (await app.ask('GET', `/api/stints/${stint.id}`)).body as { stint: Stint }
    expect(stored.stint.planVersionId).not.toBeNull()
    const recorded = (await app.ask('GET', `/api/recordings?stintId=${stint.id}`)).body as { overview: { laps: { complete: boolean }[] } }[]
    expect(recorded[0]!.overview.laps.filter(({ complete }) => complete)).toHaveLength(3)
  }, 40_000)

  it('has a correction that was called answered by what a later pass showed', async () => {
    const { stint } = day.stints[6]!
    const at = (s: number) => ({
      id: randomUUID(),
      stintId: stint.id,
      deviceId: 'tablet',
      deviceTime: new Date(Date.now() + s * 1000).toISOString(),
    })
    await drive(stint, ['be'])
    await vi.waitFor(async () => expect((await logOf(stint)).filter(({ kind }) => kind === 'line').length).toBeGreaterThan(0), within)
    const fault: LogEntry = { ...at(1), kind: 'fault', lap: 1, corner: '1', code: 'be', severity: 2 }
    const called: LogEntry = { ...at(2), kind: 'called', lap: 1, corner: '1', code: 'be' }
    await app.ask('POST', `/api/stints/${stint.id}/log`, { entries: [fault, called] })
    await vi.waitFor(async () => {
      const answers = (await logOf(stint)).filter((entry) => entry.kind === 'followed')
      expect(answers.map(({ corner, by }) => [corner, by])).toContainEqual(['1', 'measured'])
    }, within)
  }, 40_000)
})
