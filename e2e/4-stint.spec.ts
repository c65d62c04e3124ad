import { expect, test, type Page } from '@playwright/test'
import { expectAccessible, pdfPages, saved, shareClock, stintOf, storedLog, tapLine, withoutBlanks } from './support'

const STUDENT = 'Ruben Halloway'
const corner = (page: Page, number: string) =>
  page.getByRole('region', { name: 'Corner' }).getByRole('button', { name: new RegExp(`^Corner ${number} `) })
const target = (page: Page, name: string | RegExp) => page.getByRole('region', { name: 'What happened' }).getByRole('button', { name })
const line = (page: Page) => page.getByRole('button', { name: /^Line:/ })
const log = (page: Page, id: string) => storedLog(page.request, id)

test.describe.serial('a stint of five laps from the seat to the record', () => {
  test.use({ viewport: { width: 820, height: 1180 } })

  test('is logged with a finger, through a reload and without the server, and nothing is lost', async ({ page, context }) => {
    const { path, id } = await stintOf(page, STUDENT)
    await page.goto(path('run'))
    await expectAccessible(page)

    await tapLine(page)
    await expect(line(page)).toHaveText('Line: lap 1 ends')
    // a fault at a corner: two taps; a third raises it
    await corner(page, '4').click()
    await target(page, /^brakes early/).click()
    await expect(page.getByRole('status').filter({ hasText: 'Lap 1, corner 4: brakes early' })).toBeVisible()
    await target(page, /^brakes early/).click()
    await expect(target(page, /^brakes early/)).toContainText('costs')
    // the targets stay where they are: a finger in the same place finds the same fault, here and at the next corner
    const placeOf = async (name: RegExp) => (await target(page, name).boundingBox())!
    const place = await placeOf(/^turns in early/)
    await page.mouse.click(place.x + place.width / 2, place.y + place.height / 2)
    await page.mouse.click(place.x + place.width / 2, place.y + place.height / 2)
    await expect(target(page, /^turns in early/)).toContainText('costs')
    expect(await placeOf(/^turns in early/)).toEqual(place)
    for (let k = 0; k < 2; k++) await page.getByRole('button', { name: /^Undo/ }).click()
    // one by mistake, taken back
    await target(page, /^misses the apex/).click()
    await expect(page.getByRole('status').filter({ hasText: 'Lap 1, corner 4: misses the apex' })).toBeVisible()
    await page.getByRole('button', { name: /^Undo/ }).click()
    await expect(target(page, /^misses the apex/)).toHaveAttribute('aria-pressed', 'false')
    await corner(page, '7').click()
    await page.getByRole('region', { name: 'What was good' }).getByRole('button', { name: 'smooth' }).click()

    // lap 2: again at corner 4
    await tapLine(page)
    await expect(line(page)).toHaveText('Line: lap 2 ends')
    await corner(page, '4').click()
    // straight after the line corner 4 is still the lap before’s; the clock has it so until it is reached
    await expect(page.getByRole('region', { name: 'Corner' })).toContainText('lap 1')

    // closing the tab in the middle and opening it again
    await expect(page.getByText('All saved')).toBeVisible()
    await page.close()
    const again = await context.newPage()
    await again.goto(path('run'))
    await expect(line(again)).toHaveText('Line: lap 2 ends')
    await expect(again.getByRole('region', { name: 'Logged' })).toContainText('Lap 1, corner 4: brakes early, now costs')

    // the server goes away: everything is kept on the device
    await context.route('**/api/stints/**', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()))
    await tapLine(again)
    await tapLine(again)
    await expect(line(again)).toHaveText('Line: lap 4 ends')
    await corner(again, '6').click()
    await again.getByRole('region', { name: 'What was good' }).getByRole('button', { name: 'patient' }).click()
    await expect(again.getByText('3 on this device, not sent yet')).toBeVisible()
    await again.reload()
    await expect(line(again)).toHaveText('Line: lap 4 ends')
    await expect(again.getByText('3 on this device, not sent yet')).toBeVisible()
    await context.unroute('**/api/stints/**')
    await expect(again.getByText('All saved')).toBeVisible()

    await tapLine(again)
    await expect(again.getByText('this is the last')).toBeVisible()
    await tapLine(again)
    await expect(line(again)).toHaveText('Line: one more lap')
    await again.getByRole('button', { name: 'In', exact: true }).click()
    await expect(again.getByText(/^The stint is over: in at \d\d:\d\d\./)).toBeVisible()
    await expect.poll(async () => (await log(again, id)).filter((e) => e.kind === 'in')).toHaveLength(1)

    const stored = await log(again, id)
    expect(stored.filter((e) => e.kind === 'line')).toHaveLength(6)
    expect(stored.filter((e) => e.kind === 'in')).toHaveLength(1)
    expect(stored.find((e) => e.kind === 'fault')).toMatchObject({ corner: '4', code: 'be', severity: 1, lap: 1 })
    expect(stored.find((e) => e.kind === 'severity')).toMatchObject({ severity: 2 })
    expect(new Set(stored.map((e) => e.id)).size).toBe(stored.length)
  })

  test('is debriefed: laps, faults, what was corrected, two things, a sentence, as PDF and CSV', async ({ page }) => {
    await page.setViewportSize({ width: 1280, height: 800 })
    const { path } = await stintOf(page, STUDENT)
    await page.goto(path('debrief'))
    await expect(page.getByRole('region', { name: 'Did the lap times come down?' }).getByRole('row')).toHaveCount(6)
    const corrections = page.getByRole('region', { name: 'Corrections, and what came of them' })
    await expect(corrections.getByRole('row', { name: /4 brakes early costs 1 – – ○ not seen since/ })).toBeVisible()
    await expect(page.getByLabel('Good, 1')).toHaveValue('Corner 7, lap 1: smooth')
    await expect(page.getByRole('region', { name: 'Two things to work on' })).toContainText('Why: seen on lap 1, costs; not seen since')
    await page.getByLabel('In your own words').fill('You knew the words before I said them.')
    // gone to another stage in the middle of a word, and back: every word is there
    await page.getByRole('link', { name: 'Brief' }).first().click()
    await expect(page.getByRole('heading', { level: 1, name: new RegExp(`^Brief: ${STUDENT}`) })).toBeVisible()
    await page.getByRole('link', { name: 'Debrief' }).first().click()
    await expect(page.getByLabel('In your own words')).toHaveValue('You knew the words before I said them.')
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
    // what was saved by itself is undone too
    await page.getByLabel('In your own words').fill('Something hasty.')
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(page.getByLabel('In your own words')).toHaveValue('You knew the words before I said them.')
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
    await page.reload()
    await expect(page.getByLabel('In your own words')).toHaveValue('You knew the words before I said them.')

    const pages = await pdfPages(await saved(page, page.getByRole('button', { name: 'PDF' })))
    expect(pages).toHaveLength(1)
    for (const words of [
      STUDENT,
      'Corner 7, lap 1: smooth',
      'Corner 4: brake at the cone',
      'You knew the words before I said them.',
      'not seen since',
    ])
      expect(pages[0]).toContain(withoutBlanks(words))

    const csv = (await saved(page, page.getByRole('button', { name: 'CSV' }))).toString()
    const rows = csv.trim().split('\r\n')
    expect(rows[0]).toBe('date,student,lap,lap_time_s,corner,kind,code,name,severity,outcome,size,unit,at_m')
    expect(rows).toContain(`2026-10-17,${STUDENT},1,,4,fault,be,brakes early,costs,not seen since,,,`)
    expect(rows.slice(1).filter((r) => r.includes(',lap,'))).toHaveLength(5)
  })

  test('is in the student’s progress beside the earlier Saturday', async ({ page }) => {
    await page.setViewportSize({ width: 1280, height: 800 })
    const { day } = await stintOf(page, STUDENT)
    const person = day.people.find((p) => p.name === STUDENT)!
    await page.goto(`/days/${day.id}/progress/${person.id}`)
    const table = page.getByRole('table', { name: 'Faults at each corner, day by day' })
    await expect(table.getByRole('columnheader')).toHaveText(['Corner', '3 Oct', '17 Oct', 'Change'])
    await expect(table.getByRole('row')).toHaveCount(12)
    await expect(table.getByRole('row', { name: /^4 / })).toContainText('brakes early (0.2 a lap)')
    await expect(page.getByText(/Fewer faults logged at \d+ corners?, more at \d+/)).toBeVisible()
  })
})

test('again and better follow what was logged at the corner before', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.clock.install()
  const { path, id } = await stintOf(page, 'Leo Vantongeren')
  await shareClock(page)
  await page.goto(path('run'))
  await tapLine(page)
  // faults are in reach of a finger without scrolling, below what is called and asked
  await corner(page, '11').click()
  await target(page, /^turns in early|^brakes early/)
    .first()
    .click()
  await expectWhole(page)
  await expect(corner(page, '11')).toBeInViewport({ ratio: 1 })
  await page.getByRole('button', { name: /^Undo \(/ }).click()
  await page.clock.runFor(60_000)
  await corner(page, '2').click()
  await expect(target(page, /^Again/)).toBeDisabled()
  await target(page, /^turns in early/).click()
  await page.clock.runFor(80_000)
  await tapLine(page)
  await page.clock.runFor(70_000)
  await corner(page, '2').click()
  await expect(target(page, /^Again/)).toContainText('turns in early')
  await target(page, /^Better/).click()
  await target(page, /^Again/).click()
  const faults = async () =>
    (await log(page, id)).flatMap((e) => (e.kind === 'fault' && e.corner === '2' ? [[e.lap, e.corner, e.code]] : []))
  await expect.poll(faults).toEqual([
    [1, '2', 'te'],
    [2, '2', 'te'],
  ])
  const stored = await log(page, id)
  expect(stored.find((e) => e.kind === 'better')).toMatchObject({ lap: 2, corner: '2' })
})

/** All that is tapped while driving is on the screen, whole, without scrolling. */
async function expectWhole(page: Page): Promise<void> {
  const targets = page.getByRole('region', { name: 'What happened' }).getByRole('button')
  await expect(targets).toHaveCount(8) // six faults, again and better
  for (const one of await targets.all()) await expect(one).toBeInViewport({ ratio: 1 })
  await expect(page.getByRole('button', { name: /^Undo \(/ })).toBeInViewport({ ratio: 1 })
}

test('the whole seat fits on a tablet while driving, and nothing in it starts by mistake', async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 1180 })
  const { path } = await stintOf(page, 'Maren Osgood')
  await page.goto(path('run'))
  await tapLine(page)
  await corner(page, '6').click()
  await target(page, /^turns in early|^brakes early/)
    .first()
    .click()
  await expectWhole(page)
  for (const name of ['Next call', 'What was good', 'What else happened'])
    await expect(page.getByRole('region', { name })).toBeInViewport({ ratio: 1 })
  await expect(page.getByRole('group', { name: /^The lap laid out straight/ })).toBeInViewport({ ratio: 1 })
  // a stint starts with its line, and with nothing else
  await expect(page.getByRole('button', { name: 'No logger' })).toHaveCount(0)
  for (let k = 0; k < 2; k++) await page.getByRole('button', { name: /^Undo \(/ }).click()
})

test('every target in the seat is at least 64 px', async ({ page }) => {
  const { path } = await stintOf(page, 'Maren Osgood')
  for (const size of [
    { width: 390, height: 844 },
    { width: 820, height: 1180 },
  ]) {
    await page.setViewportSize(size)
    await page.goto(path('run'))
    await expect(line(page)).toBeVisible()
    const boxes = await Promise.all(
      [
        line(page),
        page.getByRole('button', { name: 'In', exact: true }),
        ...(await page.getByRole('region', { name: 'Corner' }).getByRole('button').all()),
        ...(await page.getByRole('region', { name: 'What happened' }).getByRole('button').all()),
        ...(await page.getByRole('region', { name: 'What else happened' }).getByRole('button').all()),
      ].map((b) => b.boundingBox()),
    )
    expect(boxes.length).toBeGreaterThan(20)
    for (const box of boxes) expect(Math.min(box!.width, box!.height)).toBeGreaterThanOrEqual(64)
  }
})
