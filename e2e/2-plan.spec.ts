import { expect, test, type Locator, type Page } from '@playwright/test'
import { expectNoSidewaysScroll, holdLookUp, openDay, secondsIn } from './support'

const summary = (page: Page) => page.locator('p', { hasText: /^Lap \d/ })
/** The lap time of the plan's own line, once it is there. */
async function lapS(page: Page): Promise<number> {
  await expect(summary(page)).not.toContainText(/on the line before|in a first answer|with the settings before/, { timeout: 60_000 })
  return secondsIn(await summary(page).innerText())
}

async function openPlan(page: Page): Promise<void> {
  const { id: dayId, plans } = await openDay(page)
  const plan = plans.find((p) => p.name === 'Hatch, drying')!
  await page.goto(`/days/${dayId}/plan/${plan.id}`)
  await expect(summary(page)).toBeVisible()
}

const openTab = (page: Page, name: string) => page.getByRole('tab', { name }).click()

/** Waits until the lap time has changed. */
async function lapAfter(page: Page, beforeS: number): Promise<number> {
  await expect(async () => expect(await lapS(page)).not.toBe(beforeS)).toPass()
  return lapS(page)
}

/** Where something stands once the drawing has come to rest: going to a corner zooms. */
async function restingBox(drawn: Locator) {
  let last = ''
  await expect
    .poll(
      async () => {
        const before = last
        last = JSON.stringify(await drawn.boundingBox())
        return last === before
      },
      { intervals: [150] },
    )
    .toBe(true)
  return (await drawn.boundingBox())!
}

test('vehicle, pace, school and weather each recompute the lap and move the marks', async ({ page }) => {
  await openPlan(page)
  const marks = async () => {
    await openTab(page, 'Marks')
    const texts = await page
      .getByRole('listitem')
      .filter({ hasText: /^(1|6) brake/ })
      .allInnerTexts()
    await openTab(page, 'Set-up')
    return texts
  }
  let before = await lapS(page)
  let now: number
  // the line stays as it is: what is computed along it is looked at, not what is searched for
  await page.getByRole('button', { name: 'By hand' }).click()
  await expect(page.getByRole('button', { name: 'By hand' })).toHaveAttribute('aria-pressed', 'true')
  before = await lapAfter(page, before) // the drawn line comes within centimetres of the one it starts from
  const marksBefore = await marks()

  await page.getByRole('combobox', { name: 'Vehicle type' }).click()
  await page.getByRole('option', { name: 'Estate' }).click()
  now = await lapAfter(page, before)
  expect(now).toBeGreaterThan(before) // heavier, and on less grip
  before = now

  await page.getByRole('button', { name: 'Trail' }).click()
  now = await lapAfter(page, before)
  expect(now).toBeLessThan(before) // brakes on into the turn
  before = now

  await page.getByRole('slider', { name: 'Cornering' }).focus()
  for (let k = 0; k < 6; k++) await page.keyboard.press('ArrowLeft')
  now = await lapAfter(page, before)
  expect(now).toBeGreaterThan(before)
  before = now

  await page.getByRole('button', { name: 'Wet' }).click()
  now = await lapAfter(page, before)
  expect(now).toBeGreaterThan(before)
  expect(await marks()).not.toEqual(marksBefore)

  // each was one step, and each can be undone
  await expect(page.getByText(/^Saved, version/)).toBeVisible()
  for (let k = 0; k < 12; k++) {
    if (await page.getByRole('button', { name: 'Undo' }).isDisabled()) break
    await page.getByRole('button', { name: 'Undo' }).click()
  }
  await expect(page.getByRole('combobox', { name: 'Vehicle type' })).toHaveText('Hatch')
  await expect(page.getByRole('button', { name: 'Late apex' })).toHaveAttribute('aria-pressed', 'true')
  await expect(page.getByText(/^Saved, version/)).toBeVisible()
})

test('the fastest line is searched for off the page and is quicker; corners say what they are for', async ({ page }) => {
  await openPlan(page)
  const before = await lapS(page)
  const line = page.getByText(/ (late-apex|fastest) line /)
  await expect(line).toContainText('late-apex line')
  await expect(page.getByText(/ s a lap slower than the fastest line/)).toBeVisible()
  const answer = await holdLookUp(page)
  await page.getByRole('button', { name: 'Fastest' }).click()
  await expect(page.getByRole('progressbar', { name: /^Computing line/ })).toBeVisible()
  answer()
  await page.keyboard.press('5') // the page goes on answering meanwhile
  await expect(page).toHaveURL(/corner=5/)
  await openTab(page, 'Corners')
  const priorityOverrides = page.getByRole('region', { name: 'What each corner is for' })
  await expect(priorityOverrides.getByRole('button', { pressed: true })).toHaveAccessibleName(/^Corner 5, /)
  await expect(line).toContainText('fastest line', { timeout: 60_000 })
  expect(await lapS(page)).toBeLessThan(before)
  await expect(priorityOverrides.getByRole('button')).toHaveCount(11)
  await page.keyboard.press('Escape')
  await openTab(page, 'Room')
  const room = page.getByRole('region', { name: 'Room to be wrong' }).getByRole('listitem')
  await expect.poll(() => room.count()).toBeGreaterThan(4)
  await expect(room.first()).toHaveText(/^\d+(Late: (\d+ m left|unsafe: |not known)|10 % too fast: )/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(line).toContainText('late-apex line')
  await expect(page.getByText(/^Saved, version/)).toBeVisible()
})

test('a corner is asked what if: braking later runs wide and says so, braking earlier costs, at once', async ({ page }) => {
  await openPlan(page)
  await page.keyboard.press('6')
  await openTab(page, 'Corners')
  const whatIf = page.getByRole('region', { name: 'What if, at corner 6' })
  const slider = whatIf.getByRole('slider')
  const clears = whatIf.getByText(/(clears|passes) the outer edge by/)
  await expect(clears).toBeVisible()
  await slider.focus()
  await page.keyboard.press('Home') // 20 m earlier
  await expect(whatIf.getByText('20 m earlier')).toBeVisible()
  await expect(whatIf.getByText(/^0\.\d\d s lost$/).first()).toBeVisible()
  await page.keyboard.press('End') // 10 m later
  await expect(whatIf.getByText('10 m later')).toBeVisible()
  await expect(whatIf.getByText(/s gained$/).first()).toBeVisible()
  await whatIf.getByRole('combobox', { name: 'What changes' }).click()
  await page.getByRole('option', { name: 'Lift once after full throttle' }).click()
  await expect(whatIf.getByText('for 0.5 s')).toBeVisible()
  await expect(whatIf.getByRole('img', { name: /^Speed, km\/h/ })).toBeVisible()
})

test('a plan opened again does not search for its line again', async ({ page }) => {
  const kept = page.waitForResponse((r) => r.url().endsWith('/api/solutions/find'))
  await openPlan(page)
  expect(await (await kept).json()).toMatchObject({
    solution: { line: { coefficients: expect.any(Array) }, priorities: expect.any(Array) },
    computing: false,
  })
})

test('a cone moved by hand stays moved, says how far, and comes back when it is put back', async ({ page }) => {
  await openPlan(page)
  await page.keyboard.press('6')
  await expect(page).toHaveURL(/corner=6/)
  const ribbon = page.getByRole('group', { name: /laid out straight/ })
  const cone = ribbon.locator('[data-cone="6-brake"]')
  const box = await restingBox(cone)
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 - 40, box.y + box.height / 2, { steps: 6 })
  await page.mouse.up()
  const row = page.getByRole('listitem').filter({ hasText: '6 brake' })
  await expect(row).toContainText(/\d+ m earlier than computed/)
  await expect(page.getByText(/^Saved, version/)).toBeVisible()
  const movedBy = await row.getByText(/earlier than computed/).innerText()

  // it stays where it was put when everything else is computed again
  const before = await lapS(page)
  await openTab(page, 'Set-up')
  await page.getByRole('button', { name: 'Fastest' }).click() // the quickest search
  await lapAfter(page, before)
  await openTab(page, 'Marks')
  await expect(row).toContainText(/than computed/)
  await page.keyboard.press('Control+z')
  await openTab(page, 'Marks')
  await expect(row).toContainText(movedBy)

  await expect(page.getByText(/^Saved, version/)).toBeVisible()
  await page.reload()
  await openTab(page, 'Marks')
  await expect(row).toContainText(movedBy)
  await row.getByRole('button', { name: /^6 brake/ }).click()
  await row.getByRole('button', { name: /^6 brake/ }).press('Shift+ArrowRight')
  await expect(row).not.toContainText(movedBy)
  await row.getByRole('button', { name: 'Put back' }).click()
  await expect(row).not.toContainText('than computed')
  await expect(page.getByText(/^Saved, version/)).toBeVisible()
})

test('on a phone the plan comes to rest, and nothing is wider than the screen', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await openPlan(page)
  const view = page.getByRole('group', { name: /in plan, north up/ })
  const box = await restingBox(view)
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))))
  expect((await view.boundingBox())!.height).toBe(box.height)
  await openTab(page, 'Marks')
  await expect(page.getByRole('heading', { name: 'Marks in the order of the lap' })).toBeVisible()
  await expectNoSidewaysScroll(page)
})

test('a cone can be carried about the plan view too', async ({ page }) => {
  await openPlan(page)
  await page.keyboard.press('3')
  const view = page.getByRole('group', { name: /in plan, north up/ })
  const cone = view.locator('[data-cone="3-apex"]')
  const box = await restingBox(cone)
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 3, box.y + box.height / 2 + 30, { steps: 5 })
  await page.mouse.up()
  const row = page.getByRole('listitem').filter({ hasText: '3 apex' })
  await expect(row).toContainText('than computed')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(row).not.toContainText('than computed')
  await expect(page.getByText(/^Saved, version/)).toBeVisible()
})

test('pointing at a place in one drawing reads it and shows it in the other', async ({ page }) => {
  await openPlan(page)
  const ribbon = page.getByRole('group', { name: /laid out straight/ })
  const box = (await ribbon.boundingBox())!
  await page.mouse.move(box.x + box.width * 0.6, box.y + 80)
  await expect(page.getByText(/^at \d+ m · \d+ km\/h · gear \d · .* m (left|right) of the middle$/)).toBeVisible()
  await page.mouse.move(5, 5)
  await expect(page.getByText(/^Point at the track to read it/)).toBeVisible()
})

test('the line is drawn by hand: speeds follow the pointer, keys move it too, and it is undone step by step', async ({ page }) => {
  await openPlan(page)
  await page.keyboard.press('3')
  await page.getByRole('button', { name: 'By hand' }).click()
  const line = page.getByText(/· line drawn by hand/)
  await expect(line).toBeVisible()
  const ribbon = page.getByRole('group', { name: /laid out straight/ })
  const apex = ribbon.getByRole('slider', { name: 'Line at corner 3, apex' })
  const box = await restingBox(apex)
  // beside the apex, where no cone lies over the line
  const [x, y] = [box.x + box.width / 2 + 26, box.y + box.height / 2]
  const band = (await ribbon.boundingBox())!.y + 82
  const before = await lapS(page)
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x, y + (y < band ? 25 : -25), { steps: 8 })
  await expect(
    page.getByRole('status').filter({ hasText: /^Lap \d:\d\d\.\d\d, \d\.\d\d s slower · corner 3: \d+ km\/h at its slowest/ }),
  ).toBeVisible()
  await page.mouse.up()
  const moved = await lapAfter(page, before)
  expect(moved).toBeGreaterThan(before) // an apex missed
  const offset = () => apex.getAttribute('aria-valuenow')
  const was = await offset()
  await apex.focus()
  await page.keyboard.press('PageUp')
  await expect.poll(offset).not.toBe(was)
  await lapAfter(page, moved)
  await expect(page.getByText(/^Saved, version/)).toBeVisible()
  await page.reload()
  await expect(line).toBeVisible()
  await page.getByRole('button', { name: 'Late apex' }).click()
  await expect(page.getByText(/late-apex line/)).toBeVisible()
  await expect(page.getByText(/^Saved, version/)).toBeVisible()
})

test('two people who save over each other are told, and the second chooses', async ({ page, context }) => {
  await openPlan(page)
  const other = await context.newPage()
  await openPlan(other)
  const firstSession = (p: Page) => p.getByRole('switch', { name: /First session/ })
  const was = await firstSession(page).isChecked()
  await firstSession(page).click()
  await expect(page.getByText(/^Saved, version/)).toBeVisible()
  await other.getByRole('combobox', { name: 'Markers' }).click()
  await other.getByRole('option', { name: 'One colour' }).click()
  const dialog = other.getByRole('dialog', { name: 'Someone else saved this plan' })
  await expect(dialog.getByRole('row', { name: /^First session / })).toBeVisible()
  await expect(dialog.getByRole('row', { name: /^Markers One colour Longdyke/ })).toBeVisible()
  await other.getByRole('button', { name: 'Take theirs' }).click()
  await expect(other.getByRole('dialog')).toBeHidden()
  await expect(firstSession(other)).toBeChecked({ checked: !was })
  await firstSession(other).click()
  await expect(other.getByText(/^Saved, version/)).toBeVisible()
})
