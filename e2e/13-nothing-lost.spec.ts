import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import type { DayView, Day } from '@ochote/contracts'
import { OwnServer } from './ownServer'
import { expectAccessible, notDriven, saved, stintOf, storedLog, tapLine } from './support'

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

/** The same sequence of numbers from 0 to 1 for the same seed (mulberry32). */
function randomOf(seed: number): () => number {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

interface Kept {
  id: string
  state: 'waiting' | 'sent' | 'refused'
}
/** What a device holds in its own store. */
const keptOn = (page: Page): Promise<Kept[]> =>
  page.evaluate(
    () =>
      new Promise<Kept[]>((resolve, reject) => {
        const open = indexedDB.open('ochote-device')
        open.onerror = () => reject(new Error('no store'))
        open.onsuccess = () => {
          const all = open.result.transaction('entries').objectStore('entries').getAll() as IDBRequest<Kept[]>
          all.onsuccess = () => {
            open.result.close()
            resolve(all.result.map(({ id, state }) => ({ id, state })))
          }
        }
      }),
  )

/** Leaves an entry on the device that no server takes, older than all others, as another version of Ochote might. */
const leaveBadEntry = (page: Page, stintId: string): Promise<void> =>
  page.evaluate(
    (stint) =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open('ochote-device')
        open.onsuccess = () => {
          const id = crypto.randomUUID()
          const entry = { id, stintId: stint, deviceId: 'another version', deviceTime: '2026-10-01T08:00:00.000Z', kind: 'teleport' }
          const put = open.result
            .transaction('entries', 'readwrite')
            .objectStore('entries')
            .put({ id, stintId: stint, entry, state: 'waiting' })
          put.onsuccess = () => {
            open.result.close()
            resolve()
          }
        }
      }),
    stintId,
  )

/** A bad link and a server in trouble: requests are lost, refused, or answered without the answer arriving. */
async function troubleLink(page: Page, random: () => number): Promise<() => void> {
  let troubled = true
  await page.route('**/log', async (route) => {
    const fate = troubled ? random() : 1
    if (fate < 0.1) return route.abort()
    if (fate < 0.2) return route.fulfill({ status: 503, body: 'overloaded' })
    if (fate < 0.3) {
      await route.fetch().catch(() => null)
      return route.abort()
    }
    return route.continue()
  })
  return () => (troubled = false)
}

test('1,000 entries from eight devices, the server killed and the link broken at random: every one is stored once', async ({
  browser,
  request,
}) => {
  test.setTimeout(240_000)
  const days = (await (await request.get('/api/days')).json()) as Day[]
  const day = (await (await request.get(`/api/days/${days[days.length - 1]!.id}`)).json()) as DayView
  const open = notDriven(day).filter((s) => day.meeting.present.includes(s.stint.studentId))
  const calm: (() => void)[] = []
  const pages = await Promise.all(
    Array.from({ length: DEVICES }, async (_, k) => {
      const context = await browser.newContext({ baseURL: server.base, viewport: { width: 390, height: 844 }, serviceWorkers: 'block' })
      const page = await context.newPage()
      const { id } = open[k % open.length]!.stint // several devices share a stint
      const corner = page.getByRole('region', { name: 'Corner' }).getByRole('button', { name: /^Corner 3 / })
      await page.goto(`/days/${day.id}/run/${id}`)
      await corner.click({ timeout: 60_000 })
      await leaveBadEntry(page, id)
      calm.push(await troubleLink(page, randomOf(k + 1)))
      await page.reload()
      await corner.click({ timeout: 60_000 })
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
            const target = Array.from(document.querySelectorAll<HTMLElement>('[aria-label="What was good"] button')).find(
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
  const random = randomOf(20261129)
  for (let kill = 0; kill < KILLS; kill++) {
    await new Promise((done) => setTimeout(done, 1200 + random() * 900))
    await server.kill()
    const atKill = (await Promise.all(pages.map(keptOn))).flat()
    await server.start()
    // everything acknowledged before is stored; the rest is still on its device
    const stored = new Set(await storedIds())
    expect(atKill.filter((e) => e.state === 'sent' && !stored.has(e.id))).toEqual([])
  }
  await tapping
  calm.forEach((down) => down())
  for (const page of pages) {
    // what was refused is said on the page, and was in no other entry's way
    await expect(page.getByRole('button', { name: '1 entry refused' })).toBeVisible({ timeout: 60_000 })
    await expect.poll(async () => (await keptOn(page)).filter((e) => e.state === 'waiting'), { timeout: 60_000 }).toEqual([])
  }
  const kept = (await Promise.all(pages.map(keptOn))).flat()
  expect(kept).toHaveLength(ENTRIES + DEVICES)
  expect(kept.filter((e) => e.state === 'refused')).toHaveLength(DEVICES)
  const taken = kept.filter((e) => e.state === 'sent').map((e) => e.id)
  expect((await storedIds()).sort()).toEqual(taken.sort())

  // it can be looked at and taken along
  const [page] = pages as [Page]
  await page.getByRole('button', { name: '1 entry refused' }).click()
  await expect(page.getByRole('table', { name: 'Refused entries' })).toContainText('teleport')
  await expectAccessible(page)
  const file = await saved(page, page.getByRole('button', { name: 'Save as a file' }))
  expect(JSON.parse(file.toString())).toMatchObject({ refused: [{ entry: { kind: 'teleport' }, problem: { field: 'kind' } }] })
  for (const one of pages) await one.context().close()
})

test('an installed seat opens and logs with the server off, opens the debrief, and sends when the server is back', async ({ browser }) => {
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
  await tapLine(again)
  await expect(again.getByText('1 on this device, not sent yet')).toBeVisible()
  // the debrief opens here too, and the stint can still go on
  await again.getByRole('button', { name: 'In', exact: true }).click()
  await expect(again.getByRole('heading', { name: 'Debrief: Agnes Thorley' })).toBeVisible()
  await again.getByRole('button', { name: 'Not over: back to the seat' }).click()
  await expect(again.getByText('3 on this device, not sent yet')).toBeVisible()
  await server.start()
  await expect(again.getByText('All saved')).toBeVisible({ timeout: 30_000 })
  const log = await storedLog(again.request, id)
  expect(log).toHaveLength(before + 3)
  await context.close()
})

test('a server that goes back to a backup gets from the device what it lacks', async ({ page }) => {
  const backup = join(mkdtempSync(join(tmpdir(), 'ochote-backup-')), 'morning.sqlite')
  const { path, id } = await stintOf(page, 'Leo Vantongeren')
  await server.run('backup', 'backup', backup)
  await page.goto(path('run'))
  await tapLine(page)
  await tapLine(page)
  await expect(page.getByText('All saved')).toBeVisible()
  const before = await storedLog(page.request, id)
  await server.kill()
  await server.run('backup', 'restore', backup)
  await server.start()
  expect((await storedLog(page.request, id)).length).toBeLessThan(before.length)
  await expect.poll(async () => (await storedLog(page.request, id)).length, { timeout: 60_000 }).toBe(before.length)
  expect(new Set((await storedLog(page.request, id)).map((e) => e.id))).toEqual(new Set(before.map((e) => e.id)))
})
