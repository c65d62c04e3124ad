import { readFileSync } from 'node:fs'
import AxeBuilder from '@axe-core/playwright'
import { expect, type APIRequestContext, type Download, type Locator, type Page } from '@playwright/test'
import type { Day, DayView, ListedStint, LogPage, StoredEntry } from '@ochote/contracts'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'

/**
 * Fails on what axe calls serious or worse.
 * @param rules - only these, where the rest was looked at in another theme
 */
export async function expectAccessible(page: Page, rules?: string[]): Promise<void> {
  const axe = new AxeBuilder({ page })
  const { violations } = await (rules ? axe.withRules(rules) : axe).analyze()
  const grave = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical')
  expect(grave.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([])
}

/**
 * Has the look-up that a search for a line begins with wait, so that no machine is done before its test has looked at the page.
 * @returns lets it be answered
 */
export async function holdLookUp(page: Page): Promise<() => void> {
  let answer: () => void = () => undefined
  const answered = new Promise<void>((resolve) => (answer = resolve))
  await page.route('**/api/solutions/find', async (route) => {
    await answered
    await route.continue().catch(() => undefined) // a look-up that was stopped has gone
  })
  return answer
}

/** Ends a search for a timetable. A quick machine may have found the best one already, and ended it. */
export async function endSearch(search: Locator): Promise<void> {
  const over = search.getByRole('button', { name: 'Leave it' })
  await expect(async () => {
    if (!(await over.isVisible())) await search.getByRole('button', { name: 'Stop' }).click({ timeout: 1_000 })
    await expect(over).toBeVisible({ timeout: 1_000 })
  }).toPass()
}

/** No page is wider than its window. */
export async function expectNoSidewaysScroll(page: Page): Promise<void> {
  const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  expect(overflow, `sideways overflow at ${page.url()}`).toBeLessThanOrEqual(0)
}

/** The demonstration's second Saturday, as the server has it now. */
export async function openDay(page: Page): Promise<DayView> {
  const days = (await (await page.request.get('/api/days')).json()) as Day[]
  const last = days[days.length - 1]!
  return (await (await page.request.get(`/api/days/${last.id}`)).json()) as DayView
}

/** The stint of a student on the open day. */
export async function stintOf(page: Page, student: string): Promise<{ path: (stage: string) => string; id: string; day: DayView }> {
  const day = await openDay(page)
  const person = day.people.find((p) => p.name === student)!
  const { id } = day.stints.find((s) => s.stint.studentId === person.id)!.stint
  return { id, day, path: (stage) => `/days/${day.id}/${stage}/${id}` }
}

/** A stint's log as the server stores it. */
export async function storedLog(request: APIRequestContext, stintId: string): Promise<StoredEntry[]> {
  return ((await (await request.get(`/api/log?stintId=${stintId}`)).json()) as LogPage).entries
}

/** Has the server's clock go with that of a page whose clock a test moves: the page would rightly correct its own otherwise. */
export async function shareClock(page: Page): Promise<void> {
  await page.route('**/api/time', async (route) => {
    const answer = (await (await route.fetch()).json()) as object
    await route.fulfill({ json: { ...answer, nowMs: await page.evaluate(() => Date.now()) } })
  })
}

/** Stints of a day that nobody has driven yet. */
export const notDriven = (day: DayView): ListedStint[] => day.stints.filter((s) => s.stint.planVersionId === null)

/** What a click has the browser save. */
export async function saved(page: Page, button: Locator): Promise<Buffer> {
  const waiting: Promise<Download> = page.waitForEvent('download')
  await button.click()
  return readFileSync(await (await waiting).path())
}

export const withoutBlanks = (text: string): string => text.replace(/\s+/g, '')

/** The pages of a PDF as text without blanks: print sets its words in pieces. */
export async function pdfPages(pdf: Buffer): Promise<string[]> {
  const document = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: true, verbosity: 0 }).promise
  const pages: string[] = []
  for (let n = 1; n <= document.numPages; n++) {
    const content = await (await document.getPage(n)).getTextContent()
    pages.push(withoutBlanks(content.items.map((item) => ('str' in item ? item.str : '')).join('')))
  }
  return pages
}

/** Seconds of the first time like 2:16.34 in a text. */
export function secondsIn(text: string): number {
  const [, minutes, seconds] = /(\d+):(\d\d\.\d\d)/.exec(text) ?? []
  if (minutes === undefined) throw new Error(`no time in “${text}”`)
  return Number(minutes) * 60 + Number(seconds)
}

/** Taps the line as after a whole lap. Laps in tests are short, and the seat asks about those: the answer is yes. */
export async function tapLine(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Line:/ }).click()
  const yes = page.getByRole('button', { name: 'End the lap' })
  const isAsked = await yes.waitFor({ timeout: 500 }).then(
    () => true,
    () => false,
  )
  if (isAsked) await yes.click()
}
