import { expect, test, type Page } from '@playwright/test'
import type { DayView, Day } from '@ochote/contracts'
import { OwnServer } from './ownServer'
import { notDriven, stintOf, storedLog } from './support'

const server = new OwnServer(4697)
test.use({ baseURL: server.base })
test.beforeAll(async () => {
  await server.seed()
  await server.start()
})
test.afterAll(() => server.kill())

const DEVICES = 8
const ENTRIES = 1000
const KILLS = 5

interface Kept {
  id: string
  sent: boolean
}
/** What a device holds in its own store. */
const keptOn = (page: Page): Promise<Kept[]> =>
  page.evaluate(
    () =>
      new Promise<Kept[]>((resolve, reject) => {
        const open = indexedDB.open('ochote-device')
        open.onerror = () => reject(new Error('no store'))
        open.onsuccess = () => {
          const all = open.result.transaction('entries').objectStore('entries').getAll() as IDBRequest<{ id: string; sent: boolean }[]>
          all.onsuccess = () => resolve(all.result.map(({ id, sent }) => ({ id, sent })))
        }
      }),
  )

test('1,000 entries from eight devices, the server killed at random: every one is stored once', async ({ browser, request }) => {
  test.setTimeout(240_000)
  const days = (await (await request.get('/api/days')).json()) as Day[]
  const day = (await (await request.get(`/api/days/${days[days.length - 1]!.id}`)).json()) as DayView
  const open = notDriven(day).filter((s) => day.meeting.present.includes(s.stint.studentId))
  const pages = await Promise.all(
    Array.from({ length: DEVICES }, async (_, k) => {
      const context = await browser.newContext({ baseURL: server.base, viewport: { width: 390, height: 844 }, serviceWorkers: 'block' })
      const page = await context.newPage()
      const { id } = open[k % open.length]!.stint // several devices share a stint
      await page.goto(`/days/${day.id}/run/${id}`)
      await page
        .getByRole('region', { name: 'Corner' })
        .getByRole('button', { name: /^Corner 3 / })
        .click({ timeout: 60_000 })
      return page
    }),
  )
  // each device taps on, a little uneven; nobody waits for the server
  const tapping = Promise.all(
    pages.map((page) =>
      page.evaluate(
        async ({ count }) => {
          const targets = ['smooth', 'patient', 'eyes up']
          for (let n = 0; n < count; n++) {
            // a corner chosen by hand is chosen for some seconds only
            if (n % 20 === 0) document.querySelector<HTMLElement>('[aria-label^="Corner 3 "]')!.click()
            const target = Array.from(document.querySelectorAll<HTMLElement>('[aria-label="What happened"] button')).find(
              (b) => b.textContent === targets[n % targets.length],
            )!
            target.click()
            await new Promise((done) => setTimeout(done, 30 + ((n * 7919) % 50)))
          }
        },
        { count: ENTRIES / DEVICES },
      ),
    ),
  )
  const storedIds = async () => {
    const files = await Promise.all(open.map(({ stint }) => storedLog(request, stint.id)))
    return files.flatMap((log) => log.filter((e) => e.kind === 'praise').map((e) => e.id))
  }
  for (let kill = 0; kill < KILLS; kill++) {
    await new Promise((done) => setTimeout(done, 1200 + ((kill * 617) % 900)))
    await server.kill()
    const atKill = (await Promise.all(pages.map(keptOn))).flat()
    await server.start()
    // everything acknowledged before is stored; the rest is still on its device
    const stored = new Set(await storedIds())
    expect(atKill.filter((e) => e.sent && !stored.has(e.id))).toEqual([])
  }
  await tapping
  for (const page of pages) await expect(page.getByText('All saved')).toBeVisible({ timeout: 60_000 })
  const kept = (await Promise.all(pages.map(keptOn))).flat()
  expect(kept).toHaveLength(ENTRIES)
  expect(kept.filter((e) => !e.sent)).toEqual([])
  expect((await storedIds()).sort()).toEqual(kept.map((e) => e.id).sort())
  for (const page of pages) await page.context().close()
})

test('an installed seat opens and logs with the server off, and sends when it is back', async ({ browser }) => {
  const context = await browser.newContext({ baseURL: server.base, viewport: { width: 820, height: 1180 }, serviceWorkers: 'allow' })
  const page = await context.newPage()
  const { path, id } = await stintOf(page, 'Agnes Thorley')
  await page.goto(path('run'))
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.reload() // now through the service worker, which keeps what the server says
  await expect(page.getByRole('button', { name: /^Line:/ })).toBeEnabled()
  const before = (await storedLog(page.request, id)).length
  await page.close()
  await server.kill()
  const again = await context.newPage()
  await again.goto(path('run'))
  await expect(again.getByRole('button', { name: /^Line:/ })).toBeEnabled({ timeout: 60_000 })
  await expect(again.getByText('Server not answering')).toBeVisible()
  await again.getByRole('button', { name: /^Line:/ }).click()
  await expect(again.getByText('1 on this device, not sent yet')).toBeVisible()
  await server.start()
  await expect(again.getByText('All saved')).toBeVisible({ timeout: 30_000 })
  const log = await storedLog(again.request, id)
  expect(log).toHaveLength(before + 1)
  await context.close()
})
