import { expect, test, type Page } from '@playwright/test'
import { expectAccessible, expectNoSidewaysScroll } from './support'

test('Today shows the day open, what is next and what is not ready', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Ambulance drivers, second Saturday' })).toBeVisible()
  await expect(page.getByText('Skerrow Basin, 2.90 km')).toBeVisible()
  await expect(page.getByText('Ruben Halloway').first()).toBeVisible()
  await expect(page.getByRole('link', { name: 'Priya Castellan is not debriefed' })).toBeVisible()
  await expect(page.getByText(/\d lime needed, 3 in stock/)).toBeVisible()
  await expect(page.getByRole('row', { name: /09:20 Ines Marlowe .* driven 5 of 5/ })).toBeVisible()
  await expect(page.getByRole('note')).toContainText('The licensed instructor decides')
  await expectAccessible(page)
})

test('what is not ready leads to where it is done', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Agnes Thorley is not briefed' }).click()
  await expect(page.getByRole('heading', { name: /^Brief: Agnes Thorley/ })).toBeVisible()
})

test('every stage is one key away, and a corner its number', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  for (const [key, path] of [
    ['p', 'plan'],
    ['b', 'brief'],
    ['d', 'debrief'],
    ['g', 'progress'],
    ['r', 'run'],
  ] as const) {
    await page.keyboard.press(key)
    await expect(page).toHaveURL(new RegExp(`/${path}(/|$)`))
  }
  await page.keyboard.press('s')
  await expect(page).toHaveURL(/\/library\/circuits$/)
  await page.keyboard.press('t')
  await expect(page).toHaveURL(/\/$/)
  await page.keyboard.press('p')
  await expect(page.getByText(/^Lap 2:/)).toBeVisible()
  await page.keyboard.type('11')
  await expect(page).toHaveURL(/corner=11/)
  await page.keyboard.press('ArrowRight')
  await expect(page).toHaveURL(/corner=1$/)
  await page.keyboard.press('Escape')
  await expect(page).not.toHaveURL(/corner/)
})

async function expectDrawn(page: Page): Promise<void> {
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 30_000 })
}

for (const theme of ['light', 'dark', 'glare'] as const) {
  test(`every stage reads well in the ${theme} theme`, async ({ page }) => {
    // themes differ in colours alone
    const rules = theme === 'light' ? undefined : ['color-contrast']
    await page.addInitScript((name) => localStorage.setItem('ochote.theme', name), theme)
    await page.goto('/')
    // from stage to stage by their keys, as one does: what is computed once stays
    for (const key of ['', 'p', 'b', 'r', 'd', 'g', 's']) {
      if (key) await page.keyboard.press(key)
      await expectDrawn(page)
      await expectAccessible(page, rules)
    }
    for (const board of ['Vehicles', 'People', 'Marker schemes', 'School']) {
      await page.getByRole('tab', { name: board }).click()
      await expectDrawn(page)
      await expectAccessible(page, rules)
    }
  })
}

for (const width of [360, 820, 1920]) {
  test(`no stage is wider than a window of ${width} px`, async ({ page }) => {
    await page.setViewportSize({ width, height: 900 })
    await page.goto('/')
    for (const key of ['', 'p', 'b', 'r', 'd', 'g', 's']) {
      if (key) await page.keyboard.press(key)
      await expectDrawn(page)
      await expectNoSidewaysScroll(page)
    }
    for (const board of ['Vehicles', 'Marker schemes']) {
      await page.getByRole('tab', { name: board }).click()
      await expectDrawn(page)
      await expectNoSidewaysScroll(page)
    }
  })
}

test('an address that is none says so, with a way back', async ({ page }) => {
  await page.goto('/pits')
  await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible()
  await page.getByRole('link', { name: /^Today/ }).click()
  await expect(page.getByRole('heading', { name: 'Ambulance drivers, second Saturday' })).toBeVisible()
})
