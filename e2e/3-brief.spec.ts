import { expect, test } from '@playwright/test'
import { pdfPages, saved, stintOf, withoutBlanks } from './support'

test('a student is briefed: corner by corner, two aims, one page', async ({ page }) => {
  const { path } = await stintOf(page, 'Agnes Thorley')
  await page.goto(path('brief'))
  await expect(page.getByRole('heading', { name: 'Slipway, right' })).toBeVisible()
  const corners = page.getByRole('region', { name: 'Corner by corner' })
  for (const action of ['Brake, firm at once', 'Down to second', 'Turn', 'Clip', 'Let it run out'])
    await expect(corners.getByText(action).first()).toBeVisible()
  await expect(corners).toContainText(/Clip \d+ m (past|before) the (start|end) of the kerb/)

  await page.getByLabel('Aim 2').fill('Corner 9: eyes to the field gate')
  await page.getByLabel('Aim 2').blur()
  await page.getByRole('button', { name: 'Mark as briefed' }).click()
  await expect(page.getByRole('button', { name: 'Briefed' })).toHaveAttribute('aria-pressed', 'true')
  await page.reload()
  await expect(page.getByLabel('Aim 2')).toHaveValue('Corner 9: eyes to the field gate')
  await expect(page.getByRole('button', { name: 'Briefed' })).toBeVisible()

  const pages = await pdfPages(await saved(page, page.getByRole('button', { name: 'PDF' })))
  expect(pages).toHaveLength(1)
  for (const words of [
    'Agnes Thorley',
    'Corner 9: eyes to the field gate',
    '11 Causeway, right',
    'Brake, firm at once',
    'The licensed instructor decides',
  ])
    expect(pages[0]).toContain(withoutBlanks(words))
})

test('last time’s two things are offered as aims, and follow their marks', async ({ page }) => {
  const { path, day, id } = await stintOf(page, 'Kofi Brandreth')
  const { aims } = day.stints.find((s) => s.stint.id === id)!.stint
  expect(aims[0]).toMatchObject({ kind: 'mark' })
  await page.goto(path('brief'))
  const first = page.getByRole('combobox', { name: 'Aim 1' })
  await expect(first).toHaveValue(/^Corner \d+: /)
  const tied = await first.inputValue()
  await first.fill('Something else')
  await page.getByRole('button', { name: 'Use last time’s two' }).click()
  await expect(first).toHaveValue(tied)

  // a mark is chosen by typing its corner; its place is the plan's, here and on the page
  await first.fill('Corner 8: brake')
  await page
    .getByRole('option', { name: /^Corner 8: brake at the cone/ })
    .first()
    .click()
  await expect(page.getByText('Follows the mark: its place changes with the plan.').first()).toBeVisible()
  const place = (await first.inputValue()).replace(/^Corner 8: brake at the cone /, '')
  await expect(page.getByRole('region', { name: 'Corner by corner' })).toContainText(`Brake, firm at once ${place}`)

  // the same words typed for another place clash with the plan, and are mended by one click
  await first.fill('Corner 8: brake 3 m before the 150 board')
  await expect(page.getByText(/^This plan has no mark 3 m before the 150 board\./)).toContainText(place)
  const pages = await pdfPages(await saved(page, page.getByRole('button', { name: 'PDF' })))
  expect(pages[0]).toContain(withoutBlanks(`(in this plan the mark stands ${place}`))
  await page.getByRole('button', { name: `Say “${place}”` }).click()
  await expect(first).toHaveValue(`Corner 8: brake ${place}`)
})

test('an aim follows its mark when the cone is moved', async ({ page }) => {
  const { path, day, id } = await stintOf(page, 'Agnes Thorley')
  const { planId } = day.stints.find((s) => s.stint.id === id)!.stint
  await page.goto(path('brief'))
  const first = page.getByRole('combobox', { name: 'Aim 1' })
  await first.fill('Corner 3: brake')
  await page
    .getByRole('option', { name: /^Corner 3: brake at the cone/ })
    .first()
    .click()
  await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
  const before = await first.inputValue()
  await page.goto(`/days/${day.id}/plan/${planId}?corner=3`)
  await page.getByRole('tab', { name: 'Marks' }).click()
  const row = page.getByRole('listitem').filter({ hasText: '3 brake' })
  await row.getByRole('button', { name: /^3 brake/ }).click()
  for (let k = 0; k < 3; k++) await row.getByRole('button', { name: /^3 brake/ }).press('Shift+ArrowLeft')
  await expect(row).toContainText('earlier than computed')
  await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
  await page.goto(path('brief'))
  await expect(first).toHaveValue(/^Corner 3: brake at the cone/)
  expect(await first.inputValue()).not.toBe(before)
  await page.goto(`/days/${day.id}/plan/${planId}?corner=3`)
  await page.getByRole('tab', { name: 'Marks' }).click()
  await row.getByRole('button', { name: /^3 brake/ }).click()
  await row.getByRole('button', { name: 'Put back' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
  await page.goto(path('brief'))
  await expect(first).toHaveValue(before)
})
