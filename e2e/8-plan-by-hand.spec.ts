import { expect, test, type Locator, type Page } from '@playwright/test'
import Papa from 'papaparse'
import type { Plan } from '@ochote/contracts'
import { expectAccessible, holdLookUp, openDay, saved } from './support'

const openTab = (page: Page, name: string) => page.getByRole('tab', { name }).click()
const isSaved = (page: Page) => expect(page.getByText(/^Saved, version/)).toBeVisible()

/** A plan of its own, so that its changes disturb no other spec. */
async function openVariant(page: Page, name: string): Promise<Plan> {
  const { id: dayId, plans } = await openDay(page)
  const { vehicleTypeId, markerSchemeId, setup, firstSession, coneEdits, priorityOverrides, unsafeAnswers } = plans.find(
    (p) => p.name === 'Hatch, drying',
  )!
  const draft = { name, vehicleTypeId, markerSchemeId, setup, firstSession, coneEdits, priorityOverrides, unsafeAnswers }
  const added = await page.request.post('/api/plans', { data: { id: crypto.randomUUID(), dayId: dayId, draft } })
  const plan = (await added.json()) as Plan
  await page.goto(`/days/${dayId}/plan/${plan.id}`)
  await expect(page.getByText(/^Lap \d/)).toBeVisible()
  return plan
}
const stored = async (page: Page, { id }: Plan) => (await (await page.request.get(`/api/plans/${id}`)).json()) as Plan

test('marks are locked, remarked on, taken away, brought back and added by hand, each undone on its own', async ({ page }) => {
  const plan = await openVariant(page, 'Marks by hand')
  await page.keyboard.press('6')
  await openTab(page, 'Marks')
  const marks = page.getByRole('tabpanel').getByRole('list').first().getByRole('listitem')
  await expect(marks).toHaveCount(4)
  await marks
    .nth(1)
    .getByRole('button', { name: /^6 turn/ })
    .click()
  await page.getByRole('textbox', { name: 'Note for the person placing it' }).fill('On the drain cover')
  await page.getByRole('textbox', { name: 'Note for the person placing it' }).press('Enter')
  await page.getByRole('button', { name: 'Lock here' }).click()
  await expect(page.getByRole('button', { name: 'One metre later' })).toBeDisabled()
  await marks
    .nth(3)
    .getByRole('button', { name: /^6 hold/ })
    .click()
  await page.getByRole('button', { name: 'Remove' }).click()
  await expect(page.getByText('Removed by hand')).toBeVisible()
  await page.getByRole('combobox', { name: 'Another mark' }).click()
  await page.getByRole('option', { name: /^align/ }).click()
  await page.getByRole('button', { name: 'Add at 6' }).click()
  await expect(marks.filter({ hasText: '6 align' })).toContainText('Added by hand')
  await isSaved(page)
  expect((await stored(page, plan)).coneEdits).toMatchObject({
    locked: ['6-turn'],
    removed: ['6-exit'],
    notes: [{ coneId: '6-turn', note: 'On the drain cover' }],
    added: [{ cornerNumber: '6', duty: 'align' }],
  })
  await page.getByRole('button', { name: 'Put back on' }).click()
  for (let k = 0; k < 5; k++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  await isSaved(page)
  expect((await stored(page, plan)).coneEdits).toEqual(plan.coneEdits)
})

test('a change of pace is answered at once on the line before, can be stopped, and settles', async ({ page }) => {
  await openVariant(page, 'A notch')
  const summary = page.locator('p', { hasText: /^Lap \d/ })
  const before = await summary.textContent()
  const answer = await holdLookUp(page)
  await page.getByRole('slider', { name: 'Cornering' }).press('ArrowRight')
  const status = page.getByRole('status').filter({ hasText: 'Searching for the line' })
  await expect(status).toContainText(/new speeds on the line before|a first answer/)
  await expect(summary).toContainText(/on the line before|in a first answer/)
  expect(await summary.textContent()).not.toBe(before)
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByText(/^The search for the line was stopped/)).toBeVisible()
  answer()
  await page.getByRole('button', { name: 'Search on' }).click()
  await expect(page.getByText(/Searching for the line|was stopped/)).toHaveCount(0, { timeout: 60_000 })
  await expect(summary).not.toContainText(/on the line before|in a first answer/)
})

test('a moved brake mark says what it does; one that is unsafe must be answered before the plan is released', async ({ page }) => {
  const plan = await openVariant(page, 'Unsafe mark')
  await page.keyboard.press('6')
  await openTab(page, 'Marks')
  const brake = page.getByRole('tabpanel').getByRole('button', { name: /^6 brake/ })
  await brake.click()
  for (let k = 0; k < 9; k++) await brake.press('Shift+ArrowRight')
  await expect(page.getByText(/^Driven to: off the track, \d+\.\d m past the outer edge/)).toBeVisible()
  await expect(page.getByText(/^Room to be wrong: unsafe: \d+ m short over the/)).toBeVisible()
  await isSaved(page)
  await openTab(page, 'Ready')
  await expect(page.getByText(/^Unsafe and not answered: corners? .*\b6\b/)).toBeVisible()
  await page.getByRole('textbox', { name: 'Name' }).fill('Hester Quill')
  const mark = page.getByRole('button', { name: /^Release version \d+$/ })
  await expect(mark).toBeDisabled()
  await openTab(page, 'Room')
  await expect(page.getByRole('form', { name: 'Answer for corner 6' })).toBeVisible()
  const answers = page.getByRole('form', { name: /^Answer for corner/ })
  for (let left = await answers.count(); left > 0; left--) {
    const answer = answers.first()
    await answer.getByRole('textbox', { name: 'Reason' }).fill('A marshal waves there')
    await answer.getByRole('textbox', { name: 'Name' }).fill('Hester Quill')
    await answer.getByRole('button', { name: 'Record the answer' }).click()
    await expect(answers).toHaveCount(left - 1)
  }
  await expect(page.getByText('Answered by Hester Quill: A marshal waves there').first()).toBeVisible()
  await expectAccessible(page)
  await isSaved(page)
  await openTab(page, 'Ready')
  await page.getByRole('textbox', { name: 'Name' }).fill('Hester Quill')
  await mark.click()
  await expect(page.getByText(/^Version \d+ was released by Hester Quill/)).toBeVisible()
  const ready = (await stored(page, plan)).ready!
  await openTab(page, 'Set-up')
  await page.getByRole('switch', { name: /First session/ }).click()
  await isSaved(page)
  await openTab(page, 'Ready')
  await expect(page.getByText(/What you see here is a draft beside it/)).toBeVisible()
  const version = (await (await page.request.get(`/api/plans/${plan.id}/versions/${ready.id}`)).json()) as { draft: Plan }
  expect(version.draft).toMatchObject({ firstSession: false })
  expect(version.draft.unsafeAnswers).toContainEqual(expect.objectContaining({ cornerNumber: '6', by: 'Hester Quill' }))
})

test('what a corner is for is said in one’s own word with the reason, over the numbers', async ({ page }) => {
  const plan = await openVariant(page, 'Own word')
  await page.keyboard.press('4')
  await openTab(page, 'Corners')
  await page.getByRole('combobox', { name: 'It is there' }).click()
  await page.getByRole('option', { name: 'to set up the next one' }).click()
  await expect(page.getByRole('button', { name: 'Use my word' })).toBeDisabled()
  await page.getByRole('textbox', { name: 'Because' }).fill('We teach five from here')
  await page.getByRole('button', { name: 'Use my word' }).click()
  const priorityOverrides = page.getByRole('region', { name: 'What each corner is for' })
  await expect(priorityOverrides.getByRole('button', { name: /^Corner 4, to set up the next one/ })).toContainText('(your word)')
  await expect(priorityOverrides).toContainText('We teach five from here. By the numbers')
  await expect(page.getByRole('region', { name: 'Sections to work on, one a session' }).getByRole('listitem').first()).toContainText(
    /^Corners? \d+.*s for usual misses/,
  )
  await isSaved(page)
  expect((await stored(page, plan)).priorityOverrides).toEqual([{ cornerNumber: '4', kind: 'set-up', reason: 'We teach five from here' }])
})

test('the placing list is driven round with, ticked, picked up by, and taken along as CSV, GPX and GeoJSON', async ({ page }) => {
  const plan = await openVariant(page, 'Placed')
  await openTab(page, 'Marks')
  await page.getByRole('link', { name: 'Placing list' }).click()
  const rows = page.getByRole('table', { name: 'Marks to put out' }).getByRole('row')
  await expect(rows.nth(1)).toContainText('1 brake')
  await page.getByRole('checkbox', { name: /^Mark 1, 1 brake, done/ }).check()
  const count = (await rows.count()) - 1
  const csv = Papa.parse<Record<string, string>>((await saved(page, page.getByRole('button', { name: 'CSV' }))).toString(), {
    header: true,
  })
  expect(csv.data).toHaveLength(count)
  expect(csv.data[0]).toMatchObject({ order: '1', corner: '1', duty: 'brake', count: '2', colour: 'red', side: 'left' })
  const gpx = (await saved(page, page.getByRole('button', { name: 'GPX' }))).toString()
  expect(gpx.match(/<wpt /g)).toHaveLength(count)
  const geo = await saved(page, page.getByRole('button', { name: 'GeoJSON' }))
  const again = await page.request.post('/api/circuits', {
    data: { id: crypto.randomUUID(), document: JSON.parse(geo.toString()) as unknown },
  })
  expect(again.status()).toBe(201)
  // what is put out, colour by colour, against what the school has
  const lime = csv.data.filter(({ colour }) => colour === 'lime').reduce((sum, row) => sum + Number(row.count), 0)
  expect(lime).toBeGreaterThan(3)
  await expect(page.getByRole('list', { name: 'Markers by colour' })).toContainText(`${lime} lime, 3 in stock: ${lime - 3} short`)
  await expectAccessible(page)
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden()
  await expect(page.getByText(/The licensed instructor decides/).first()).toBeVisible()
  await page.emulateMedia({ media: 'screen' })
  await page.getByRole('button', { name: 'Pick up' }).click()
  const picked = page.getByRole('table', { name: 'Marks to pick up' }).getByRole('row')
  await expect(picked.nth(1)).toContainText(/2$/)
  await expect(picked.last()).toContainText(new RegExp(`${csv.data.reduce((sum, r) => sum + Number(r.count), 0)}$`))
  await page.getByRole('link', { name: 'Plan', exact: true }).last().click()
  await expect(page).toHaveURL(new RegExp(`/plan/${plan.id}$`))
})

test('a variant is made of a plan and held against it, mark by mark, with one place for both and what it costs', async ({ page }) => {
  await openVariant(page, 'Basis')
  await page.getByRole('button', { name: 'More to do with this plan' }).click()
  await page.getByRole('menuitem', { name: 'New variant…' }).click()
  await page.getByRole('combobox', { name: 'Made from it' }).click()
  await page.getByRole('option', { name: 'The same again' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Basis, braking softer')
  await page.getByRole('button', { name: 'Create' }).click()
  await expect(page.getByRole('combobox', { name: 'Plan', exact: true })).toHaveText('Basis, braking softer')
  await page.getByRole('button', { name: 'Fastest' }).click() // the quicker search
  await expect(page.getByText(/ fastest line /)).toBeVisible({ timeout: 60_000 })
  await isSaved(page)
  await page.getByRole('button', { name: 'More to do with this plan' }).click()
  await page.getByRole('menuitem', { name: 'Compare with another plan' }).click()
  await page.getByRole('combobox', { name: 'The other plan' }).click()
  await page.getByRole('option', { name: 'Basis', exact: true }).click()
  const table = page.getByRole('table', { name: 'Marks of both plans' })
  await expect(table.getByRole('row', { name: /^1 brake/ })).toContainText(/\d+ m (later|earlier)|the same/)
  await expect(page.getByText(/^Basis, braking softer: lap \d:\d\d\.\d\d\. Basis: lap/)).toContainText('slower')
  await expectAccessible(page)
})

test.describe('with two fingers', () => {
  test.use({ hasTouch: true })

  test('ribbon and plan view are spread, and no mark under a finger moves', async ({ page }) => {
    await page.clock.install()
    const plan = await openVariant(page, 'Pinched')
    const touch = await page.context().newCDPSession(page)
    const spread = async (drawing: Locator) => {
      const box = (await drawing.boundingBox())!
      const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
      const fingers = (apart: number) => [-1, 1].map((side, id) => ({ x: x + side * apart, y, id }))
      await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: fingers(20) })
      for (let apart = 30; apart <= 100; apart += 10)
        await touch.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: fingers(apart) })
      await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
    }
    const ribbon = page.getByRole('group', { name: /^The lap laid out straight/ })
    const map = page.getByRole('group', { name: /in plan, north up$/ })
    for (const drawing of [ribbon, map]) {
      const corner = drawing.getByRole('button', { name: /^Corner 6/ })
      const other = drawing.getByRole('button', { name: /^Corner 7/ })
      const apart = async () => {
        const [a, b] = [(await corner.boundingBox())!, (await other.boundingBox())!]
        return Math.hypot(a.x - b.x, a.y - b.y)
      }
      const before = await apart()
      await spread(drawing)
      await expect.poll(apart).toBeGreaterThan(2 * before)
    }
    await page.clock.fastForward(1000) // longer than a change waits before it is saved
    expect(await stored(page, plan)).toMatchObject({ coneEdits: plan.coneEdits, version: plan.version })
  })
})
