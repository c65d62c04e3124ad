import { expect, test, type Page } from '@playwright/test'
import { OwnServer } from './ownServer'
import { expectAccessible, notDriven, stintOf, storedLog, tapLine } from './support'

const server = new OwnServer(4708)
test.use({ baseURL: server.base, viewport: { width: 820, height: 1180 } })
test.beforeAll(async () => {
  await server.seed()
  await server.start()
})
test.afterAll(() => server.kill())

const line = (page: Page) => page.getByRole('button', { name: /^Line:/ })
const target = (page: Page, name: RegExp) => page.getByRole('region', { name: 'What happened' }).getByRole('button', { name })
const corner = (page: Page, number: string) =>
  page.getByRole('region', { name: 'Corner' }).getByRole('button', { name: new RegExp(`^Corner ${number} `) })
const laps = async (page: Page, id: string) => (await storedLog(page.request, id)).filter((e) => e.kind === 'line')

test('five laps with a logger that drops its link, a page that is opened again, and a server that is killed', async ({ page, context }) => {
  const { path, id } = await stintOf(page, 'Ruben Halloway')
  await page.goto(path('run'))
  await page.getByRole('button', { name: 'Connect a logger' }).click()
  await page.getByRole('radio', { name: '20 times as fast' }).click()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Let it drive 5 laps' }).click()
  await expect(page.getByText(/samples so far/)).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()

  // position, laps and the time against the plan appear as it drives
  await expect(line(page)).toHaveText('Line: lap 1 ends')
  await expect(page.getByRole('region', { name: 'Next call' })).toContainText('by the logger')
  await expect(page.getByRole('region', { name: 'Next call' })).toContainText(/(slower|quicker) than planned so far/)
  await expect(page.getByRole('region', { name: 'Corner' })).toContainText('by the logger')
  // the car is quick here: the corner is chosen by hand, since not every corner is braked for
  await corner(page, '4').click()
  await target(page, /^brakes early/).click()
  await page.getByRole('button', { name: 'Called it' }).click()
  await expect(page.getByRole('region', { name: 'Logged' })).toContainText(/called, brakes early/)

  // the link drops: the clock goes on, and says so; what was driven meanwhile arrives later, laps and all
  const before = (await laps(page, id)).length
  await page.getByRole('button', { name: /^Simulated/ }).click()
  await page.getByRole('button', { name: 'Drop the link' }).click()
  await expect(page.getByText('Simulated: Ruben Halloway: link dropped')).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByRole('region', { name: 'Next call' })).toContainText(
    /link lost ([5-9]|\d\d) s ago, by the tapped lap and planned time/, // long enough for a lap to be driven
  )
  await page.getByRole('button', { name: /^Simulated/ }).click()
  await page.getByRole('button', { name: 'Link back' }).click()
  await page.getByRole('button', { name: 'Close' }).click()
  await expect.poll(async () => (await laps(page, id)).length).toBeGreaterThan(before)

  // the page is opened again: nothing twice
  await page.close()
  const again = await context.newPage()
  await again.goto(path('run'))
  await expect(line(again)).toHaveText(/^Line: (lap \d ends|one more lap)$/)
  await expect.poll(async () => (await laps(again, id)).length, { timeout: 60_000 }).toBe(6)

  // the server is killed: the seat goes on, and everything is there afterwards
  await server.kill()
  await again.getByRole('region', { name: 'What was good' }).getByRole('button', { name: 'smooth' }).click()
  await again.getByRole('button', { name: 'Flag' }).click()
  await again.getByRole('button', { name: 'yellow' }).click()
  await expect(again.getByText(/on this device, not sent yet$/)).toBeVisible()
  await server.start()
  await expect(again.getByText('All saved')).toBeVisible({ timeout: 30_000 })
  await expect(line(again)).toHaveText('Line: one more lap')
  await again.getByRole('button', { name: 'In', exact: true }).click()
  // the debrief opens on its own within ten seconds, with the log and the laps that the logger recorded
  await expect(again.getByText(/^The stint is over: in at/)).toBeVisible({ timeout: 10_000 })
  await expect(again.getByText(/: \d laps? compared with the plan/)).toBeVisible({ timeout: 10_000 })
  await expect.poll(async () => (await storedLog(again.request, id)).filter((e) => e.kind === 'in')).toHaveLength(1)
  const log = await storedLog(again.request, id)
  expect(new Set(log.map((e) => e.id)).size).toBe(log.length)
  expect(log.filter((e) => e.kind === 'line').map((e) => e.source)).toEqual(Array.from({ length: 6 }, () => 'logger'))
  expect(log.filter((e) => e.kind === 'flag')).toMatchObject([{ flag: 'yellow' }])
  // what was called was measured on the laps after it
  expect(log.some((e) => e.kind === 'followed' && e.by === 'measured')).toBe(true)
  const logged = log.filter((e) => e.kind === 'line' && e.source === 'logger').map((e) => Date.parse(e.deviceTime))
  logged.slice(1).forEach((at, k) => expect((at - logged[k]!) / 1000).toBeGreaterThan(100))
})

test('what was called is asked about after the next pass, and steps are suggested', async ({ page }) => {
  const { path, id } = await stintOf(page, 'Maren Osgood')
  await page.goto(path('run'))
  await tapLine(page)
  await corner(page, '4').click()
  await target(page, /^turns in early/).click()
  await page.getByRole('button', { name: 'Called it' }).click()
  await expect(page.getByText('All saved')).toBeVisible()
  // two lines on it is a later lap at corner 4, wherever the clock has the car
  await tapLine(page)
  await tapLine(page)
  await corner(page, '4').click()
  await expect(page.getByRole('region', { name: 'Was it fixed?' })).toContainText('Called at corner 4: turns in early. Now?')
  await page.getByRole('region', { name: 'Was it fixed?' }).getByRole('button', { name: 'Fixed' }).click()
  await expect(page.getByRole('region', { name: 'Was it fixed?' })).toHaveCount(0)
  await expect(page.getByRole('region', { name: 'Suggested' }).first()).toContainText(/You decide/)
  await page.getByRole('region', { name: 'Suggested' }).first().getByRole('button', { name: 'Leave as it is' }).click()

  // an incident asks for its report, now or later
  await page.getByRole('button', { name: 'Off or worse' }).click()
  await page.getByRole('button', { name: 'contact' }).click()
  await expect(page.getByRole('dialog')).toContainText('Incident report: contact at corner 4')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Later' }).click()
  await page.getByRole('button', { name: 'Let a car by' }).click()
  await page.getByRole('button', { name: 'Leo Vantongeren on the left' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'let by Leo Vantongeren, on the left' })).toBeVisible()
  await page.getByRole('region', { name: 'Logged' }).getByRole('button', { name: 'Report' }).click()
  await page.getByRole('textbox', { name: 'What happened, in order' }).fill('Touched the cone lorry at walking pace')
  await page.getByRole('button', { name: 'Save report' }).click()
  await expect(page.getByText('All saved')).toBeVisible()
  const log = await storedLog(page.request, id)
  expect(log.find((e) => e.kind === 'report')).toMatchObject({ happened: 'Touched the cone lorry at walking pace' })
  expect(log.find((e) => e.kind === 'followed')).toMatchObject({ corner: '4', result: 'fixed', by: 'seen' })
})

test('two devices on one stint see each other’s entries, and a clock that is minutes wrong is put right', async ({ page, browser }) => {
  const { path, id } = await stintOf(page, 'Leo Vantongeren')
  const wrong = await browser.newContext({ baseURL: server.base, viewport: { width: 390, height: 844 }, serviceWorkers: 'block' })
  const other = await wrong.newPage()
  await other.clock.install({ time: new Date(Date.now() - 7 * 60_000) })
  await page.goto(path('run'))
  await other.goto(path('run'))
  await tapLine(page)
  await expect(page.getByText('All saved')).toBeVisible()
  await other.clock.runFor(11_000)
  await expect(other.getByRole('region', { name: 'Logged' })).toContainText('Lap 1 started')
  await corner(other, '2').click()
  await other.getByRole('region', { name: 'What was good' }).getByRole('button', { name: 'smooth' }).click()
  await other.clock.runFor(1_000)
  await expect(other.getByText('All saved')).toBeVisible()
  await expect(other.getByText(/clock 7 min slow, put right/)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Logged' })).toContainText('corner 2: smooth', { timeout: 20_000 })
  const log = await storedLog(page.request, id)
  const offset = log.find((e) => e.kind === 'praise')!.clockOffsetMs!
  expect(Math.abs(offset - 7 * 60_000)).toBeLessThan(20_000)
  expect(log.find((e) => e.kind === 'line')!.clockOffsetMs).toBeUndefined()
  await wrong.close()
})

test('a real logger that does not know its stint is said to ride here', async ({ page }) => {
  const { path } = await stintOf(page, 'Kofi Brandreth')
  const sample = { seq: 0, timeMs: Date.now(), lat: 0.5, lon: 0.5, speedKmh: 40 }
  const sent = await page.request.post('/api/loggers/box-9/samples', { data: { name: 'Box 9', stintId: null, samples: [sample] } })
  expect(await sent.json()).toEqual({ nextSeq: 1 })
  await page.goto(path('run'))
  await page.getByRole('button', { name: 'Connect a logger' }).click()
  await page.getByRole('button', { name: 'Box 9 is in this car' }).click()
  await expect(page.getByText('Box 9. 1 samples so far.')).toBeVisible()
  await page.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByRole('button', { name: 'Logger: Box 9' })).toBeVisible()
})

test('the wall follows several cars by their loggers at once', async ({ page }) => {
  const { day } = await stintOf(page, 'Ruben Halloway')
  const waiting = notDriven(day)
    .filter((s) => day.meeting.present.includes(s.stint.studentId))
    .slice(0, 2)
  expect(waiting.length).toBeGreaterThan(0)
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.goto(`/days/${day.id}/run/wall`)
  for (const { stint } of waiting)
    await page.request.post('/api/loggers/simulated', {
      data: { id: `car-${stint.id}`, drive: { stintId: stint.id, skill: 1, faults: [], laps: 2, rate: 20 } },
    })
  for (const { stint } of waiting) {
    const name = day.people.find((p) => p.id === stint.studentId)!.name
    const row = page.getByRole('listitem').filter({ hasText: name })
    await expect(row).toContainText(/past corner \d+, by the logger/, { timeout: 30_000 })
    await expect(row).toContainText(/\d:\d\d\.\d\d/, { timeout: 30_000 })
    await expect.poll(async () => (await laps(page, stint.id)).length).toBeGreaterThanOrEqual(2)
  }
})
