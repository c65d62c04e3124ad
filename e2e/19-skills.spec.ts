import { randomUUID } from 'node:crypto'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import type { StintView } from '@ochote/contracts'
import { expectAccessible, expectNoSidewaysScroll, openDay, pdfPages, saved, withoutBlanks } from './support'

/** The progress of a student, with the recorded laps of both Saturdays read. */
async function openSkills(page: Page, name = 'Ines Marlowe') {
  const day = await openDay(page)
  const person = day.people.find((one) => one.name === name)!
  await page.goto(`/days/${day.id}/progress/${person.id}`)
  await expect(page.getByRole('table', { name: 'Skills by kind of corner' })).toBeVisible()
  await expect(page.getByRole('button', { name: /^turn-in at medium corners: (seen|steady|kept)/ })).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText('reading the plan and the recorded laps')).toHaveCount(0, { timeout: 60_000 })
}
const choose = async (page: Page, label: string, option: string) => {
  await page.getByRole('combobox', { name: label }).click()
  await page.getByRole('option', { name: option }).click()
}

test.describe('a student’s record', () => {
  test('is taken home as a page with laps, skills and signed steps, and as a certificate in the school’s words', async ({ page }) => {
    await page.goto('/library/school')
    const wording = page.getByLabel('Wording of the certificate of attendance')
    await wording.fill('{name} drove {laps} at {track}.')
    await expect(page.getByText('found {track}, expected {name}, {school}, {circuit}, {day}, {laps}')).toBeVisible()
    await wording.fill('{name} drove {laps} with {school} at {circuit} on {day}.')
    await wording.blur()
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()

    await openSkills(page)
    const record = await pdfPages(await saved(page, page.getByRole('button', { name: 'Record, PDF' })))
    expect(record).toHaveLength(1)
    for (const words of ['Ines Marlowe', 'Longdyke Driver Training', '70 / 65 / 75 %', 'Braking at medium corners: seen', 'Hester Quill'])
      expect(record[0]).toContain(withoutBlanks(words))
    const day = await openDay(page)
    for (const { name, role } of day.people)
      if (role === 'student' && name !== 'Ines Marlowe') expect(record[0]).not.toContain(withoutBlanks(name))
    // with the debriefs, as a page that opens from the disk without a network
    const html = await saved(page, page.getByRole('button', { name: 'Record with debriefs, page' }))
    const path = join(mkdtempSync(join(tmpdir(), 'ochote-record-')), 'record.html')
    writeFileSync(path, html)
    const offline = await page
      .context()
      .browser()!
      .newContext({ offline: true, viewport: { width: 390, height: 844 } })
    const own = await offline.newPage()
    await own.goto(`file://${path}`)
    await expect(own.getByRole('heading', { name: 'Saturday 3 October 2026, 09:20' })).toBeVisible()
    await expect(own.getByText('Walk the lap in your head, naming each mark before you reach it.')).toBeVisible()
    await expect(own.getByRole('cell', { name: 'Braking at medium corners: seen' })).toBeAttached()
    await expectNoSidewaysScroll(own)
    await expectAccessible(own)
    await offline.close()
    for (const { name, role } of day.people) if (role === 'student' && name !== 'Ines Marlowe') expect(html.toString()).not.toContain(name)
    const [certificate] = await pdfPages(await saved(page, page.getByRole('button', { name: /^Certificate for 17 Oct/ })))
    expect(certificate).toContain(
      withoutBlanks('Ines Marlowe drove 5 laps with Longdyke Driver Training at Skerrow Basin on Saturday 17 October 2026.'),
    )
  })
})

test.describe('skills', () => {
  test('show how far each has come, with the passes behind it, each a click from its stint', async ({ page }) => {
    await openSkills(page)
    const cell = page.getByRole('button', { name: /^braking at medium corners/ })
    await expect(cell).toHaveAccessibleName(/signed: seen$/)
    await expect(page.getByRole('button', { name: 'traffic and rules at tight corners: not known' })).toBeVisible()
    await cell.click()
    const panel = page.getByRole('region', { name: 'braking at medium corners' })
    await expect(panel).toContainText(/\d+ of \d+ passes clean\./)
    await expect(panel).toContainText('Signed: seen, by Hester Quill on 3 Oct: Found the boards herself by the last lap.')
    const rows = panel.getByRole('table').getByRole('row')
    await expect(rows.filter({ hasText: 'log and recorded lap' }).first()).toBeVisible()
    await expect(rows.filter({ hasText: /clean\s*recorded lap/ }).first()).toBeVisible()
    const laps = page.getByRole('table', { name: 'Laps against the plan, stint by stint' }).getByRole('row')
    await expect(laps).toHaveCount(3)
    await expect(laps.nth(1)).toContainText(/^3 Oct 2026, 09:20.*70 \/ 65 \/ 75 %.*\+\d+\.\d %/)
    await expect(page.getByRole('region', { name: 'Laps against the plan' })).toContainText('All were driven in the same car.')
    await expectAccessible(page)
    await page.setViewportSize({ width: 390, height: 844 })
    await expectNoSidewaysScroll(page)
    await rows.nth(1).getByRole('link').click()
    await expect(page.getByRole('heading', { level: 1, name: /^Debrief/ })).toBeVisible()
  })

  test('are signed by an instructor, by name, and the signature is withdrawn and stays to be read', async ({ page }) => {
    await openSkills(page)
    const cell = page.getByRole('button', { name: /^throttle at medium corners/ })
    await cell.click()
    const panel = page.getByRole('region', { name: 'throttle at medium corners' })
    await panel.getByRole('button', { name: 'Sign a step' }).click()
    await expect(panel.getByRole('button', { name: 'Sign', exact: true })).toBeDisabled()
    await choose(page, 'Step', 'kept')
    await choose(page, 'Instructor', 'Hester Quill')
    await panel.getByLabel('Date').fill('2026-10-17')
    await panel.getByLabel('Remark').fill('Rolls it on in every corner')

    // the server refuses: what was typed stays, and nothing looks signed
    await page.route('**/signatures', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()))
    await panel.getByRole('button', { name: 'Sign', exact: true }).click()
    await expect(panel.getByRole('alert')).toBeVisible()
    await expect(panel.getByLabel('Remark')).toHaveValue('Rolls it on in every corner')
    await expect(panel).not.toContainText('Signed:')
    await page.unroute('**/signatures')

    await panel.getByRole('button', { name: 'Sign', exact: true }).click()
    await expect(panel).toContainText('Signed: kept, by Hester Quill on 17 Oct: Rolls it on in every corner')
    await expect(cell).toHaveAccessibleName(/signed: kept$/)

    await openSkills(page) // another page, later
    await cell.click()
    await panel.getByRole('button', { name: 'Withdraw' }).click()
    await expect(panel.getByRole('button', { name: 'Withdraw the signature' })).toBeDisabled()
    await choose(page, 'Instructor', 'Hester Quill')
    await panel.getByLabel('Why').fill('Two stabs in the wet since')
    await panel.getByRole('button', { name: 'Withdraw the signature' }).click()
    await expect(panel).toContainText('Withdrawn by Hester Quill on')
    await expect(panel).toContainText('Two stabs in the wet since')
    await expect(cell).not.toHaveAccessibleName(/signed/)
    await expectAccessible(page)
  })

  test('say what comes next, and one click gives it to the next stint: the second day changes its briefing', async ({ page }) => {
    const day = await openDay(page)
    const own = day.stints.find(({ stint }) => day.people.find((one) => one.id === stint.studentId)?.name === 'Ines Marlowe')!.stint
    const id = randomUUID()
    const { planId, studentId, instructorId, carId, otherTypesCones, plannedLaps } = own
    const planned = { planId, studentId, instructorId, carId, otherTypesCones, plannedLaps, startsAt: '16:20' }
    const added = await page.request.post('/api/stints', { data: { id, dayId: day.id, stint: planned } })
    expect(added.ok()).toBe(true)
    const stored = async () => ((await (await page.request.get(`/api/stints/${id}`)).json()) as StintView).stint
    await openSkills(page)
    const next = page.getByRole('region', { name: 'What comes next' })
    await expect(next).toContainText(/Pace\s*down: cornering \d+ to \d+ %, .*Was steady and slips: throttle at medium corners/)
    await expect(next).toContainText('From the debrief.')
    await expect(page.getByText(/Faults logged a lap: 3 Oct \d\.\d \(5 laps, so between \d\.\d and \d\.\d\)/)).toBeVisible()
    await expect(page.getByRole('region', { name: 'Corrections of earlier days' }).getByRole('row').nth(1)).toContainText(
      /held|again|nobody looked/,
    )

    // the server refuses the briefing: the stint is as it was
    await page.route(`**/api/stints/${id}/brief`, (route) => route.abort())
    await next.getByRole('button', { name: 'Use it on 17 Oct, 16:20' }).click()
    await expect(next.getByRole('alert')).toBeVisible()
    expect(await stored()).toMatchObject({ planId, aims: [] })
    await page.unroute(`**/api/stints/${id}/brief`)

    await next.getByRole('button', { name: 'Use it on 17 Oct, 16:20' }).click()
    await expect(next).toContainText('The stint of 17 Oct, 16:20 has it')
    await expectAccessible(page)
    const { aims, planId: newPlan } = await stored()
    expect(aims).toHaveLength(2)
    expect(newPlan).not.toBe(planId)
    await page.getByRole('button', { name: /^Undo: The stint of 17 Oct, 16:20/ }).click()
    await expect.poll(stored).toMatchObject({ planId, aims: [] })

    await next.getByRole('button', { name: 'Use it on 17 Oct, 16:20' }).click()
    await next.getByRole('link', { name: 'its briefing' }).click()
    await expect(page.getByRole('region', { name: 'Two aims' }).getByRole('combobox', { name: 'Aim 1' })).not.toHaveValue('')
    const homework = page.getByRole('region', { name: 'Homework' })
    // it is ticked once the server has it, and the server may be busy with the new plan
    await homework.getByRole('checkbox', { name: /^Walk the lap in your head/ }).click()
    await expect(homework.getByRole('checkbox', { name: /, done \d+ \w+$/ })).toBeChecked()
    await homework.getByLabel('To do before the next day').fill('Drive to work without stabbing the brake')
    await homework.getByRole('button', { name: 'Give' }).click()
    await expect(homework.getByRole('checkbox')).toHaveCount(2)
    await expectAccessible(page)
    const again = (await stored()).planId
    await page.goto('/days')
    for (const path of [`stints/${id}`, `plans/${again}`])
      expect((await page.request.put(`/api/${path}/archived`, { data: { archived: true } })).ok()).toBe(true)
  })
})

test('all students’ progress says who is stuck, when faults come, where several had a fault, and what nobody knows', async ({ page }) => {
  const day = await openDay(page)
  await page.goto(`/days/${day.id}/progress`)
  await page.getByRole('link', { name: 'All students' }).click()
  const rows = (name: string) => page.getByRole('table', { name }).getByRole('row')
  await expect(rows('Who is stuck').nth(1)).toContainText(/3 Oct: \d in 5 laps.*17 Oct: \d in 5 laps/)
  await expect(rows('Corners where several had a fault')).toHaveCount(6)
  await expect(rows('Hours of the day').nth(1)).toContainText(/^09:00/)
  // what corners cost is read from the recorded laps of both Saturdays, when asked for: the costliest first
  await page.getByRole('button', { name: /^Work out what corners cost at Skerrow Basin, from 2 days/ }).click()
  await expect(rows('What corners cost: Skerrow Basin')).toHaveCount(12, { timeout: 60_000 })
  const costs = (await rows('What corners cost: Skerrow Basin').locator('td:nth-child(2)').allTextContents()).map((s) =>
    Number(s.replace('−', '-')),
  )
  expect(costs).toEqual([...costs].sort((a, b) => b - a))
  expect(costs[0]).toBeGreaterThan(0)
  await expectAccessible(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await expectNoSidewaysScroll(page)
  await page.setViewportSize({ width: 1280, height: 800 })
  await rows('Who is stuck').nth(1).getByRole('link').click()
  await expect(page.getByRole('heading', { level: 1, name: /^Progress: / })).toBeVisible()

  // the server can’t answer: the page says so, and asks again
  await page.route('**/api/school/record*', (route) => route.abort())
  await page.goto('/progress')
  await expect(page.getByRole('alert')).toBeVisible({ timeout: 30_000 })
  await page.unroute('**/api/school/record*')
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(rows('Who is stuck').nth(1)).toBeVisible()
})

test('a group’s time is read from recorded laps, and is on the large screen', async ({ page }) => {
  const day = await openDay(page)
  await page.goto(`/days/${day.id}/group`)
  const time = page.getByRole('region', { name: 'Where the time is' })
  await expect(time.getByRole('table').getByRole('row')).toHaveCount(12, { timeout: 30_000 })
  await expect(time.getByText(/reading the plan/)).toHaveCount(0, { timeout: 30_000 })
  const lost = (
    await time
      .getByRole('row')
      .getByRole('cell')
      .filter({ hasText: /^−?\d\.\d\d$/ })
      .allTextContents()
  ).map(Number)
  expect(lost.length).toBeGreaterThan(11)
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Large screen' }).click()
  for (let k = 0; k < 12 && (await page.getByRole('heading', { name: /^Time: corner \d/ }).count()) === 0; k++)
    await page.keyboard.press('ArrowRight')
  await expect(page.getByText(/\d\.\d\d s a lap behind the plan, most of it/)).toBeVisible()
})
