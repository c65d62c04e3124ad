import { randomUUID } from 'node:crypto'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { dayViewSchema, logPageSchema, type DayView } from '@ochote/contracts'
import { seededFile } from '../testing/seededFile'
import { startApp, type RunningApp } from '../testing/startApp'

let app: RunningApp
let day: DayView
beforeEach(async () => {
  app = await startApp(seededFile())
  const days = (await app.ask('GET', '/api/days')).body as { id: string }[]
  day = dayViewSchema.parse((await app.ask('GET', `/api/days/${days.at(-1)!.id}`)).body)
})
afterEach(() => app.stop())

describe('the log since a page last asked', () => {
  it('has only what was stored after that, of the day, the stint or the student', async () => {
    const page = async (query: string) => logPageSchema.parse((await app.ask('GET', `/api/log?${query}`)).body)
    const whole = await page(`dayId=${day.id}`)
    expect(whole.entries.length).toBeGreaterThan(20)
    expect(whole.entries.at(-1)!.seq).toBe(whole.last)
    expect(await page(`dayId=${day.id}&after=${whole.last}`)).toEqual({ entries: [], last: whole.last, unreadable: {} })
    const { stint } = day.stints.find((one) => one.stint.planVersionId === null)!
    const deviceTime = '2026-10-17T11:59:58.000Z'
    const entry = { id: randomUUID(), stintId: stint.id, deviceId: 'tablet', deviceTime, kind: 'release' as const }
    const whose = [`dayId=${day.id}`, `stintId=${stint.id}`, `studentId=${stint.studentId}`]
    const before = await Promise.all(whose.map(async (query) => (await page(query)).last))
    await app.all.logs.add([entry], deviceTime)
    for (const [k, query] of whose.entries())
      expect((await page(`${query}&after=${before[k]}`)).entries.map((e) => e.id)).toEqual([entry.id])
  })

  it('is refused without saying whose', async () => {
    expect((await app.ask('GET', '/api/log')).status).toBe(400)
    expect((await app.ask('GET', `/api/log?dayId=${day.id}&after=soon`)).status).toBe(400)
  })
})
