import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { planDraftSchema } from '@ochote/contracts'
import { openDatabase } from '../server/src/db/openDatabase'
import { circuits, plans, seed } from '../server/src/demo/seed'
import { repositoriesOf } from '../server/src/repositories'
import { chromiumArgs } from './chromiumArgs'
import { DEMO_DAY } from './demoDay'

/** Measures the frames of the Plan stage while things are dragged on a 4 km circuit: the demonstration's, enlarged. */
const root = join(import.meta.dirname, '..')
const PORT = 4692
const data = mkdtempSync(join(tmpdir(), 'ochote-frames-'))
const LENGTH_SHARE = 4000 / 2900

/** The circuit with every place moved away from the first by a share. */
function enlarged(): unknown {
  const document = structuredClone(circuits.skerrow) as unknown as {
    features: { geometry: { coordinates: unknown } }[]
    ochote: { name: string }
  }
  const from = (document.features[0]!.geometry.coordinates as number[][])[0]!
  const move = (c: unknown): unknown =>
    typeof (c as unknown[])[0] === 'number'
      ? (c as number[]).map((v, k) => (k < 2 ? from[k]! + (v - from[k]!) * LENGTH_SHARE : v))
      : (c as unknown[]).map(move)
  for (const feature of document.features) feature.geometry.coordinates = move(feature.geometry.coordinates)
  document.ochote.name = 'Four kilometres'
  return document
}

async function prepare(): Promise<string> {
  const db = await openDatabase(join(data, 'ochote.sqlite'))
  const all = repositoriesOf(db)
  await seed(all, DEMO_DAY)
  const plan = plans.dryHatch
  const circuit = (await all.circuits.find(plan.circuitId))!
  await all.circuits.save({ id: circuit.id, name: 'Four kilometres', lengthM: 4000, closed: true }, enlarged(), circuit.version)
  // the line down the middle: nothing is searched for
  const setup = { ...plan.setup, lineSchool: 'given' as const, givenLine: [[0, 0]] as [number, number][] }
  const { dayId } = plan
  await all.plans.save(plan.id, { ...planDraftSchema.parse(plan), setup }, 1)
  await db.destroy()
  return `/days/${dayId}/plan/${plan.id}?corner=6`
}

/** Times between frames while something is done, ms. */
async function framesWhile(page: Page, act: () => Promise<void>): Promise<number[]> {
  // as text: what compiles this file would put helpers into it that the page has not
  await page.evaluate(`{
    window.frames_ = []
    window.stop_ = false
    let last = performance.now()
    requestAnimationFrame(function tick(now) {
      window.frames_.push(now - last)
      last = now
      if (!window.stop_) requestAnimationFrame(tick)
    })
  }`)
  await act()
  return page.evaluate<number[]>('window.stop_ = true, window.frames_.slice(1)')
}

const MOVES = 150

async function drag(page: Page, x: number, y: number, dx: number, dy: number): Promise<void> {
  await page.mouse.move(x, y)
  await page.mouse.down()
  for (let k = 1; k <= MOVES; k++) {
    const way = Math.sin((k / MOVES) * 4 * Math.PI)
    await page.mouse.move(x + dx * way, y + dy * way)
    await page.waitForTimeout(12)
  }
  await page.mouse.up()
}

function report(what: string, frames: number[]): void {
  const sorted = [...frames].sort((a, b) => a - b)
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!.toFixed(1)
  const late = frames.filter((f) => f > 25).length
  console.log(
    `${what.padEnd(34)} ${String(frames.length).padStart(4)} frames, median ${at(0.5)} ms, 95 % within ${at(0.95)} ms, ${late} over 25 ms`,
  )
}

const path = await prepare()
const server = spawn(process.execPath, ['server/dist/main.mjs'], {
  cwd: root,
  env: { ...process.env, OCHOTE_PORT: String(PORT), OCHOTE_DATA: data },
  stdio: ['ignore', 'pipe', 'inherit'],
})
await new Promise((resolve) => server.stdout.once('data', resolve))
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: chromiumArgs })
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`http://127.0.0.1:${PORT}${path}`)
  await page.getByText(/^Lap \d/).waitFor()
  await page.waitForTimeout(1500)
  const ribbon = page.getByRole('group', { name: /laid out straight/ })
  const view = page.getByRole('group', { name: /in plan, north up/ })
  const middleOf = async (of: ReturnType<Page['locator']>) => {
    const box = (await of.boundingBox())!
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  }
  const cone = await middleOf(ribbon.locator('[data-cone="6-brake"]'))
  report('a cone along the ribbon', await framesWhile(page, () => drag(page, cone.x, cone.y, 60, 0)))
  await page.waitForTimeout(1500)
  const apex = await middleOf(view.locator('[data-cone="6-apex"]'))
  report('a cone about the plan view', await framesWhile(page, () => drag(page, apex.x, apex.y, 30, 20)))
  await page.waitForTimeout(1500)
  const grip = await middleOf(ribbon.getByRole('slider', { name: /apex$/ }))
  report('the line by hand, on the ribbon', await framesWhile(page, () => drag(page, grip.x + 26, grip.y, 0, 20)))
  await page.waitForTimeout(1500)
  const ground = (await view.boundingBox())!
  report('the plan view panned', await framesWhile(page, () => drag(page, ground.x + 60, ground.y + 60, 80, 50)))
  const strip = (await ribbon.boundingBox())!
  report('the ribbon panned', await framesWhile(page, () => drag(page, strip.x + 300, strip.y + 60, 200, 0)))
} finally {
  await browser.close()
  server.kill()
}
