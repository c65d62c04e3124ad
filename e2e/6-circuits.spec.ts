import { writeFileSync } from 'node:fs'
import { expect, test, type Page } from '@playwright/test'
import type { StoredCircuit, CircuitSummary } from '@ochote/contracts'
import { expectAccessible, saved } from './support'

const circuits = async (page: Page) => (await (await page.request.get('/api/circuits')).json()) as CircuitSummary[]
const stored = async (page: Page, id: string) => (await (await page.request.get(`/api/circuits/${id}`)).json()) as StoredCircuit
const idOf = async (page: Page, name: string) => (await circuits(page)).find((c) => c.name === name)!.id
const map = (page: Page) => page.getByRole('group', { name: 'Map of the circuit, north up' })
const openTab = (page: Page, name: string) => page.getByRole('tab', { name }).click()

/** A circuit of its own, so that its changes disturb no other spec. */
async function openCopy(page: Page, name: string): Promise<string> {
  const { document } = await stored(page, await idOf(page, 'Skerrow Basin'))
  const id = crypto.randomUUID()
  const copy = { ...document, ochote: { ...document.ochote, name } }
  expect((await page.request.post('/api/circuits', { data: { id, document: copy } })).status()).toBe(201)
  await page.goto('/library/circuits')
  await page.getByRole('link', { name }).click()
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible()
  return id
}

/** Waits until every change is stored. */
const settled = async (page: Page) => {
  await expect(page.getByRole('status').filter({ hasText: /^Saving/ })).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
}

test('a circuit is widened along a stretch, undone, redone and saved; its file comes back the same', async ({ page }) => {
  const id = await openCopy(page, 'Widened')
  await expect(page.getByRole('heading', { name: 'Nothing to check' })).toBeVisible()
  await openTab(page, 'Track')
  await map(page)
    .getByRole('button', { name: /^Position 4\./ })
    .click()
  await map(page)
    .getByRole('button', { name: /^Position 7\./ })
    .click({ modifiers: ['Shift'] })
  await expect(page.getByRole('heading', { name: 'Positions 4 to 7' })).toBeVisible()
  const width = page.getByRole('textbox', { name: 'Width to the left edge, m' })
  await width.fill('zero')
  await expect(page.getByText('found zero, expected 0.5 to 60')).toBeVisible()
  await width.fill('6.5')
  await width.press('Enter')
  await expect(page.getByText('Saved, version 2')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Saved, version 3')).toBeVisible()
  await page.getByRole('button', { name: 'Redo' }).click()
  await expectAccessible(page)
  await expect(page.getByText('Saved, version 4')).toBeVisible()
  const { document } = await stored(page, id)
  expect((document.features[0] as unknown as { properties: { widthLeft: number[] } }).properties.widthLeft.slice(2, 8)).toEqual([
    expect.not.stringContaining('6.5'),
    6.5,
    6.5,
    6.5,
    6.5,
    expect.not.stringContaining('6.5'),
  ])
  const file = await saved(page, page.getByRole('button', { name: 'GeoJSON' }))
  expect(JSON.parse(file.toString())).toEqual(document)
})

test('things are put on the map, edited in a form, moved by pointer and keys, and taken off', async ({ page }) => {
  const id = await openCopy(page, 'Furnished')
  const before = (await stored(page, id)).document.features.length
  await openTab(page, 'Features')
  await page.getByRole('combobox', { name: 'Put on the map' }).click()
  await page.getByRole('option', { name: 'Grip patch' }).click()
  await page.getByRole('button', { name: 'Draw it' }).click()
  const box = (await map(page).boundingBox())!
  for (const [x, y] of [
    [200, 55],
    [260, 55],
    [260, 65],
    [200, 65],
  ] as const)
    await page.mouse.click(box.x + x, box.y + y)
  await page.getByRole('button', { name: 'Done' }).click()
  const grip = page.getByRole('textbox', { name: /^Grip inside it/ })
  await grip.fill('0.6')
  await grip.press('Enter')
  await page.getByRole('textbox', { name: 'Note' }).fill('New asphalt')
  await page.getByRole('textbox', { name: 'Note' }).press('Enter')
  await expect(page.getByRole('heading', { name: 'surface, New asphalt' })).toBeVisible()
  const vertex = map(page).getByRole('button', { name: /^Position 1\./ })
  await vertex.focus()
  await vertex.press('ArrowUp')
  await vertex.hover()
  await page.mouse.down()
  await page.mouse.move(box.x + 190, box.y + 60, { steps: 4 })
  await page.mouse.up()
  await settled(page)
  const { features } = (await stored(page, id)).document
  expect(features).toHaveLength(before + 1)
  expect(features[before]).toMatchObject({ properties: { role: 'surface', grip: 0.6, note: 'New asphalt' }, geometry: { type: 'Polygon' } })
  await page.getByRole('button', { name: 'Remove' }).click()
  await expect(page.getByRole('heading', { name: 'surface, New asphalt' })).toBeHidden()
  await settled(page)
  expect((await stored(page, id)).document.features).toHaveLength(before)
})

test('corners are named, split and joined, and boards put before one', async ({ page }) => {
  const id = await openCopy(page, 'Numbered')
  await openTab(page, 'Corners')
  await expect(page.getByRole('heading', { name: '11 corners' })).toBeVisible()
  await page.getByRole('button', { name: 'Split corner 3' }).click()
  await expect(page.getByRole('heading', { name: '12 corners' })).toBeVisible()
  await page.getByRole('button', { name: 'Join corner 3A with the next' }).click()
  await expect(page.getByRole('heading', { name: '11 corners' })).toBeVisible()
  await page.getByRole('button', { name: 'Number from 1' }).click()
  const name = page.getByRole('listitem').first().getByRole('textbox', { name: 'Name' })
  await name.fill('Long left')
  await name.press('Enter')
  await page.getByRole('button', { name: 'Boards 150, 100, 50' }).first().click()
  await settled(page)
  const text = JSON.stringify((await stored(page, id)).document)
  expect(text).toContain('"name":"Long left"')
  expect(text.match(/"kind":"board"/g)!.length).toBeGreaterThanOrEqual(3)
})

test('a position dragged across the track is shown where it is wrong, and is not saved until it is undone', async ({ page }) => {
  await openCopy(page, 'Crossed')
  await openTab(page, 'Track')
  await page.getByRole('button', { name: 'All', exact: true }).click()
  await page.getByRole('textbox', { name: 'Height, m' }).fill('10') // else one part might pass over the other
  await page.getByRole('textbox', { name: 'Height, m' }).press('Enter')
  const from = (await map(page)
    .getByRole('button', { name: /^Position 20\./ })
    .boundingBox())!
  const to = (await map(page)
    .getByRole('button', { name: /^Position 100\./ })
    .boundingBox())!
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
  await page.mouse.down()
  await page.mouse.move(to.x - 30, to.y + 30, { steps: 8 })
  await page.mouse.up()
  await openTab(page, 'Check')
  await expect(page.getByText(/Found a centreline that crosses itself: after position/)).toBeVisible()
  await expect(page.getByText('Kept on this device until it is complete')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('heading', { name: 'Nothing to check' })).toBeVisible()
})

test('two who change one circuit: the second is told and chooses; leaving loses nothing', async ({ page, context }) => {
  const id = await openCopy(page, 'Shared')
  const other = await context.newPage()
  await other.goto(`/library/circuits/${id}`)
  await expect(other.getByRole('heading', { name: 'Shared', level: 1 })).toBeVisible()
  // the second page would take over the first one's change if it looked again before its own is sent
  const sent = other.waitForRequest((asked) => asked.method() === 'PUT')
  await other.route(`**/api/circuits/${id}`, async (route) => {
    if (route.request().method() === 'GET') await sent
    await route.continue()
  })
  const rename = async (p: Page, name: string) => {
    await openTab(p, 'Track')
    await p.getByRole('textbox', { name: 'Name of the circuit' }).fill(name)
    await p.getByRole('textbox', { name: 'Name of the circuit' }).press('Enter')
  }
  await rename(page, 'Shared first')
  await expect(page.getByText('Saved, version 2')).toBeVisible()
  await rename(other, 'Shared second')
  const dialog = other.getByRole('dialog', { name: 'Someone else saved this circuit' })
  await expect(dialog).toBeVisible()
  expect((await stored(page, id)).name).toBe('Shared first')
  await dialog.getByRole('button', { name: 'Keep mine' }).click()
  await expect(other.getByText('Saved, version 3')).toBeVisible()
  expect((await stored(page, id)).name).toBe('Shared second')
  await other.getByRole('textbox', { name: 'Name of the circuit' }).fill('Not yet')
  await other.getByRole('textbox', { name: 'Name of the circuit' }).press('Enter')
  await other.getByRole('link', { name: 'Circuits' }).click()
  await expect.poll(async () => (await stored(page, id)).name).toBe('Not yet')
})

/** A drive round a stadium, two laps and a bit, as GPX. */
function driveGpx(): string {
  const points: string[] = []
  for (let k = 0; k < 300; k++) {
    const a = (2 * Math.PI * k) / 130
    const [x, y] = [180 * Math.cos(a) + 40 * Math.cos(2 * a), 90 * Math.sin(a)]
    points.push(`<trkpt lat="${(-20 + y / 110_700).toFixed(8)}" lon="${(-30 + x / 104_600).toFixed(8)}"><ele>12</ele></trkpt>`)
  }
  return `<?xml version="1.0"?><gpx version="1.1" creator="test" xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>${points.join('')}</trkseg></trk></gpx>`
}

test('a recce drive becomes a circuit: laps averaged, start chosen on the map', async ({ page }) => {
  await page.goto('/library/circuits')
  await page.getByRole('link', { name: 'From a recce drive' }).click()
  await page.getByLabel('Recording').setInputFiles({ name: 'slow.gpx', mimeType: 'application/gpx+xml', buffer: Buffer.from(driveGpx()) })
  await expect(page.getByText(/^0\.\d\d km, 2 laps averaged/)).toBeVisible()
  const drawing = (await page.getByRole('img', { name: /^The drive, and the track/ }).boundingBox())!
  await page.mouse.click(drawing.x + drawing.width / 2, drawing.y + drawing.height - 40)
  await page.getByRole('switch', { name: 'Driven the other way round' }).click()
  await expect(page.getByRole('progressbar')).toBeHidden()
  await page.getByRole('textbox', { name: 'Name of the circuit' }).fill('Driven slowly')
  await page.getByRole('button', { name: 'Add to the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'Driven slowly', level: 1 })).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'no run-off outside corner' })).toBeVisible()
})

test('a circuit is drawn on an empty sheet with a scale', async ({ page }) => {
  await page.goto('/library/circuits/draw')
  const sheet = (await page.getByRole('group', { name: /^Sheet of 800 m/ }).boundingBox())!
  const clicks = [
    [0.3, 0.3],
    [0.6, 0.25],
    [0.8, 0.5],
    [0.6, 0.8],
    [0.3, 0.75],
    [0.9, 0.9],
  ] as const
  for (const [x, y] of clicks) await page.mouse.click(sheet.x + x * sheet.width, sheet.y + y * sheet.height)
  await page.getByRole('button', { name: 'Undo' }).click() // the last was one too many
  await page.getByRole('textbox', { name: 'Name of the circuit' }).fill('Drawn')
  await page.getByRole('button', { name: 'Add to the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'Drawn', level: 1 })).toBeVisible()
  const { document } = await stored(page, await idOf(page, 'Drawn'))
  expect((document.features[0] as unknown as { geometry: { coordinates: unknown[] } }).geometry.coordinates).toHaveLength(6)
})

test.describe('files that would do harm', () => {
  const huge = () =>
    `{"type":"FeatureCollection","ochote":{"format":"circuit","version":1,"name":"Huge"},"features":[${'{"type":"Feature"},'.repeat(2_600_000)}{}]}`
  for (const { what, name, content, says } of [
    { what: 'fifty megabytes', name: 'huge.geojson', content: huge, says: /features: found .*expected/ },
    { what: 'nesting a million deep', name: 'deep.geojson', content: () => '['.repeat(1_000_000), says: /deep\.geojson: found/ },
    {
      what: 'numbers that are none',
      name: 'nan.geojson',
      content: () => '{"type":"FeatureCollection","ochote":{"format":"circuit","version":1,"name":"N"},"features":[NaN]}',
      says: /nan\.geojson: found/,
    },
  ]) {
    test(`as a circuit, with ${what}: said within five seconds, and nothing is stored`, async ({ page }, info) => {
      writeFileSync(info.outputPath(name), content()) // a file is opened at once; a buffer of fifty megabytes is long on its way
      await page.goto('/library/circuits')
      const before = JSON.stringify(await circuits(page))
      await page.getByLabel('Add a circuit file').last().setInputFiles(info.outputPath(name))
      await expect(page.getByRole('alert')).toContainText(says, { timeout: 5_000 })
      await expect(page.getByRole('alert')).toContainText('Nothing was saved')
      expect(JSON.stringify(await circuits(page))).toBe(before)
    })
  }
  for (const { what, content, says } of [
    {
      what: 'entities that grow',
      content: () => `<!DOCTYPE gpx [<!ENTITY a "${'a'.repeat(99)}">]><gpx>&a;</gpx>`,
      says: 'document type or entity',
    },
    { what: 'fifty megabytes', content: () => `<gpx>${'<trk><name>x</name></trk>'.repeat(2_000_000)}</gpx>`, says: '50 MB' },
    { what: 'a place that is none', content: () => driveGpx().replace('lat="-20', 'lat="-200'), says: 'trk[0].trkseg[0].trkpt[0], lat' },
  ]) {
    test(`as a recording, with ${what}: said within five seconds`, async ({ page }, info) => {
      writeFileSync(info.outputPath('drive.gpx'), content())
      await page.goto('/library/circuits/recce')
      await page.getByLabel('Recording').setInputFiles(info.outputPath('drive.gpx'))
      await expect(page.getByRole('alert')).toContainText(says, { timeout: 5_000 })
      await expect(page.getByRole('button', { name: 'Add to the shelf' })).toBeDisabled()
    })
  }
})
