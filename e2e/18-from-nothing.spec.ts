import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Locator, type Page } from '@playwright/test'
import type { Day, StoredTimetable } from '@ochote/contracts'
import { breaches, dayFileOf, endOfPlace, plannedStints } from '@ochote/core'
import { skerrowBasin } from '../server/src/demo/circuits'
import { press, typeIn } from './keyboard'
import { OwnServer } from './ownServer'
import { endSearch, expectAccessible, expectNoSidewaysScroll } from './support'

const server = new OwnServer(4703)
test.use({ baseURL: server.base })
test.beforeAll(() => server.start())
const other = new OwnServer(4704)
test.afterAll(() => Promise.all([server.kill(), other.kill()]))

const circuitFile = join(mkdtempSync(join(tmpdir(), 'ochote-circuit-')), 'basin.circuit.geojson')
writeFileSync(circuitFile, JSON.stringify(skerrowBasin()))
const students = ['Alva', 'Bryn', 'Cato', 'Dara', 'Edda', 'Finn', 'Gwen', 'Hugo', 'Inga', 'Jory', 'Kaia', 'Lars']
const people = [
  ['Name', 'Role', 'Experience', 'E-mail', 'Emergency contact'],
  ...students.map((name) => [`${name} Testing`, 'student', 'Vans', `${name.toLowerCase()}@example.org`, '0123']),
  ...['Mona', 'Nils', 'Oona'].map((name) => [`${name} Teaching`, 'Instructor', '', '', '']),
  ['Pia Wrong', 'boss', '', '', ''],
  ['alva testing', '', '', '', ''],
]
  .map((row) => row.join('\t'))
  .join('\n')

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true })
let presses = 0
/** What a mouse would click. */
async function choose(what: Locator): Promise<void> {
  presses += 1
  await press(what)
}

test.describe.serial('a school’s own day, from an empty folder', () => {
  test('has a start page, people from a table, and a timetable of twelve students, told to everybody: by keyboard only', async ({
    page,
  }) => {
    test.setTimeout(240_000)
    const began = Date.now()
    await page.goto('/')
    const school = page.getByRole('region', { name: 'Your school' })
    await typeIn(school.getByLabel('Name of the school'), 'Northmoor Drivers')
    await typeIn(school.getByRole('combobox', { name: 'Time zone' }), 'Europe/Vie')
    await expect(page.getByRole('option', { name: 'Europe/Vienna' })).toBeVisible()
    await page.keyboard.press('Enter')
    await expect(school.getByRole('combobox', { name: 'Time zone' })).toHaveValue('Europe/Vienna')
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
    await expectAccessible(page)
    await expect(page.getByRole('listitem').filter({ hasText: 'A circuit' })).toContainText('next')
    await choose(page.getByRole('link', { name: 'A circuit' }))
    const chooser = page.waitForEvent('filechooser')
    await choose(button(page, 'Add a circuit file'))
    await (await chooser).setFiles(circuitFile)
    await expect(page.getByText('Skerrow Basin is on the shelf.')).toBeVisible()
    await choose(page.getByRole('tab', { name: 'Vehicles' }))
    await choose(button(page, 'New vehicle type'))
    await typeIn(page.getByLabel('Name'), 'School hatch')
    await choose(button(page, 'Create'))
    await expect(page.getByRole('heading', { name: 'School hatch' })).toBeVisible()
    await choose(page.getByRole('link', { name: 'Vehicles' }))
    for (const number of [2, 3, 4]) {
      await choose(button(page, 'Add a car'))
      await typeIn(page.getByLabel('Name'), `Hatch ${number}`)
      await choose(button(page, 'Add'))
      await expect(page.getByRole('row', { name: new RegExp(`Hatch ${number}`) })).toBeVisible()
    }
    await choose(page.getByRole('tab', { name: 'Marker schemes' }))
    await choose(button(page, 'New scheme'))
    await typeIn(page.getByLabel('Name: school and venue'), 'Ours')
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()

    await page.goto('/library/people')
    await choose(button(page, 'From a table'))
    await typeIn(page.getByRole('textbox', { name: 'Table' }), people)
    await expect(page.getByText('17 rows: 15 to add, 1 there already, 1 that can’t be read.')).toBeVisible()
    await expect(page.getByRole('table', { name: 'Rows' })).toContainText('Row 17, Role: found boss, expected student or instructor')
    await expectAccessible(page)
    await choose(button(page, 'Add 15'))
    await expect(page.getByRole('table', { name: 'People' }).getByRole('row')).toHaveCount(16)
    await typeIn(page.getByLabel('Find'), 'mona')
    await expect(page.getByRole('table', { name: 'People' }).getByRole('row')).toHaveCount(2)

    await page.goto('/')
    await choose(button(page, 'New day'))
    await typeIn(page.getByRole('dialog').getByLabel('Name'), 'Opening day')
    await choose(button(page, 'Add'))
    await choose(page.getByRole('link', { name: 'Make a plan' }))
    await choose(button(page, 'New plan'))
    await choose(button(page, 'Create'))
    await expect(page.getByText(/^Lap \d:\d\d/)).toBeVisible({ timeout: 60_000 })

    await page.goto('/')
    await choose(page.getByRole('link', { name: 'Timetable' }))
    for (const all of ['Add all 3', 'Add all 12']) await choose(button(page, all))
    await expect(page.getByRole('heading', { name: 'Cars, 4' })).toBeVisible()
    await choose(button(page, 'Find a timetable'))
    const search = page.getByRole('region', { name: 'Search for a timetable' })
    await expect(search.getByRole('heading', { name: 'Proposal' })).toBeVisible({ timeout: 40_000 })
    await choose(search.getByRole('button', { name: 'Stop' }))
    await choose(search.getByRole('button', { name: 'Take it' }))
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
    await choose(button(page, 'Tell everybody: 24'))
    await choose(page.getByRole('dialog').getByRole('button', { name: 'Everybody has been told' }))
    await expect(page.getByRole('dialog')).toHaveCount(0)
    console.log(
      `From an empty folder to a told timetable: ${presses} choices by keyboard, ${((Date.now() - began) / 1000).toFixed(0)} s by machine`,
    )
    const [day] = (await (await page.request.get('/api/days')).json()) as Day[]
    const now = (await (await page.request.get(`/api/days/${day!.id}/timetable`)).json()) as StoredTimetable
    expect(now.told).toHaveLength(24)
    expect(breaches(dayFileOf(now.draft, [], null), plannedStints(now.draft))).toEqual([])
    await page.goto('/')
    await expect(page.getByRole('row', { name: /Lars Testing/ })).toHaveCount(2)
  })

  test('holds a car back until every check is good, by name, and Today says so', async ({ page }) => {
    const [day] = (await (await page.request.get('/api/days')).json()) as Day[]
    await page.goto('/library/school')
    await page.getByLabel(/^Checks of each car before use/).fill('tyres, brakes, belts')
    await page.keyboard.press('Enter')
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
    await page.goto('/')
    await expect(page.getByRole('link', { name: /is not checked yet: tyres, brakes, belts/ })).toHaveCount(4)
    await page
      .getByRole('link', { name: /is not checked yet/ })
      .first()
      .click()
    const cars = page.getByRole('region', { name: 'Cars before use' })
    const car = cars.getByRole('group').first()
    await expect(car.getByRole('button', { name: 'The rest is good' })).toBeDisabled()
    await cars.getByLabel('Checked by').fill('Mona')
    await car
      .getByRole('group', { name: /brakes$/ })
      .getByRole('button', { name: 'Failed' })
      .click()
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
    await expectAccessible(page)
    await page.goto('/')
    await expect(page.getByRole('link', { name: /failed its check: brakes/ })).toHaveCount(1)
    await page.goto(`/days/${day!.id}/brief/meeting`)
    await car
      .getByRole('group', { name: /brakes$/ })
      .getByRole('button', { name: 'Good' })
      .click()
    for (const one of await cars.getByRole('button', { name: 'The rest is good' }).all()) await one.click()
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
    await page.goto('/')
    await expect(page.getByRole('heading', { name: 'Not ready yet' })).toBeVisible()
    await expect(page.getByRole('link', { name: /check/ })).toHaveCount(0)
  })

  test('goes on when a car breaks down at 10:40: what came before stays, and few are told anew', async ({ page }) => {
    const [day] = (await (await page.request.get('/api/days')).json()) as Day[]
    const stored = async () => (await (await page.request.get(`/api/days/${day!.id}/timetable`)).json()) as StoredTimetable
    const before = await stored()
    const broken = before.draft.vehicles[1]!.id
    const early = before.told.filter((place) => place.startsAt < '10:40')
    // it is brought in at the end of the stint that is under way
    const lastEnd = early
      .filter((place) => place.vehicle === broken)
      .map((place) => endOfPlace(before.draft, place))
      .sort()
      .at(-1)
    const outFrom = lastEnd !== undefined && lastEnd > '10:40' ? lastEnd : '10:40'
    await page.goto(`/days/${day!.id}/timetable`)
    const [car] = ((await (await page.request.get(`/api/cars`)).json()) as { id: string; name: string }[]).filter(
      (one) => one.id === broken,
    )
    await button(page, 'Something happened').click()
    const dialog = page.getByRole('dialog')
    await dialog.getByRole('textbox', { name: 'At', exact: true }).fill('10:40')
    await page.keyboard.press('Enter')
    await dialog.getByRole('combobox', { name: 'What' }).click()
    await page.getByRole('option', { name: 'A car is out' }).click()
    await dialog.getByRole('combobox', { name: 'Car' }).click()
    await page.getByRole('option', { name: car!.name }).click()
    await expectAccessible(page)
    await button(page, 'Find a timetable from 10:40').click()
    const search = page.getByRole('region', { name: 'Search for a timetable' })
    await expect(search.getByRole('heading', { name: 'Proposal' })).toBeVisible({ timeout: 40_000 })
    await endSearch(search)
    await search.getByRole('button', { name: 'Take it' }).click()
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
    await button(page, /^Tell everybody/).click()
    await expect(page.getByRole('region', { name: 'Whom to tell what' })).toContainText('now')
    await page.getByRole('dialog').getByRole('button', { name: 'Everybody has been told' }).click()
    await expect(page.getByRole('dialog')).toHaveCount(0)
    const after = await stored()
    for (const place of early)
      expect(after.told).toContainEqual(expect.objectContaining({ id: place.id, startsAt: place.startsAt, vehicle: place.vehicle }))
    expect(after.told.filter((place) => place.vehicle === broken && place.startsAt >= outFrom)).toEqual([])
  })

  test('is read by a student on a phone, and an instructor is erased for good', async ({ page }) => {
    const [day] = (await (await page.request.get('/api/days')).json()) as Day[]
    await page.setViewportSize({ width: 390, height: 844 })
    await page.goto(`/days/${day!.id}/timetable/sheets`)
    await expect(page.getByText('times are in Europe/Vienna')).toBeVisible()
    await page.getByRole('combobox', { name: 'For' }).click()
    await page.getByRole('option', { name: 'Gwen Testing' }).click()
    await expect(page.getByRole('table', { name: 'Gwen Testing' }).getByRole('row')).toHaveCount(3)
    await expectNoSidewaysScroll(page)
    await page.setViewportSize({ width: 1280, height: 800 })
    // a large screen says who is out and who is due, by the clock
    await page.clock.setFixedTime(new Date(`${day!.date}T09:05:00`))
    await page.goto(`/days/${day!.id}/timetable/screen`)
    await expect(page.getByRole('region', { name: 'Out now' })).toContainText('until 09:15')
    await expect(page.getByRole('region', { name: /^Next, 09:\d\d: in \d+ min$/ })).toContainText('Testing')
    await expectAccessible(page)
    await page.goto('/library/people')
    await button(page, 'Erase Oona Teaching').click()
    await expect(page.getByRole('dialog')).toContainText('go for good')
    await expectAccessible(page)
    await button(page, 'Erase for good').click()
    await expect(page.getByRole('row', { name: /Oona/ })).toHaveCount(0)
    await page.goto(`/days/${day!.id}/timetable/sheets`)
    await page.getByRole('combobox', { name: 'Sheets' }).click()
    await page.getByRole('option', { name: 'A sheet for each instructor' }).click()
    await expect(page.getByRole('heading', { name: 'former instructor' })).toBeVisible()
  })

  test('has the demonstration beside it, and is as before when that is removed', async ({ page }) => {
    const listed = async () =>
      JSON.stringify(
        await Promise.all(['days', 'people', 'cars', 'circuits'].map(async (noun) => (await page.request.get(`/api/${noun}`)).json())),
      )
    const before = await listed()
    await page.goto('/library/school')
    const demonstration = page.getByRole('region', { name: 'Demonstration' })
    await demonstration.getByRole('button', { name: 'Add the demonstration' }).click()
    await expect(demonstration.getByRole('button', { name: 'Remove the demonstration' })).toBeVisible({ timeout: 40_000 })
    await expect(page.getByLabel('Name of the school')).toHaveValue('Northmoor Drivers')
    await page.goto('/days')
    await expect(page.getByRole('link', { name: /^Ambulance drivers, second/ })).toBeVisible()
    await page.goto('/library/school')
    await demonstration.getByRole('button', { name: 'Remove the demonstration' }).click()
    await expectAccessible(page)
    await page.getByRole('dialog').getByRole('button', { name: 'Remove it for good' }).click()
    await expect(demonstration.getByRole('button', { name: 'Add the demonstration' })).toBeVisible()
    expect(await listed()).toBe(before)
  })

  test('goes to another school as one file, which is never half there, however often the server is killed', async ({ page, browser }) => {
    test.setTimeout(180_000)
    await page.goto('/days')
    const download = page.waitForEvent('download')
    await button(page, 'Save Opening day as a file').click()
    const file = await (await download).path()
    await other.start()
    const event = JSON.parse(readFileSync(file, 'utf8')) as { dayId: string; tables: Record<string, unknown[]> }
    const rows = Object.values(event.tables).reduce((sum, table) => sum + table.length, 0)
    const stored = async () => {
      const days = (await (await page.request.get(`${other.base}/api/days`)).json()) as Day[]
      if (days.length === 0) return 0
      const again = (await (await page.request.get(`${other.base}/api/days/${event.dayId}/event`)).json()) as typeof event
      return Object.values(again.tables).reduce((sum, table) => sum + table.length, 0)
    }
    for (const ms of [5, 15, 30, 45, 60, 80]) {
      const sent = page.request.post(`${other.base}/api/events`, { data: { event, keepOurs: true } }).catch(() => null)
      await new Promise((resolve) => setTimeout(resolve, ms))
      await other.kill()
      await sent
      await other.start()
      expect([0, rows]).toContain(await stored())
    }
    const visitor = await (await browser.newContext()).newPage()
    await visitor.goto(`${other.base}/days`)
    const chooser = visitor.waitForEvent('filechooser')
    await visitor.getByText('Read a day from a file').click()
    await (await chooser).setFiles(file)
    await expect(visitor.getByRole('heading', { name: 'Opening day' })).toBeVisible()
    expect(await stored()).toBe(rows)
    // what differs is asked about
    const [car] = (await (await page.request.get(`${other.base}/api/cars`)).json()) as { id: string; version: number; name: string }[]
    const { id, version, ...about } = car!
    await page.request.put(`${other.base}/api/cars/${id}`, { data: { car: { ...about, notes: 'New tyres' }, fromVersion: version } })
    await visitor.goto(`${other.base}/days`)
    const again = visitor.waitForEvent('filechooser')
    await visitor.getByText('Read a day from a file').click()
    await (await again).setFiles(file)
    await expect(visitor.getByRole('dialog')).toContainText(`car “${car!.name}”: notes, version`)
    await expectAccessible(visitor)
    await button(visitor, 'Keep ours, add what is new').click()
    await expect(visitor.getByRole('heading', { name: 'Opening day' })).toBeVisible()
    await visitor.context().close()
  })
})
