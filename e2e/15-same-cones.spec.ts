import { expect, test } from '@playwright/test'
import type { Plan } from '@ochote/contracts'
import { openDay, saved } from './support'

const PREVIEW = 'Preview: the server has not computed this plan yet'

test('the same plan has the same cones in two browsers, also where a look-up fails, and before the server has computed it says so', async ({
  browser,
  page,
  baseURL,
}) => {
  test.setTimeout(240_000)
  const day = await openDay(page)
  const { id: _i, dayId, circuitId: _c, version: _v, ready: _r, ...draft } = day.plans.find((p) => p.setup.lineSchool !== 'given') as Plan
  const id = crypto.randomUUID()
  const setup = { ...draft.setup, lineSchool: 'fastest', insideMarginM: 0.83 }
  const added = await page.request.post('/api/plans', { data: { id, dayId, draft: { ...draft, name: 'Same cones', setup } } })
  expect(added.status()).toBe(201)

  const placed = async (lookUps: 'fails once' | 'fails at first' | 'works') => {
    const context = await browser.newContext({ baseURL: baseURL!, viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
    const tab = await context.newPage()
    let asked = 0
    await tab.route('**/api/solutions/find', (route) => {
      asked++
      const fails = (lookUps === 'fails once' && asked === 1) || (lookUps === 'fails at first' && asked <= 4)
      return fails ? route.abort() : route.continue()
    })
    await tab.goto(`/days/${dayId}/plan/${id}/placing`)
    await expect(tab.getByRole('button', { name: 'CSV' })).toBeVisible({ timeout: 120_000 })
    const previewed = await tab.getByText(PREVIEW).isVisible()
    await expect(tab.getByText(PREVIEW)).toHaveCount(0, { timeout: 120_000 })
    const csv = (await saved(tab, tab.getByRole('button', { name: 'CSV' }))).toString()
    await context.close()
    return { csv, previewed, asked }
  }
  const [once, works] = await Promise.all([placed('fails once'), placed('works')])
  expect(once!.csv.split('\r\n').length).toBeGreaterThan(20)
  expect(once!.csv).toBe(works!.csv)
  expect(once!.previewed || works!.previewed).toBe(true)
  // the server has it now: a device whose look-ups fail at first shows its own search as a preview, and then what everybody has
  const late = await placed('fails at first')
  expect(late.previewed).toBe(true)
  expect(late.csv).toBe(works!.csv)
})
