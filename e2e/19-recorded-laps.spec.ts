import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import type { Day, DayView, StoredRecording } from '@ochote/contracts'
import { chromiumArgs } from './chromiumArgs'
import { drawnClip } from './drawnClip'
import { expectAccessible, expectNoSidewaysScroll, pdfPages, saved, storedLog, withoutBlanks } from './support'

/** The demonstration's first Saturday, where everybody has driven. */
async function firstDay(page: Page): Promise<DayView> {
  const days = (await (await page.request.get('/api/days')).json()) as Day[]
  const first = [...days].sort((a, b) => a.date.localeCompare(b.date))[0]!
  return (await (await page.request.get(`/api/days/${first.id}`)).json()) as DayView
}
const recordingsOf = async (page: Page, day: DayView) =>
  (await (await page.request.get(`/api/recordings?dayId=${day.id}`)).json()) as StoredRecording[]
const fileOf = async (page: Page, { id }: StoredRecording) => (await page.request.get(`/api/recordings/${id}/file`)).body()
const stintOfName = (day: DayView, name: string) =>
  day.stints.find(({ stint }) => day.people.find(({ id }) => id === stint.studentId)?.name === name)!.stint
const openReview = async (page: Page, name = 'Ines Marlowe') => {
  const day = await firstDay(page)
  await page.goto(`/days/${day.id}/review/${stintOfName(day, name).id}`)
  await expect(page.getByRole('table', { name: 'Laps' })).toBeVisible({ timeout: 30_000 })
  return day
}
const isSaved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()

// a microphone that hears beeps, and is allowed without asking
test.use({
  launchOptions: {
    executablePath: '/usr/bin/chromium-headless-shell',
    args: [...chromiumArgs, '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
  },
  permissions: ['microphone'],
})

test.describe('recorded laps', () => {
  test('are added by dropping files, read at once, known again, and put right', async ({ page }) => {
    const day = await firstDay(page)
    const [known] = await recordingsOf(page, day)
    const text = (await fileOf(page, known!)).toString()
    await page.goto(`/days/${day.id}`)
    const section = page.getByRole('region', { name: 'Recorded laps' })
    await expect(section.getByRole('link', { name: known!.fileName, exact: true })).toBeVisible()
    // another file of the same drive: every second row, with names of its own for two columns
    const [head, ...rows] = text.split('\n')
    const half = rows.filter((_, k) => k % 2 === 0)
    const own = [head!.replace('time_s', 'Zeit').replace('speed_kmh', 'Tempo'), ...half].join('\n')
    await page.setInputFiles('input[aria-label="Add files"]', [
      { name: 'again.csv', mimeType: 'text/csv', buffer: Buffer.from(text) },
      { name: 'own.csv', mimeType: 'text/csv', buffer: Buffer.from(own) },
      { name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('hello') },
    ])
    await expect(section.getByText(/^Already here, with Ines Marlowe, 09:20\./)).toBeVisible()
    await expect(
      section.getByText(/notes\.txt, line 1: found hello, expected a header with time_s, lat and lon\. Nothing was saved\./),
    ).toBeVisible()
    await expect(section.getByText(/own\.csv, line 1: found Zeit/)).toBeVisible()
    await section.getByText('own.csv', { exact: true }).locator('..').getByRole('button', { name: 'Say what the columns are' }).click()
    const dialog = page.getByRole('dialog', { name: 'What the columns are' })
    await expect(dialog.getByLabel('What Zeit is')).toHaveText('time, s')
    await expect(dialog.getByRole('row', { name: /Tempo/ })).toContainText('·')
    await dialog.getByLabel('What Tempo is').click()
    await page.getByRole('option', { name: 'speed, km/h' }).click()
    await dialog.getByRole('button', { name: 'Read it this way' }).click()
    await expect(section.getByText(/Put with Ines Marlowe, 09:20\. Guessed from its times; \d laps in a row match the log\./)).toBeVisible()
    const row = section.getByRole('row', { name: /own\.csv/ })
    await row.getByRole('button', { name: 'What was read of own.csv' }).click()
    await expect(page.getByRole('dialog')).toContainText(/Recorded: speed, .*throttle/)
    await page.getByRole('button', { name: 'Close', exact: true }).last().click()
    await row.getByLabel('Stint of own.csv').click()
    await page.getByRole('option', { name: 'no stint' }).click()
    await expect(row.getByLabel('Stint of own.csv')).toHaveText('no stint')
    await row.getByRole('link', { name: 'own.csv', exact: true }).click()
    await expect(page.getByRole('heading', { name: 'own.csv' })).toBeVisible()
    await expect(page.getByRole('table', { name: 'Laps' }).getByRole('row', { name: /^1 1:4/ })).toBeVisible()
    await page.goto(`/days/${day.id}`)
    await section.getByRole('button', { name: 'Archive own.csv' }).click()
    await expect(section.getByRole('link', { name: 'own.csv', exact: true })).toHaveCount(0)
    await page.getByRole('button', { name: /^Undo: own\.csv/ }).click()
    await expect(section.getByRole('link', { name: 'own.csv', exact: true })).toBeVisible()
    await section.getByRole('button', { name: 'Archive own.csv' }).click()
    await expectAccessible(page)
  })

  test('lie over each other and the plan, on ribbon and map, with values, figures and another reference', async ({ page }) => {
    await openReview(page)
    await expect(page.getByText('The best of each corner')).toBeVisible()
    await expectAccessible(page)
    await page.getByLabel('Show lap 1').check()
    await page.getByLabel('Show lap 2').check()
    await page.getByRole('group', { name: /^The lap laid out straight/ }).hover({ position: { x: 400, y: 60 } })
    await expect(page.getByText(/^at \d+ m/).locator('..')).toContainText(
      /lap 1 \d+\.\d\d s (behind|ahead of) the plan, \d+ km\/h, brake \d+ %, throttle \d+ %/,
    )
    await page.getByLabel('Compare with').click()
    await page.getByRole('option', { name: /^lap 1/ }).click()
    await page.getByRole('group', { name: /^The lap laid out straight/ }).hover({ position: { x: 420, y: 60 } })
    await expect(page.getByText(/^at \d+ m/).locator('..')).toContainText('lap 1 0.00 s behind lap 1')
    await page.getByLabel('Compare with').click()
    await page.getByRole('option', { name: 'the best lap of Tobias Fennick' }).click()
    await expect(page.getByText('the best lap of Tobias Fennick', { exact: true }).last()).toBeVisible()
    await page.getByLabel('Lines show').click()
    await page.getByRole('option', { name: 'gain and loss' }).click()
    await expect(page.locator('title', { hasText: 'whole where time is gained, broken where it is lost' }).first()).toBeAttached()
    await page.getByLabel('Traces').click()
    await page.getByRole('option', { name: 'wheel' }).click()
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Figures' }).click()
    await expect(page.getByRole('dialog').getByRole('row', { name: /^50 m/ })).toBeVisible()
    const csv = (await saved(page, page.getByRole('button', { name: 'Save as CSV' }))).toString()
    expect(csv.split('\n')[0]).toContain('lap 2: wheel')
  })

  test('show findings with their reasons; one is accepted into the log, reworded, rejected and brought back', async ({ page }) => {
    const day = await openReview(page, 'Ruben Halloway')
    const stint = stintOfName(day, 'Ruben Halloway')
    const faults = async () => (await storedLog(page.request, stint.id)).filter(({ kind }) => kind === 'fault').length
    const before = await faults()
    await page.getByRole('tab', { name: 'Corner' }).click()
    const panel = page.getByRole('tabpanel')
    const findings = panel.getByRole('heading', { level: 3 })
    await expect(findings.first()).toBeVisible()
    const count = await findings.count()
    await panel.getByRole('button', { name: 'Why do you say that?' }).first().click()
    await expect(panel.getByRole('listitem').last()).toContainText(/outside what drivers and loggers normally vary by/)
    await panel
      .getByRole('button', { name: /^Accept lap/ })
      .first()
      .click()
    await expect(panel.getByText('Accepted, in the log')).toBeVisible()
    await expect.poll(faults).toBe(before + 1)
    // Undo takes it out of the log’s reckoning too, and Redo brings it back
    const undos = async () => (await storedLog(page.request, stint.id)).filter(({ kind }) => kind === 'undo').length
    await page.getByRole('button', { name: 'Undo', exact: true }).click()
    await expect(panel.getByText('Accepted, in the log')).toHaveCount(0)
    await expect.poll(undos).toBe(1)
    await page.getByRole('button', { name: 'Redo', exact: true }).click()
    await expect(panel.getByText('Accepted, in the log')).toBeVisible()
    await expect.poll(undos).toBe(2)
    expect(await faults()).toBe(before + 1)
    await panel
      .getByRole('button', { name: /^Reword lap/ })
      .first()
      .click()
    await panel.getByLabel('In your words').fill('Wait for the cone.')
    await panel.getByRole('button', { name: 'Accept these words' }).click()
    await expect(panel.getByText('Wait for the cone.')).toBeVisible()
    await expect.poll(faults).toBe(before + 2)
    await panel
      .getByRole('button', { name: /^Reject lap/ })
      .first()
      .click()
    await page.getByRole('menuitem', { name: 'On this lap' }).click()
    await expect(findings).toHaveCount(count - 1)
    await isSaved(page)
    await page.reload()
    await page.getByRole('tab', { name: 'Corner' }).click()
    await expect(panel.getByText('Wait for the cone.')).toBeVisible()
    await expect(findings).toHaveCount(count - 1)
    await panel.getByRole('button', { name: '1 rejected finding' }).click()
    await panel.getByRole('button', { name: /^Bring back/ }).click()
    await expect(findings).toHaveCount(count)
    // always, for this student: no pass of the corner shows it any more
    const reject = panel.getByRole('button', { name: /^Reject lap/ }).first()
    const [, corner, fault] = /corner (\w+), (.*)$/.exec((await reject.getAttribute('aria-label'))!)!
    await reject.click()
    await page.getByRole('menuitem', { name: /^Always, for Ruben Halloway/ }).click()
    await expect(panel.getByRole('button', { name: new RegExp(`^Reject .*corner ${corner}, ${fault}$`) })).toHaveCount(0)
    await panel
      .getByRole('button', { name: /^Take back/ })
      .first()
      .click()
    await expect.poll(undos).toBe(3)
    // one corner at a time
    await page.keyboard.press('1')
    await expect(panel.getByRole('table', { name: 'Passes through corner 1' })).toBeVisible()
    await expect(panel.getByRole('table', { name: 'Passes through corner 1' }).getByRole('row')).toHaveCount(6)
    await expectAccessible(page)
  })

  test('are in the debrief: one thing to do, its reason and its picture, on the page and on paper', async ({ page }) => {
    const day = await firstDay(page)
    const stint = stintOfName(day, 'Ines Marlowe')
    await page.request.put(`/api/stints/${stint.id}/debrief`, { data: { debrief: { good: [], workOn: [], sentence: '' }, fromVersion: 1 } })
    await page.goto(`/days/${day.id}/debrief/${stint.id}`)
    await expect(page.getByText(/: \d laps compared with the plan/)).toBeVisible({ timeout: 20_000 })
    const work = page.getByRole('region', { name: 'Two things to work on' })
    await work.getByRole('combobox', { name: '1.' }).click()
    const recorded = page.getByRole('option', { name: /slowed too much$/ }).first()
    const corner = /^Corner (\d+)/.exec(await recorded.innerText())![1]!
    await recorded.click()
    await expect(work.getByText(/recorded on laps? \d.*km\/h/)).toBeVisible()
    const picture = work.getByRole('img', { name: new RegExp(`^Corner ${corner} on recorded lap \\d, solid, against the plan`) })
    await expect(picture).toBeVisible()
    await expectAccessible(page)
    await isSaved(page)
    const [paper, ...more] = await pdfPages(await saved(page, page.getByRole('button', { name: 'PDF' })))
    expect(more).toEqual([])
    expect(paper).toContain(withoutBlanks(`Corner ${corner}, recorded lap`))

    // the student's own page opens from the disk, without a network, and names no other student
    const html = await saved(page, page.getByRole('button', { name: 'Student’s page' }))
    const path = join(mkdtempSync(join(tmpdir(), 'ochote-own-page-')), 'own page.html')
    writeFileSync(path, html)
    const offline = await page
      .context()
      .browser()!
      .newContext({ offline: true, viewport: { width: 390, height: 844 } })
    const own = await offline.newPage()
    const asked: string[] = []
    own.on('request', (request) => asked.push(request.url()))
    await own.goto(`file://${path}`)
    await expect(own.getByRole('heading', { name: 'Ines Marlowe' })).toBeVisible()
    await expect(own.getByRole('img', { name: new RegExp(`^Corner ${corner} on recorded lap`) })).toBeVisible()
    await expect(own.getByRole('img', { name: /^Map of Skerrow Basin/ })).toBeVisible()
    expect(asked.filter((url) => !url.startsWith('file://') && !url.startsWith('data:'))).toEqual([])
    await expectNoSidewaysScroll(own)
    await expectAccessible(own)
    const others = day.people.filter(({ role, name }) => role === 'student' && name !== 'Ines Marlowe').map(({ name }) => name)
    expect(others.length).toBeGreaterThan(3)
    for (const name of others) expect(html.toString()).not.toContain(name)
    await offline.close()

    await page.getByLabel('In your own words').fill(`Quicker than ${others[0]!} here.`)
    await expect(page.getByRole('alert')).toContainText(`name ${others[0]!}.`)
    await expect(page.getByRole('button', { name: 'Student’s page' })).toBeDisabled()
    await expect(page.getByRole('button', { name: 'PDF' })).toBeDisabled()
  })

  test('have notes at a lap and a place, and a line wanted whose gains are computed as it moves', async ({ page }) => {
    await openReview(page)
    await page.keyboard.press('4')
    await page.getByRole('tab', { name: 'Notes' }).click()
    await page.getByLabel(/^Note at [1-9]\d+ m/).fill('Eyes to the exit here')
    await page.keyboard.press('Enter')
    await expect(page.getByText(/^Lap [1-9], corner 4:/)).toBeVisible()
    await page.getByLabel(/^Note at [1-9]\d+ m/).fill('Where did you look here?')
    await page.getByRole('button', { name: 'Ask' }).click()
    await expect(page.getByText('One question has no answer yet.')).toBeVisible()
    await page.getByRole('group', { name: 'Question: Where did you look here?' }).getByLabel('Answer').fill('At the apex, too long')
    await page.keyboard.press('Tab')
    await expect(page.getByText('One question has no answer yet.')).toHaveCount(0)
    await page.getByRole('button', { name: 'Speak' }).click()
    await expect(page.getByRole('button', { name: /^Stop, [12] s/ })).toBeVisible()
    await page.getByRole('button', { name: /^Stop/ }).click()
    const spoken = page.getByLabel(/^Spoken, \d s$/)
    await expect(spoken).toBeVisible()
    await expect
      .poll(() => spoken.evaluate(async (sound: HTMLAudioElement) => (await (await fetch(sound.src)).blob()).size))
      .toBeGreaterThan(300)
    await isSaved(page)
    await page.getByRole('tab', { name: 'Line', exact: true }).click()
    await expect(page.getByText('Nothing is drawn yet')).toBeVisible()
    const grip = page.getByRole('slider', { name: 'Line at corner 4, apex' }).first()
    await grip.focus()
    for (let k = 0; k < 3; k++) await page.keyboard.press('ArrowUp')
    await expect(page.getByText(/than the plan’s line\./)).toBeVisible({ timeout: 30_000 })
    const gains = page.getByRole('table', { name: 'What the line wanted gains at each corner' })
    await expect(gains.getByRole('row', { name: /^4 \d+\.\d\d s (gained|lost)/ })).toBeVisible()
    await expect(gains.getByRole('row', { name: /^9 the same/ })).toBeVisible()
    await isSaved(page)
    await page.reload()
    await page.getByRole('tab', { name: 'Line', exact: true }).click()
    await expect(page.getByText(/than the plan’s line\./)).toBeVisible({ timeout: 30_000 })
    await page.getByRole('button', { name: 'Remove the line wanted' }).click()
    await expect(page.getByText('Nothing is drawn yet')).toBeVisible()
  })

  test('go with a video of the student’s own: lined up, followed, stepped, and drawn on', async ({ page }) => {
    await openReview(page)
    const clip = await drawnClip(page, 6, [2])
    await page.getByRole('tab', { name: 'Video' }).click()
    const sentBytes: number[] = []
    page.on('request', (request) => sentBytes.push(request.postDataBuffer()?.length ?? 0))
    await page.setInputFiles('input[aria-label="Add files"]', { name: 'car.webm', mimeType: 'video/webm', buffer: clip })
    const video = page.locator('video').first()
    await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.readyState), { timeout: 20_000 }).toBeGreaterThan(1)
    await expect(page.getByText('Not lined up with the laps yet.')).toBeVisible()
    const seconds = () => video.evaluate((v: HTMLVideoElement) => v.currentTime)
    await video.evaluate((v: HTMLVideoElement) => {
      v.currentTime = 2
    })
    await expect.poll(seconds).toBeCloseTo(2, 1)
    await page.getByLabel('The picture shows').click()
    await page.getByRole('option', { name: 'the start of lap 2' }).click()
    await expect(page.getByText(/^Lap 2, at 0 m$/)).toBeVisible()
    await page.getByRole('button', { name: 'One frame on' }).click()
    await expect.poll(seconds).toBeCloseTo(2.04, 2)
    await page.getByRole('button', { name: 'One frame on' }).click()
    await expect.poll(seconds).toBeCloseTo(2.08, 2)
    await expect(page.getByText(/^Lap 2, at [2-4] m$/)).toBeVisible()
    await page.getByRole('button', { name: 'Laps 0.5 s on' }).click()
    await expect(page.getByText('Lined up by hand.', { exact: false })).toBeVisible()
    await page.getByRole('button', { name: 'Play' }).click()
    await expect.poll(seconds).toBeGreaterThan(2.3)
    await page.getByRole('button', { name: 'Pause' }).click()
    await page.getByLabel('Another lap at the same place').check()
    await expect(page.locator('video')).toHaveCount(2)
    await page.getByRole('button', { name: 'Draw an arrow' }).click()
    const boxOf = async () => {
      await video.scrollIntoViewIfNeeded()
      return (await video.boundingBox())!
    }
    let box = await boxOf()
    await page.mouse.move(box.x + 60, box.y + 60)
    await page.mouse.down()
    await page.mouse.move(box.x + 160, box.y + 90, { steps: 4 })
    await page.mouse.up()
    await page.getByLabel('Words').fill('turn here')
    await page.getByRole('button', { name: 'Draw words' }).click()
    box = await boxOf()
    await page.mouse.click(box.x + 100, box.y + 120)
    await expect(page.getByRole('img', { name: 'Drawing: 1 strokes, “turn here”' })).toBeVisible()
    await page.getByRole('button', { name: 'Save the drawing' }).click()
    await expect(page.getByRole('button', { name: /^Lap 2, at \d+ m: turn here/ })).toBeVisible()
    await isSaved(page)
    await expectAccessible(page)
    await page.getByLabel('Keep the video on this device').click()
    await expect(page.getByLabel('Keep the video on this device')).toBeChecked()
    await page.reload()
    await page.getByRole('tab', { name: 'Video' }).click()
    await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.readyState), { timeout: 20_000 }).toBeGreaterThan(1)
    await expect(page.getByText('Lined up by hand.', { exact: false })).toBeVisible()
    // the video stays on this device: what is saved of the review is far smaller
    expect(Math.max(...sentBytes)).toBeLessThan(clip.length / 4)
    expect(Math.max(...sentBytes)).toBeGreaterThan(100)
  })

  test('can be taken from a video alone, where nothing was recorded', async ({ page }) => {
    const days = (await (await page.request.get('/api/days')).json()) as Day[]
    const second = [...days].sort((a, b) => b.date.localeCompare(a.date))[0]!
    const day = (await (await page.request.get(`/api/days/${second.id}`)).json()) as DayView
    await page.goto(`/days/${day.id}/review/${stintOfName(day, 'Leo Vantongeren').id}`)
    await expect(page.getByText('There are no recorded laps for this stint yet.', { exact: false })).toBeVisible()
    const clip = await drawnClip(page, 4, [1, 3])
    const section = page.getByRole('region', { name: 'Laps from a video' })
    await section.locator('input[type=file]').setInputFiles({ name: 'car.webm', mimeType: 'video/webm', buffer: clip })
    const video = section.locator('video')
    await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.readyState), { timeout: 20_000 }).toBeGreaterThan(1)
    for (const at of [1, 3]) {
      await video.evaluate((v: HTMLVideoElement, s) => {
        v.currentTime = s
      }, at)
      await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.currentTime)).toBeCloseTo(at, 1)
      await section.getByRole('button', { name: 'Crosses the line' }).click()
    }
    await expect(section.getByRole('row', { name: /^1 .*0:02\.0/ })).toBeVisible()
  })

  test('of the next driver on the same logger are listed, but do not count for this student', async ({ page }) => {
    const day = await firstDay(page)
    const stint = stintOfName(day, 'Maren Osgood')
    const log = await storedLog(page.request, stint.id)
    const lines = log.filter(({ kind }) => kind === 'line').map(({ deviceTime }) => Date.parse(deviceTime))
    const [secondLap] = [...lines].sort((a, b) => a - b).slice(2)
    const stamp = { stintId: stint.id, deviceId: 'late-tablet', deviceTime: new Date(secondLap! - 1000).toISOString() }
    const entry = { ...stamp, id: '0190a8a0-0000-4000-8000-00000000000a', kind: 'in' }
    await page.request.post(`/api/stints/${stint.id}/log`, { data: { entries: [entry] } })
    await openReview(page, 'Maren Osgood')
    const laps = page.getByRole('table', { name: 'Laps' })
    // laps 3 to 5, and what came after them
    await expect(laps.getByText(/after the stint/)).toHaveCount(4)
    await expect(laps.getByRole('cell', { name: 'the best', exact: true })).toBeVisible()
    const undo = {
      ...stamp,
      deviceTime: new Date(secondLap!).toISOString(),
      id: '0190a8a0-0000-4000-8000-00000000000b',
      kind: 'undo',
      about: entry.id,
    }
    await page.request.post(`/api/stints/${stint.id}/log`, { data: { entries: [undo] } })
    await page.reload()
    await expect(laps.getByRole('cell', { name: 'the best', exact: true })).toBeVisible()
    await expect(laps.getByText(/after the stint/)).toHaveCount(0)
  })

  test('fit a tablet and a phone', async ({ page }) => {
    await openReview(page)
    for (const [width, height] of [
      [820, 1180],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height })
      await expect(page.getByRole('table', { name: 'Laps' })).toBeVisible()
      await expectNoSidewaysScroll(page)
      await expectAccessible(page)
    }
  })

  test('say so where the server has them no more, or does not answer', async ({ page }) => {
    const day = await firstDay(page)
    await page.route('**/columns', (route) => route.abort())
    await page.goto(`/days/${day.id}/review/${stintOfName(day, 'Ines Marlowe').id}`)
    await expect(page.getByRole('alert')).toContainText('Ochote’s server did not answer', { timeout: 30_000 })
    await page.unroute('**/columns')
    await page.getByRole('button', { name: 'Try again' }).click()
    await expect(page.getByRole('table', { name: 'Laps' })).toBeVisible({ timeout: 30_000 })
    await page.goto('/recordings/0190a8a0-0000-7000-8000-000000000000')
    await expect(page.getByRole('alert')).toContainText('is not here')
  })
})
