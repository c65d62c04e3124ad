import { chromium, type Browser, type Page } from '@playwright/test'
import type { DayView, Day } from '@ochote/contracts'
import { chromiumArgs } from './chromiumArgs'
import { frameTimes, NAMES } from './frameTimes'
import { OwnServer } from './ownServer'

/** Figures of the seat: from tap to shown and to stored with eight devices at once, frame times on a slow processor, wake-ups when idle. */
const DEVICES = 8
const TAPS = 15
const EVERY_MS = 1_000
const SLOWER = 4
const FRAMES_MS = 15_000
const IDLE_MS = 60_000

async function stints(page: Page): Promise<{ dayId: string; ids: string[] }> {
  const days = (await (await page.request.get('/api/days')).json()) as Day[]
  const day = (await (await page.request.get(`/api/days/${days[days.length - 1]!.id}`)).json()) as DayView
  const open = day.stints.filter((s) => s.stint.planVersionId === null && day.meeting.present.includes(s.stint.studentId))
  return { dayId: day.id, ids: open.map((s) => s.stint.id) }
}

async function seat(browser: Browser, k: number): Promise<Page> {
  const context = await browser.newContext({ baseURL: server.base, viewport: { width: 820, height: 1180 }, serviceWorkers: 'block' })
  await context.addInitScript(NAMES)
  const page = await context.newPage()
  const { dayId, ids } = await stints(page)
  await page.goto(`/days/${dayId}/run/${ids[k % ids.length]!}`)
  await page.getByRole('region', { name: 'Corner' }).waitFor()
  return page
}

const share = (values: number[], at: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(at * values.length))]!
const report = (what: string, values: number[], unit: string) =>
  console.log(
    `${what}: median ${share(values, 0.5).toFixed(1)} ${unit}, 95 % within ${share(values, 0.95).toFixed(1)} ${unit} (${values.length})`,
  )

/** Taps on eight devices at once: until the entry stands in the log, and until the server has acknowledged it. */
async function taps(browser: Browser): Promise<void> {
  const pages = await Promise.all(Array.from({ length: DEVICES }, (_, k) => seat(browser, k)))
  const times = await Promise.all(
    pages.map((page) =>
      page.evaluate(
        async ({ taps, every }) => {
          const acknowledged: number[] = []
          const send = window.fetch
          window.fetch = async (...args: Parameters<typeof fetch>) => {
            const answer = await send(...args)
            if (String(args[0]).endsWith('/log') && answer.ok) acknowledged.push(performance.now())
            return answer
          }
          // a long log shows its latest, and how many there are
          const rows = () => {
            const log = document.querySelector('[aria-labelledby="seat-log"]')
            const all = /Show all (\d+)/.exec(log?.textContent ?? '')
            return all ? Number(all[1]) : (log?.querySelectorAll('li').length ?? 0)
          }
          const found: { shown: number; stored: number }[] = []
          document.querySelector<HTMLElement>('[aria-label^="Corner 3 "]')!.click()
          await new Promise((done) => setTimeout(done, 500))
          for (let n = 0; n < taps; n++) {
            const target = Array.from(document.querySelectorAll<HTMLElement>('[aria-label="What was good"] button')).find(
              (b) => b.textContent === 'smooth',
            )!
            const before = rows()
            const answers = acknowledged.length
            const at = performance.now()
            target.click()
            while (rows() === before && performance.now() - at < 5_000) await new Promise(requestAnimationFrame)
            const shown = performance.now() - at
            while (acknowledged.length === answers && performance.now() - at < 5_000) await new Promise((done) => setTimeout(done, 2))
            found.push({ shown, stored: (acknowledged[answers] ?? Infinity) - at })
            await new Promise((done) => setTimeout(done, every))
          }
          return found
        },
        { taps: TAPS, every: EVERY_MS },
      ),
    ),
  )
  report(
    'From tap to shown, 8 devices at once',
    times.flat().map((t) => t.shown),
    'ms',
  )
  report(
    'From tap to stored on the server',
    times.flat().map((t) => t.stored),
    'ms',
  )
  await Promise.all(pages.map((page) => page.context().close()))
}

/** Frames while a logger streams, on a processor slowed down. */
async function frames(browser: Browser): Promise<void> {
  const page = await seat(browser, 0)
  const stintId = page.url().split('/').pop()!
  const drive = { stintId, skill: 0.6, faults: ['be'], laps: 5, rate: 1 }
  await page.request.post('/api/loggers/simulated', { data: { id: `sim-${stintId}`, drive } })
  await page.getByText('by the logger').first().waitFor({ timeout: 60_000 })
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  const deltas = await frameTimes(page, FRAMES_MS)
  report(`Frames of the seat with a live logger, processor ${SLOWER} times slower`, deltas, 'ms')
  await page.context().close()
}

/** What wakes the device while a seat is open and nothing is driven. */
async function idle(browser: Browser): Promise<void> {
  const context = await browser.newContext({ baseURL: server.base, viewport: { width: 820, height: 1180 }, serviceWorkers: 'block' })
  await context.addInitScript(NAMES)
  await context.addInitScript(() => {
    const counted = window as unknown as { wakeUps: number }
    counted.wakeUps = 0
    const later = window.setTimeout
    const again = window.setInterval
    const count =
      (run: TimerHandler) =>
      (...args: unknown[]) => {
        counted.wakeUps++
        if (typeof run === 'function') (run as (...a: unknown[]) => void)(...args)
      }
    window.setTimeout = ((run: TimerHandler, ms?: number, ...args: unknown[]) => later(count(run), ms, ...args)) as typeof window.setTimeout
    window.setInterval = ((run: TimerHandler, ms?: number, ...args: unknown[]) =>
      again(count(run), ms, ...args)) as typeof window.setInterval
  })
  const page = await context.newPage()
  const { dayId, ids } = await stints(page)
  await page.goto(`/days/${dayId}/run/${ids[1]!}`)
  await page.getByRole('region', { name: 'Corner' }).waitFor()
  await page.waitForTimeout(12_000)
  const count = () => page.evaluate(() => (window as unknown as { wakeUps: number }).wakeUps)
  const before = await count()
  await page.waitForTimeout(IDLE_MS)
  console.log(`Wake-ups of an idle seat: ${(await count()) - before} timers in a minute`)
  await context.close()
}

const server = new OwnServer(4698)
await server.seed()
await server.start()
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: chromiumArgs })
try {
  await taps(browser)
  await frames(browser)
  await idle(browser)
} finally {
  await browser.close()
  await server.kill()
}
