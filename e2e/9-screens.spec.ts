import { expect, test, type Locator, type Page } from '@playwright/test'
import { expectAccessible, openDay, stintOf } from './support'

/** Words that only a library or an engine would use. */
const LIBRARY =
  /Invalid input|Too (small|big)|Unexpected (token|end)|JSON\.parse|position \d+|>=|<=|undefined|\[object|at line \d+ column|Error:/

const boxesOf = async (all: Locator) => Promise.all((await all.all()).map(async (one) => (await one.boundingBox())!))

/** No corner's badge lies over another's. */
async function expectApart(page: Page): Promise<void> {
  const boxes = await boxesOf(page.getByRole('group', { name: /in plan, north up$/ }).getByRole('button', { name: /^Corner \d/ }))
  expect(boxes.length).toBeGreaterThan(8)
  for (const [i, a] of boxes.entries())
    for (const b of boxes.slice(i + 1)) {
      const overlap = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
      const height = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y)
      expect(Math.min(overlap, height), `${JSON.stringify(a)} ${JSON.stringify(b)}`).toBeLessThanOrEqual(0.5)
    }
}

test('at 1280 x 800 the ribbon leaves the work its place, folds away, and no badges overlap', async ({ page }) => {
  const { path, day } = await stintOf(page, 'Ruben Halloway')
  for (const [at, most] of [
    [`/days/${day.id}/plan`, 275],
    [path('brief'), 235],
    [path('debrief'), 235],
  ] as const) {
    await page.goto(at)
    const ribbon = page.getByRole('region', { name: 'The ribbon' })
    await expect(ribbon).toBeVisible()
    await expect(page.getByRole('progressbar')).toHaveCount(0)
    expect((await ribbon.boundingBox())!.height, at).toBeLessThanOrEqual(most)
  }
  // what is worked on is on the screen without scrolling: both aims, above the ribbon
  await page.goto(path('brief'))
  for (const name of ['Aim 1', 'Aim 2']) await expect(page.getByRole('combobox', { name })).toBeInViewport({ ratio: 1 })
  const foot = (await page.getByRole('region', { name: 'The ribbon' }).boundingBox())!
  const aim = (await page.getByRole('combobox', { name: 'Aim 2' }).boundingBox())!
  expect(aim.y + aim.height).toBeLessThan(foot.y)
  await expectApart(page)
  await page.goto('/')
  await expect(page.getByRole('group', { name: /in plan, north up$/ }).getByRole('button', { name: /^Corner 11/ })).toBeVisible()
  await expectApart(page)
  await page.goto(`/days/${day.id}/plan`)
  await expect(page.getByRole('group', { name: /in plan, north up$/ }).getByRole('button', { name: /^Corner 11/ })).toBeVisible()
  await expectApart(page)
  await page.getByRole('tab', { name: 'Room' }).click()
  await expectApart(page)

  const fold = page.getByRole('button', { name: 'The ribbon' })
  await fold.click()
  await expect(fold).toHaveAttribute('aria-expanded', 'false')
  expect((await page.getByRole('region', { name: 'The ribbon' }).boundingBox())!.height).toBeLessThan(90)
  await page.reload() // as it was left
  await expect(fold).toHaveAttribute('aria-expanded', 'false')
  await fold.click()
  await expect(page.getByRole('group', { name: /laid out straight/ })).toBeVisible()
})

test('the map reaches the mark that is talked about', async ({ page }) => {
  const { path } = await stintOf(page, 'Ruben Halloway')
  await page.goto(path('brief/talk'))
  const map = page.getByRole('group', { name: /in plan, north up$/ })
  const now = page.getByRole('region', { name: 'Now' })
  let braked = 0
  for (let k = 0; k < 24; k++) {
    const what = await now.innerText()
    if (what.includes('Brake')) {
      braked++
      const corner = /corner=(\w+)/.exec(page.url())?.[1]
      const frame = (await map.boundingBox())!
      const cones = map.locator(corner ? `[data-cone="${corner}-brake"]` : '[data-cone$="-brake"]')
      await expect
        .poll(async () =>
          (await boxesOf(cones)).some(
            (c) => c.x > frame.x && c.y > frame.y && c.x + c.width < frame.x + frame.width && c.y + c.height < frame.y + frame.height,
          ),
        )
        .toBe(true)
    }
    await page.getByRole('button', { name: 'Next mark' }).click()
  }
  expect(braked).toBeGreaterThan(2)
})

test('in the dark theme the browser’s own parts are dark too', async ({ page }) => {
  await page.addInitScript(() => localStorage.setItem('ochote.theme', 'dark'))
  await page.goto('/')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  expect(await page.evaluate(() => getComputedStyle(document.documentElement).colorScheme)).toBe('dark')
})

test('a school’s units are in its briefs, maps, ribbon and calls', async ({ page }) => {
  const { path } = await stintOf(page, 'Ruben Halloway')
  await page.goto('/library/school')
  await page.getByRole('button', { name: 'mph and yards' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
  await expectAccessible(page)
  await page.goto(path('brief'))
  const corners = page.getByRole('region', { name: 'Corner by corner' })
  await expect(corners).toContainText(/Brake, firm at once \d+ yd before the 150 board/)
  await expect(corners).toContainText(/\d+ mph at its slowest/)
  await expect(corners).not.toContainText(/\d m \w|km\/h/)
  const ribbon = page.getByRole('region', { name: 'The ribbon' })
  await expect(ribbon).toContainText('400 yd')
  await expect(ribbon).not.toContainText(/\d m(?! off)\b/) // a hazard’s own note says “10 m off”
  await expect(page.getByText(/^\d+ yd, north up$/)).toBeVisible()
  await page.goto(path('brief/calls'))
  await expect(page.getByRole('main')).not.toContainText(/\d metres/)
  await page.goto(`/days/${(await openDay(page)).id}/plan`)
  await page.getByRole('tab', { name: 'Corners' }).click()
  const purposes = page.getByRole('region', { name: 'What each corner is for' })
  await purposes.getByRole('button', { name: /^Corner 1,/ }).click()
  await expect(purposes).toContainText(/ yd flat out/)
  await expect(purposes).toContainText(/for each (mph less|yard)/)
  await expect(page.getByText(/^From the outer edge, yd, by yards from turn-in/)).toBeVisible()
  await expect(purposes).not.toContainText(/km\/h|\d m\b|metre/)
  await page.goto('/library/school')
  await page.getByRole('button', { name: 'km/h and metres' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
  await page.goto(path('brief'))
  await expect(corners).toContainText(/\d+ km\/h at its slowest/)
})

test('a car and an instructor that are out already are said at once, before anything is saved', async ({ page }) => {
  const day = await openDay(page)
  await page.goto(`/days/${day.id}`)
  await page.getByRole('button', { name: 'New stint' }).click()
  const dialog = page.getByRole('dialog')
  const choose = async (label: string, name: string) => {
    await dialog.getByRole('combobox', { name: new RegExp(`^${label}`) }).click()
    await page.getByRole('option', { name: new RegExp(`^${name}`) }).click()
  }
  await choose('Student', 'Ines Marlowe')
  await choose('Car', 'Hatch 1')
  await choose('Instructor', 'Dov Larrabee')
  const starts = dialog.getByRole('textbox', { name: /^Starts at/ })
  await starts.fill('10:35')
  await expect(dialog.getByText('Hatch 1 is out with Ruben Halloway from 10:35 until about 10:49.')).toBeVisible()
  await expect(dialog.getByText('Dov Larrabee is out with Ruben Halloway from 10:35 until about 10:49.')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Add' })).toBeDisabled()
  await starts.fill('15:35')
  await expect(dialog.getByText(/is out with/)).toHaveCount(0)
  await expect(dialog.getByRole('button', { name: 'Add' })).toBeEnabled()
  await dialog.getByRole('button', { name: 'Close' }).click()
})

test('corner rows stay put while they are typed in, no corner ends before it starts, and the map shows their numbers', async ({ page }) => {
  const list = (await (await page.request.get('/api/circuits')).json()) as { id: string; name: string }[]
  const { document } = (await (await page.request.get(`/api/circuits/${list.find((c) => c.name === 'Skerrow Basin')!.id}`)).json()) as {
    document: { ochote: object }
  }
  const id = crypto.randomUUID()
  await page.request.post('/api/circuits', { data: { id, document: { ...document, ochote: { ...document.ochote, name: 'Rows' } } } })
  await page.goto(`/library/circuits/${id}`)
  const map = page.getByRole('group', { name: 'Map of the circuit, north up' })
  await expect(map.locator('text', { hasText: /^11$/ })).toBeVisible()
  await page.getByRole('tab', { name: 'Corners' }).click()
  const rows = page.getByRole('tabpanel').getByRole('listitem')
  const from = rows.nth(2).getByRole('textbox', { name: 'From, m' })
  const was = await from.inputValue()
  await from.fill('2000')
  await expect(rows.nth(2)).toContainText(/found 2000, expected a place before its end at \d+ m, by half a lap at most/)
  // into another place of the lap, by both its ends: its row is where it was until the list is left
  await from.fill(String(Number(was) + 3))
  await from.press('Enter')
  await expect(rows.nth(2).getByRole('textbox', { name: 'Number' })).toHaveValue('3')
  const number = rows.nth(2).getByRole('textbox', { name: 'Number' })
  await number.fill('3A')
  await number.press('Tab')
  await expect(rows.nth(2).getByRole('textbox', { name: 'Name' })).toBeFocused()
  await expect(rows.nth(2).getByRole('textbox', { name: 'Number' })).toHaveValue('3A')
  // what must be fixed and what should be looked at have marks of their own
  await page.getByRole('tab', { name: 'Features' }).click()
  await page
    .getByRole('button', { name: /^run-off/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Remove' }).click()
  await page.getByRole('tab', { name: 'Check' }).click()
  await expect(page.getByRole('img', { name: 'to look at' }).first()).toBeVisible()
  await expect(page.getByRole('img', { name: 'must be fixed' })).toHaveCount(0)
})

test('whatever file is given where, what is said has no library’s words in it', async ({ page }) => {
  const files = {
    'broken.json': '{"ochote": {"format": "vehicle", "version": 1}, "name": ',
    'empty.json': '',
    'wrong.json': JSON.stringify({
      ochote: { format: 'vehicle', version: 1 },
      name: '',
      kind: 'van',
      massKg: 'much',
      gears: [1, 2, 3],
      torqueNm: [],
    }),
    'list.json': '[1, 2, {"a": null}]',
    'lap.gpx': '<?xml version="1.0"?><gpx version="1.1"><trk><trkseg><trkpt lat="x" lon="1"/></trkseg></trk></gpx>',
    'cut.gpx': '<gpx><trk><trkseg>',
    'table.csv': 'time_s,speed_kmh\n0,fast\n',
    'notes.txt': 'about a ton',
    'binary.pdf': '%PDF-1.7 \u0000\u0001',
  }
  const places = [
    ['/library/circuits', 'Add a circuit file'],
    ['/library/vehicles', 'Add a vehicle file'],
    ['/library/circuits/recce', 'Recording'],
  ] as const
  for (const [at, label] of places) {
    await page.goto(at)
    for (const [name, content] of Object.entries(files)) {
      await page
        .getByLabel(label, { exact: true })
        .last()
        .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(content) })
      const alert = page.getByRole('alert').filter({ hasText: /found|characters|file/ })
      await expect(alert.first(), `${name} at ${at}`).toBeVisible()
      await expect
        .poll(async () => (await alert.first().innerText()).includes(name) || /found/.test(await alert.first().innerText()))
        .toBe(true)
      expect(await alert.first().innerText(), `${name} at ${at}`).not.toMatch(LIBRARY)
    }
  }
})
