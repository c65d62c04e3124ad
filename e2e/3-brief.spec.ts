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

test('last time’s two things are offered as aims', async ({ page }) => {
  const { path, day, id } = await stintOf(page, 'Kofi Brandreth')
  const { aims } = day.stints.find((s) => s.stint.id === id)!.stint
  await page.goto(path('brief'))
  await expect(page.getByLabel('Aim 1')).toHaveValue(aims[0]!)
  await page.getByLabel('Aim 1').fill('Something else')
  await page.getByLabel('Aim 1').blur()
  await page.getByRole('button', { name: 'Use last time’s two' }).click()
  await expect(page.getByLabel('Aim 1')).toHaveValue(aims[0]!)
})
