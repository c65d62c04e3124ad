import { tapLine } from './support'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import type { DayView, Day } from '@ochote/contracts'
import { chromiumArgs } from './chromiumArgs'
import { OwnServer } from './ownServer'

/** Takes the pictures of docs/screenshots from fresh demonstration data: all of them, or those whose names are given. */
const only = process.argv.slice(2)
const server = new OwnServer(4691)

interface Picture {
  name: string
  path: (dayId: string) => string
  size?: { width: number; height: number }
  theme?: 'light' | 'dark' | 'glare'
  before?: (page: Page) => Promise<void>
}

const day = (stage: string) => (dayId: string) => `/days/${dayId}/${stage}`

const pictures: Picture[] = [
  { name: 'today', path: () => '/' },
  { name: 'plan', path: day('plan') },
  {
    name: 'plan-corner',
    path: day('plan?corner=3'),
    before: async (page) => {
      await page.getByRole('tab', { name: 'Corners' }).click()
      await page.getByText('The lap', { exact: true }).waitFor()
    },
  },
  {
    name: 'timetable',
    path: day('timetable'),
    before: async (page) => {
      await page.getByRole('button', { name: 'Find a timetable' }).click()
      await page.getByRole('heading', { name: 'Proposal' }).waitFor()
      await page.getByRole('button', { name: 'Stop' }).click()
      await page.getByRole('button', { name: 'Leave it' }).waitFor()
      await page.getByRole('button', { name: /Ruben Halloway/ }).click()
    },
  },
  { name: 'meeting', path: day('brief/meeting') },
  { name: 'brief', path: day('brief') },
  { name: 'calls', path: day('brief/calls') },
  {
    name: 'progress',
    path: day('progress'),
    before: async (page) => {
      await page.getByRole('combobox', { name: 'Student' }).click()
      await page.getByRole('option', { name: 'Priya Castellan' }).click()
      await page.getByRole('columnheader', { name: '17 Oct' }).waitFor()
      await page.getByText('reading the plan and the recorded laps').last().waitFor({ state: 'hidden' })
      await page.getByRole('button', { name: /^turn-in at medium corners: (seen|steady|kept)/ }).waitFor()
      await page.getByRole('heading', { name: 'What comes next' }).evaluate((heading) => heading.scrollIntoView())
      await page.waitForTimeout(500) // the list of names is closed
    },
  },
  {
    name: 'group',
    path: day('group'),
    before: async (page) => {
      await page
        .getByRole('table', { name: /^Seconds lost/ })
        .getByRole('columnheader', { name: 'Student 3' })
        .waitFor()
    },
  },
  {
    name: 'seat-tablet',
    path: day('run'),
    size: { width: 820, height: 1180 },
    theme: 'glare',
    before: async (page) => {
      await page.getByRole('button', { name: /^Line:/ }).click()
      await page
        .getByRole('button', { name: /^Corner 4 / })
        .first()
        .click()
      await page.getByRole('button', { name: /^brakes early/ }).click()
    },
  },
  {
    name: 'seat-phone',
    path: day('run'),
    size: { width: 390, height: 844 },
    before: (page) =>
      page
        .getByRole('button', { name: /^Corner 6 / })
        .first()
        .click(),
  },
  {
    name: 'lead',
    path: day('run/lead'),
    before: async (page) => {
      for (const name of ['Ines Marlowe', 'Tobias Fennick', 'Priya Castellan', 'Leo Vantongeren'])
        await page.getByRole('checkbox', { name }).check()
      await page.getByRole('button', { name: 'Create the session' }).click()
      for (let lap = 0; lap < 2; lap++) await tapLine(page)
      await page.getByRole('button', { name: /^Corner 5 / }).click()
    },
  },
  {
    name: 'wall',
    path: day('run/wall'),
    theme: 'dark',
    before: async (page) => {
      await page.keyboard.press('b')
      await page.keyboard.press('Space')
      await page.keyboard.type('7t')
    },
  },
  {
    name: 'spacing',
    path: day('run/wall'),
    before: async (page) => {
      await page.getByRole('link', { name: 'Spacing' }).click()
      await page.getByRole('region', { name: 'Fewest catches' }).waitFor({ timeout: 90_000 })
    },
  },
  { name: 'debrief', path: day('debrief'), theme: 'dark' },
  {
    name: 'review',
    path: day('review'),
    before: async (page) => {
      await page.getByLabel('Show lap 1').check({ timeout: 60_000 })
      await page.keyboard.press('1')
      await page.getByRole('table', { name: 'Passes through corner 1' }).waitFor()
      await page.waitForTimeout(500) // the tab is open
    },
  },
  {
    name: 'skills',
    path: day('progress'),
    before: async (page) => {
      await page.getByRole('combobox', { name: 'Student' }).click()
      await page.getByRole('option', { name: 'Ines Marlowe' }).click()
      await page.getByRole('button', { name: /^turn-in at medium corners: (seen|steady|kept|not yet)/ }).waitFor()
      await page.getByRole('heading', { name: 'What comes next' }).waitFor()
      await page.getByRole('button', { name: /^braking at medium corners: / }).click()
      await page.getByRole('heading', { name: 'Skills' }).evaluate((heading) => heading.scrollIntoView())
      await page.waitForTimeout(500) // the list of names is closed
    },
  },
  {
    name: 'student-page',
    path: day('debrief'),
    size: { width: 820, height: 1180 },
    before: async (page) => {
      const button = page.getByRole('button', { name: 'Student’s page' })
      await button.waitFor()
      const waiting = page.waitForEvent('download')
      await button.click({ timeout: 60_000 })
      const path = join(mkdtempSync(join(tmpdir(), 'ochote-own-page-')), 'own page.html')
      await (await waiting).saveAs(path)
      await page.goto(`file://${path}`)
    },
  },
  {
    name: 'circuit',
    path: () => '/library/circuits',
    before: async (page) => {
      await page.getByRole('link', { name: 'Skerrow Basin' }).click()
      await page.getByRole('tab', { name: 'Features' }).click()
      await page
        .getByRole('button', { name: /^run-off/ })
        .first()
        .click()
    },
  },
]

await server.seed()
await server.start()
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: chromiumArgs })
try {
  const days = (await (await fetch(`${server.base}/api/days`)).json()) as Day[]
  const { id: dayId } = (await (await fetch(`${server.base}/api/days/${days[days.length - 1]!.id}`)).json()) as DayView
  for (const { name, path, size = { width: 1280, height: 800 }, theme = 'light', before } of pictures.filter(
    ({ name }) => only.length === 0 || only.includes(name),
  )) {
    const page = await browser.newPage({ viewport: size, serviceWorkers: 'block' })
    await page.addInitScript((chosen) => localStorage.setItem('ochote.theme', chosen), theme)
    await page.goto(server.base + path(dayId))
    await page.getByRole('heading', { level: 1 }).waitFor()
    await page.waitForFunction(() => document.querySelector('[role="progressbar"]') === null)
    await page.waitForLoadState('networkidle')
    await page.waitForFunction(() => document.querySelector('[role="progressbar"]') === null)
    await before?.(page)
    await page.waitForLoadState('networkidle')
    await page.screenshot({ path: join(import.meta.dirname, '../docs/screenshots', `${name}.png`) })
    await page.close()
    console.log(`docs/screenshots/${name}.png`)
  }
} finally {
  await browser.close()
  await server.kill()
}
