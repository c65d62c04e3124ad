import { expect, test, type Page } from '@playwright/test'
import type { StoredCircuit, VehicleType } from '@ochote/contracts'

type Features = { properties: Record<string, unknown>; geometry: { coordinates: number[][] } }[]

async function skerrow(page: Page): Promise<{ features: Features; ochote: { name: string } }> {
  const list = (await (await page.request.get('/api/circuits')).json()) as { id: string; name: string }[]
  const { id } = list.find((c) => c.name === 'Skerrow Basin')!
  return ((await (await page.request.get(`/api/circuits/${id}`)).json()) as StoredCircuit).document as unknown as {
    features: Features
    ochote: { name: string }
  }
}

const give = (page: Page, label: string, name: string, content: string) =>
  page
    .getByLabel(label)
    .last()
    .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) })

const names = async (page: Page, what: 'circuits' | 'vehicle-types') =>
  JSON.stringify(await (await page.request.get(`/api/${what}`)).json())

test('a circuit whose centreline crosses itself is refused with the place, and nothing is stored', async ({ page }) => {
  await page.goto('/library/circuits')
  const before = await names(page, 'circuits')
  const document = await skerrow(page)
  const line = document.features.find((f) => f.properties.role === 'centreline')!.geometry.coordinates
  // two stretches far apart change places
  const [a, b] = [line[30]!, line[100]!]
  line[30] = b
  line[100] = a
  await give(page, 'Add a circuit file', 'crossed.geojson', JSON.stringify(document))
  await expect(page.getByRole('alert')).toContainText('a centreline that crosses itself: after position')
  await expect(page.getByRole('alert')).toContainText('Nothing was saved')
  expect(await names(page, 'circuits')).toBe(before)
})

test('an unknown role is named, with the roles there are', async ({ page }) => {
  await page.goto('/library/circuits')
  const before = await names(page, 'circuits')
  const document = await skerrow(page)
  document.features[3]!.properties.role = 'grandstand'
  await give(page, 'Add a circuit file', 'roles.geojson', JSON.stringify(document))
  await expect(page.getByRole('alert')).toContainText(
    'features[3].properties.role: found "grandstand", expected one of centreline, corner, landmark',
  )
  expect(await names(page, 'circuits')).toBe(before)
})

test('a vehicle with a negative mass is refused by that field', async ({ page }) => {
  await page.goto('/library/vehicles')
  const before = await names(page, 'vehicle-types')
  const [first] = (await (await page.request.get('/api/vehicle-types')).json()) as VehicleType[]
  await give(page, 'Add a vehicle file', 'odd.vehicle.json', JSON.stringify({ ...first!.vehicle, massKg: -1420 }))
  await expect(page.getByRole('alert')).toContainText('massKg: found -1420, expected')
  await expect(page.getByRole('alert')).toContainText('Nothing was saved')
  expect(await names(page, 'vehicle-types')).toBe(before)
})

test('a file that is not JSON says so', async ({ page }) => {
  await page.goto('/library/vehicles')
  await give(page, 'Add a vehicle file', 'notes.txt', 'mass: about a ton')
  await expect(page.getByRole('alert')).toContainText(
    'notes.txt: found text that begins “mass: about a ton”, expected a vehicle file (JSON)',
  )
  // a file that belongs elsewhere is sent there
  await give(page, 'Add a vehicle file', 'lap.gpx', '<?xml version="1.0"?><gpx version="1.1"><trk/></gpx>')
  await expect(page.getByRole('alert')).toContainText('found a GPX recording')
  await expect(page.getByRole('alert')).toContainText('Use it under Circuits, “From a recce drive”')
})

test('a good circuit and a good vehicle go onto the shelf', async ({ page }) => {
  const document = await skerrow(page)
  document.ochote.name = 'Skerrow, copied'
  await page.goto('/library/circuits')
  await give(page, 'Add a circuit file', 'copy.geojson', JSON.stringify(document))
  await expect(page.getByRole('alert')).toContainText('Skerrow, copied is on the shelf')
  await expect(page.getByRole('heading', { name: 'Skerrow, copied' })).toBeVisible()
  const [first] = (await (await page.request.get('/api/vehicle-types')).json()) as VehicleType[]
  await page.getByRole('tab', { name: 'Vehicles' }).click()
  await give(page, 'Add a vehicle file', 'new.vehicle.json', JSON.stringify({ ...first!.vehicle, name: 'Loan hatch' }))
  await expect(page.getByRole('table', { name: 'Vehicle types' }).getByRole('cell', { name: 'Loan hatch', exact: true })).toBeVisible()
})
