import { chromium } from '@playwright/test'
import type { Day, DayView } from '@ochote/contracts'
import { circuitFromDocument, solvePlan, writeLaps } from '@ochote/core'
import { drive, logged } from '@ochote/core/simulator'
import { circuits, plans, typeOf } from '../server/src/demo/seed'
import { chromiumArgs } from './chromiumArgs'
import { frameTimes, NAMES } from './frameTimes'
import { OwnServer } from './ownServer'

/** Frame times of recorded laps while they are zoomed and panned: ten laps of 25 samples a second, all shown, over the plan. */
const LAPS = 10
const RATE_HZ = 25
const FRAMES_MS = 8_000
const circuit = circuitFromDocument(circuits.skerrow)
const { setup } = plans.dryHatch
if (!circuit.ok) throw new Error('the demonstration circuit is refused')
const solved = solvePlan({ circuit: circuit.value, vehicle: typeOf(plans.dryHatch).vehicle, setup })
if (!solved.ok) throw new Error(JSON.stringify(solved.problem))
const driven = drive({ plan: solved.value, laps: LAPS, faults: [], seed: 5, unsteady: 1 })
const recording = logged(solved.value.track, driven, { rateHz: RATE_HZ, seed: 5, noise: 1 })

const server = new OwnServer(4697)
await server.seed()
await server.start()
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: chromiumArgs })
try {
  const context = await browser.newContext({ baseURL: server.base, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
  await context.addInitScript(NAMES)
  const page = await context.newPage()
  const days = (await (await page.request.get('/api/days')).json()) as Day[]
  const day = [...days].sort((a, b) => a.date.localeCompare(b.date)).at(-1)
  const view = (await (await page.request.get(`/api/days/${day!.id}`)).json()) as DayView
  const { stint } = view.stints.find((one) => one.stint.planId === plans.dryHatch.id)!
  const query = new URLSearchParams({ id: crypto.randomUUID(), name: 'ten-laps.csv', stintId: stint.id })
  const sent = await page.request.post(`/api/recordings?${query}`, { data: Buffer.from(writeLaps(recording)) })
  if (!sent.ok()) throw new Error(await sent.text())
  const began = Date.now()
  await page.goto(`/days/${view.id}/review/${stint.id}`)
  await page.getByRole('table', { name: 'Laps' }).waitFor({ timeout: 60_000 })
  console.log(`From the address to the laps: ${((Date.now() - began) / 1000).toFixed(1)} s`)
  for (let lap = 1; lap <= LAPS; lap++) await page.getByLabel(`Show lap ${lap}`, { exact: true }).check()
  console.log(`${LAPS} laps shown, ${recording.timeS.length} rows`)
  const ribbon = page.getByRole('group', { name: /^The lap laid out straight/ })
  const at = (await ribbon.boundingBox())!
  const frames = frameTimes(page, FRAMES_MS)
  const until = Date.now() + FRAMES_MS - 500
  let turns = 0
  while (Date.now() < until) {
    await page.mouse.move(at.x + 200 + ((turns * 13) % 400), at.y + 60)
    await page.mouse.wheel(0, turns % 40 < 20 ? -60 : 60)
    turns++
  }
  const sorted = (await frames).sort((a, b) => a - b)
  const share = (of: number) => sorted[Math.min(sorted.length - 1, Math.floor(of * sorted.length))]!.toFixed(1)
  console.log(
    `Frames: median ${share(0.5)} ms, 95 % within ${share(0.95)} ms, the longest ${share(1)} ms (${sorted.length} frames, ${turns} turns of the wheel)`,
  )
} finally {
  await browser.close()
  await server.kill()
}
