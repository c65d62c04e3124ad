import { expect, test, type Page } from '@playwright/test'
import { expectAccessible, expectNoSidewaysScroll, openDay, pdfPages, saved, stintOf, storedLog, withoutBlanks } from './support'

const log = (page: Page, id: string) => storedLog(page.request, id)

test('the meeting names what is particular to the circuit; who was absent is not released until it was done with them', async ({
  page,
}) => {
  const day = await openDay(page)
  await page.goto(`/days/${day.id}/brief/meeting`)
  await expect(page.getByText(/^Held by Hester Quill/)).toBeVisible()
  for (const words of [
    /Blind over a crest: .*Corner 7 cannot be seen/,
    /Water stands here when it rains/,
    /Pit lane speed limit: 40 km\/h/,
    /Stay inside the blend line until/,
  ])
    await expect(page.getByRole('checkbox', { name: words })).toBeChecked()
  await expect(page.getByText('Can’t be released until they have had the briefing: Kofi Brandreth')).toBeVisible()
  await expectAccessible(page)

  const { path, id } = await stintOf(page, 'Kofi Brandreth')
  await page.goto(path('run'))
  await expect(page.getByRole('alert')).toContainText('Not released. Was not at the drivers’ meeting.')
  await expect(page.getByRole('button', { name: /^Line:/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Briefed them now' }).click()
  await expect(page.getByRole('button', { name: 'Line: lap 1 starts' })).toBeEnabled()
  await expect.poll(async () => (await log(page, id)).map((e) => e.kind)).toEqual(['meeting'])
  // it is said once for the day: the meeting and Today know it too
  await page.goto(`/days/${day.id}/brief/meeting`)
  await expect(page.getByText('Everyone is here, or has gone through it since.')).toBeVisible()
  await page.goto(`/days/${day.id}`)
  await expect(page.getByText('Ruben Halloway').first()).toBeVisible()
  await expect(page.getByText('Kofi Brandreth was not at the drivers’ meeting')).toHaveCount(0)
})

test('the meeting is talked from a large screen, and the school’s own list goes with it', async ({ page }) => {
  const day = await openDay(page)
  await page.goto(`/days/${day.id}/brief/meeting`)
  await page.getByRole('button', { name: 'Edit the school’s list' }).click()
  await page.getByRole('button', { name: 'Add a topic' }).click()
  await page
    .getByRole('textbox', { name: /^Topic/ })
    .last()
    .fill('Paddock')
  await expect(page.getByRole('button', { name: 'Done' })).toBeDisabled()
  await page
    .getByRole('textbox', { name: /^What to say/ })
    .last()
    .fill('Walking pace, dogs on a lead')
  await page.getByRole('button', { name: 'Done' }).click()
  const added = page.getByRole('checkbox', { name: 'Walking pace, dogs on a lead' })
  await expect(added).not.toBeChecked()
  await page.getByRole('button', { name: 'Show large' }).click()
  await expect(page.getByRole('heading', { name: 'Paddock' })).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Covered, close' }).click()
  await expect(added).toBeChecked()
  await page.reload()
  await expect(added).toBeChecked()
})

test('two who tick at once: the second is told, and chooses', async ({ page, context }) => {
  const day = await openDay(page)
  const other = await context.newPage()
  for (const one of [page, other]) await one.goto(`/days/${day.id}/brief/meeting`)
  const here = (one: Page) => one.getByRole('checkbox', { name: 'Maren Osgood' })
  await expect(here(other)).toBeChecked()
  await here(page).uncheck()
  await expect(page.getByText(/^Held by Hester Quill,/)).toBeVisible()
  await other.getByRole('checkbox', { name: 'Priya Castellan' }).uncheck()
  await expect(other.getByRole('dialog')).toContainText('Someone else saved this meeting')
  await other.getByRole('button', { name: 'Take theirs' }).click()
  await expect(here(other)).not.toBeChecked()
  await expect(other.getByRole('checkbox', { name: 'Priya Castellan' })).toBeChecked()
  await here(other).check()
  await expect.poll(async () => (await openDay(page)).meeting.present.length).toBe(7)
})

test('the lap is stepped and played, and a question stays where it was asked', async ({ page }) => {
  const { path } = await stintOf(page, 'Leo Vantongeren')
  await page.goto(path('brief/talk'))
  const now = page.getByRole('region', { name: 'Now' })
  await expect(now).toContainText('Corner 1 Slipway, right')
  await expect(now).toContainText(/Look (ahead to|\d+ m on)/)
  await expectAccessible(page)
  await page.keyboard.press('ArrowRight')
  await expect(now).toContainText('Brake')
  await expect(now).toContainText('so that it is slow enough before it has to turn')
  await page.getByRole('textbox', { name: 'A question at corner 1' }).fill('Which gear at the end?')
  await page.getByRole('textbox', { name: 'A question at corner 1' }).press('Enter')
  await expect(page.getByText('Corner 1: Which gear at the end?')).toBeVisible()
  await page.getByRole('combobox', { name: 'Pace' }).click()
  await page.getByRole('option', { name: 'At session pace' }).click()
  await page.getByRole('button', { name: 'Play' }).click()
  await expect(now).not.toContainText('Brake', { timeout: 30_000 })
  await page.getByRole('button', { name: 'Pause' }).click()
  await page.reload()
  await expect(page.getByText('Corner 1: Which gear at the end?')).toBeVisible()
  await page.setViewportSize({ width: 390, height: 844 })
  await expectNoSidewaysScroll(page)
})

test('the open student stays open from stage to stage, by tabs and by keys', async ({ page }) => {
  const { path, id, day } = await stintOf(page, 'Leo Vantongeren')
  const leo = day.people.find((p) => p.name === 'Leo Vantongeren')!
  await page.goto(path('brief'))
  await expect(page.getByRole('heading', { name: /^Brief: Leo Vantongeren/ })).toBeVisible()
  const goes = (stage: string, to = id) => expect(page).toHaveURL(new RegExp(`/${stage}/${to}$`))
  await page.keyboard.press('r')
  await goes('run')
  await page.keyboard.press('d')
  await goes('debrief')
  await page.keyboard.press('g')
  await goes('progress', leo.id)
  await expect(page.getByRole('heading', { name: 'Progress: Leo Vantongeren' })).toBeVisible()
  await page.getByRole('link', { name: /^Brief/ }).click()
  await goes('brief')
  await page.getByRole('link', { name: 'Meeting' }).click()
  await page.getByRole('link', { name: 'Student' }).click()
  await goes('brief')
  // Today is about everyone: from there a stage opens what is next
  await page.keyboard.press('t')
  await expect(page.getByRole('heading', { name: 'Ambulance drivers, second Saturday' })).toBeVisible()
  await page.keyboard.press('r')
  await expect(page).toHaveURL(/\/run$/)
})

test('calls follow the instructor’s speech and the school’s words, and leave as PDF, CSV and WebVTT', async ({ page }) => {
  const { path } = await stintOf(page, 'Agnes Thorley')
  await page.goto(path('brief/calls'))
  const table = page.getByRole('table', { name: 'Calls in the order of the lap' })
  const first = table.getByRole('row', { name: /Brake at the two reds/ }).first()
  await expect(first).toBeVisible()
  await expectAccessible(page)
  const calls = (await table.getByRole('row').count()) - 1

  const pages = await pdfPages(await saved(page, page.getByRole('button', { name: 'PDF' })))
  // the pocket sheet is one page: the calls name the school's marks, and the paper says in metres where they stand
  expect(pages).toHaveLength(1)
  expect(pages[0]).toContain(withoutBlanks('Brake at the two reds'))
  expect(pages[0]).toMatch(/brake:\d+mbeforethe150board/)
  for (const one of pages) expect(one).toContain(withoutBlanks('The licensed instructor decides.'))
  const csv = (await saved(page, page.getByRole('button', { name: 'CSV' }))).toString().trim().split('\r\n')
  expect(csv).toHaveLength(calls + 1)
  const vtt = (await saved(page, page.getByRole('button', { name: 'WebVTT' }))).toString()
  expect(vtt).toMatch(/^WEBVTT Calls, Agnes Thorley, lap 1\n/)
  expect(vtt.match(/^\d\d:\d\d:\d\d\.\d{3} --> \d\d:\d\d:\d\d\.\d{3}$/gm)).toHaveLength(calls)

  // what is right twice running fades: on lap 3 only slowing down is called, in one word
  await page.getByRole('combobox', { name: 'Calls for' }).click()
  await page.getByRole('option', { name: 'lap 3' }).click()
  await expect(table.getByRole('row', { name: /Squeeze/ })).toHaveCount(0)
  await expect(table.getByRole('row', { name: / Brake / }).first()).toBeVisible()
  await page.getByRole('combobox', { name: 'Calls for' }).click()
  await page.getByRole('option', { name: 'lap 1' }).click()

  await page.getByRole('button', { name: 'Edit the wording' }).click()
  await page.getByRole('textbox', { name: 'brake, long', exact: true }).fill('Bremsen {place}')
  await page.getByRole('textbox', { name: 'Language, such as en-GB' }).fill('??')
  await expect(page.getByText('a language such as en-GB or de')).toBeVisible()
  await page.getByRole('textbox', { name: 'Language, such as en-GB' }).fill('de')
  await page.getByRole('textbox', { name: /^before it/ }).fill('{m} m vor {mark}')
  await page.getByRole('textbox', { name: 'board: {name}' }).fill('Tafel {name}')
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(table.getByRole('row', { name: /Bremsen \d+ m vor Tafel 150/ })).toBeVisible()

  await page.clock.install()
  await page.getByRole('button', { name: 'Measure how fast Hester speaks' }).click()
  await page.getByRole('button', { name: 'Start' }).click()
  await expect(page.getByText('Reading…')).toBeVisible()
  await page.clock.fastForward(6000)
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('status').filter({ hasText: /^\d\.\d words a second$/ })).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/words a second \(Hester Quill, measured\)/)).toBeVisible()
})

test('what a student wants is kept with them, and the briefing is one page', async ({ page }) => {
  const { path, day } = await stintOf(page, 'Priya Castellan')
  const { id } = day.people.find((p) => p.name === 'Priya Castellan')!
  await page.goto(path('brief'))
  // on a slow link, the second change is made while the first is on its way
  await page.route(`**/api/people/${id}`, async (route) => {
    if (route.request().method() === 'PUT') await new Promise((done) => setTimeout(done, 1500))
    await route.continue()
  })
  await page.getByRole('button', { name: 'Few words' }).click()
  await page.getByRole('textbox', { name: 'Wants' }).fill('Tell me why, and only twice')
  await page.getByRole('textbox', { name: 'Wants' }).press('Enter')
  await expect(page.getByRole('region', { name: 'Section to work on' })).toContainText(/s for usual misses/)
  await expect
    .poll(async () => (await page.request.get(`/api/people/${id}`)).json() as Promise<unknown>)
    .toMatchObject({ talk: 'few', wishes: 'Tell me why, and only twice' })
  const pages = await pdfPages(await saved(page, page.getByRole('button', { name: 'PDF' })))
  expect(pages).toHaveLength(1)
  for (const words of ['Tell me why, and only twice', 'Section to work on', 'Corner by corner', 'The licensed instructor decides.'])
    expect(pages[0]).toContain(withoutBlanks(words))
})

for (const theme of ['dark', 'glare'] as const) {
  test(`the parts of Brief and Run read well in the ${theme} theme, and fit a window of 360 px`, async ({ page }) => {
    await page.addInitScript((name) => localStorage.setItem('ochote.theme', name), theme)
    const { id: dayId } = await openDay(page)
    for (const part of ['brief/meeting', 'brief/talk', 'brief/calls', 'run/lead', 'run/wall']) {
      await page.setViewportSize({ width: 1280, height: 800 })
      await page.goto(`/days/${dayId}/${part}`)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await expectAccessible(page, ['color-contrast'])
      await page.setViewportSize({ width: 360, height: 800 })
      await expectNoSidewaysScroll(page)
    }
  })
}
