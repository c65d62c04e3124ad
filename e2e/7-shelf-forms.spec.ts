import { expect, test } from '@playwright/test'
import { vehicleSchema, type MarkerScheme, type VehicleType } from '@ochote/contracts'
import { expectAccessible, saved } from './support'

test('a vehicle is copied and changed in a form that explains, checks and shows what follows', async ({ page }) => {
  await page.goto('/library/vehicles')
  await page.getByRole('link', { name: 'Estate' }).click()
  await expect(page.getByRole('heading', { name: 'Estate', level: 1 })).toBeVisible()
  await page.getByRole('button', { name: 'Copy' }).click()
  await expect(page.getByRole('heading', { name: 'Estate, copy', level: 1 })).toBeVisible()
  await expect(page.getByRole('img', { name: /^Drive force at the wheels in each gear/ })).toBeVisible()
  const figures = page.getByRole('region', { name: 'Are these numbers plausible?' })
  const time = () => figures.locator('dd').nth(2).innerText()
  const before = await time()
  const mass = page.getByRole('textbox', { name: 'Mass as driven, kg' })
  await mass.fill('-5')
  await expect(page.getByText('found -5, expected a number from 30 to 20000')).toBeVisible()
  await expect(page.getByText('Kept on this device until it is complete')).toBeVisible()
  // thousands are read as thousands, and what is wrong is said in words
  await mass.fill('2,100')
  await expect(page.getByText(/^found .*mass/i)).toBeHidden()
  await expect(figures).toBeVisible()
  for (const [field, wrong, message] of [
    ['Gear ratios, first to top', '1 2 3', 'found 1 2 3, expected ratios falling from first gear to top'],
    ['Shift up at, rpm', '29,000', /^found 29,000, read as 29000, expected /],
    ['Width, m', 'wide', 'found wide, expected a number'],
    ['Name', '', 'found nothing, expected some text'],
  ] as const) {
    const box = page.getByRole('textbox', { name: field, exact: true })
    const was = await box.inputValue()
    await box.fill(wrong)
    await expect(page.getByText(message)).toBeVisible()
    await box.fill(was)
  }
  await mass.fill('2000')
  await expect.poll(time).not.toBe(before)
  await page.getByRole('textbox', { name: 'Notes' }).fill('Paddles behind the wheel')
  await expectAccessible(page)
  // gone and back: what was typed is there, and saved
  await page.getByRole('link', { name: 'Vehicles' }).click()
  await page.getByRole('link', { name: 'Estate, copy' }).click()
  await expect(page.getByRole('textbox', { name: 'Notes' })).toHaveValue('Paddles behind the wheel')
  await expect(page.getByText(/^Saved, version/)).toBeVisible()
  const file = vehicleSchema.parse(JSON.parse((await saved(page, page.getByRole('button', { name: 'File' }))).toString()))
  const list = (await (await page.request.get('/api/vehicle-types')).json()) as VehicleType[]
  expect(list.find((v) => v.vehicle.name === 'Estate, copy')!.vehicle).toEqual(file)
  expect(file).toMatchObject({ massKg: 2000, notes: 'Paddles behind the wheel' })
})

test('a scheme of one colour is made, and a stock by colour', async ({ page }) => {
  await page.goto('/library/markers')
  await page.getByRole('button', { name: 'New scheme' }).click()
  await page.getByRole('textbox', { name: 'Name: school and venue' }).fill('Yard')
  await page.getByRole('spinbutton', { name: 'orange in stock' }).fill('12')
  await expectAccessible(page)
  await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
  await page.getByRole('button', { name: 'Marker schemes' }).click()
  const legend = page.getByRole('region', { name: 'Yard' })
  await expect(legend).toContainText('In stock: 12 orange')
  await expect(legend.getByRole('listitem')).toHaveCount(11)
  const list = (await (await page.request.get('/api/marker-schemes')).json()) as MarkerScheme[]
  expect(list.find((s) => s.name === 'Yard')!.looks.brake.colour).toBe('orange')
})
