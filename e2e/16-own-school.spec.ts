import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Locator, type Page } from '@playwright/test'
import type { Day, PersonFile } from '@ochote/contracts'
import { skerrowBasin } from '../server/src/demo/circuits'
import { OwnServer } from './ownServer'
import { expectAccessible, expectNoSidewaysScroll, pdfPages, saved, tapLine, withoutBlanks } from './support'

const server = new OwnServer(4701)
test.use({ baseURL: server.base })
test.beforeAll(() => server.start())
test.afterAll(() => server.kill())

const circuitFile = join(mkdtempSync(join(tmpdir(), 'ochote-circuit-')), 'basin.circuit.geojson')
writeFileSync(circuitFile, JSON.stringify(skerrowBasin()))

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true })
const undo = (page: Page) => page.getByRole('button', { name: /^Undo: / })
const told = (page: Page, says: string) => expect(page.getByRole('status').filter({ hasText: says })).toBeVisible()
const row = (page: Page, name: string) => page.getByRole('row').filter({ has: page.getByText(name, { exact: true }) })

/** Clicks that a person makes, counted. */
let clicks = 0
async function click(what: Locator): Promise<void> {
  clicks += 1
  await what.click()
}
async function choose(page: Page, label: string, name: string): Promise<void> {
  await click(page.getByRole('combobox', { name: label }))
  await click(page.getByRole('option', { name }))
}
const nameField = (page: Page) => page.getByRole('textbox', { name: 'Name', exact: true })
async function addPerson(page: Page, role: string, name: string): Promise<void> {
  await click(button(page, `New ${role}`))
  await nameField(page).fill(name)
  await click(button(page, 'Add'))
  await expect(row(page, name)).toBeVisible()
}

test.describe.serial('from an empty folder', () => {
  test('a school makes a day for two students', async ({ page }) => {
    const began = Date.now()
    await page.goto('/')
    await expect(page.getByRole('heading', { name: 'No day is planned yet' })).toBeVisible()
    await expectAccessible(page)
    await click(page.getByRole('link', { name: 'A circuit' }))
    const chooser = page.waitForEvent('filechooser')
    await click(button(page, 'Add a circuit file'))
    await (await chooser).setFiles(circuitFile)
    await expect(page.getByText('Skerrow Basin is on the shelf.')).toBeVisible()

    await click(page.getByRole('tab', { name: 'Vehicles' }))
    await click(button(page, 'New vehicle type'))
    await page.getByLabel('Name').fill('School hatch')
    await click(button(page, 'Create'))
    await expect(page.getByRole('heading', { name: 'School hatch' })).toBeVisible()
    await page.getByLabel('Mass as driven, kg').fill('1410')
    await expect(page.getByText('Saved, version 2')).toBeVisible()
    await click(page.getByRole('link', { name: 'Vehicles' }))

    await click(page.getByRole('tab', { name: 'Marker schemes' }))
    await click(button(page, 'New scheme'))
    await page.getByLabel('Name: school and venue').fill('Ours')
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
    await click(button(page, 'Marker schemes'))
    await expect(page.getByRole('heading', { name: 'Ours' })).toBeVisible()

    await click(page.getByRole('tab', { name: 'People' }))
    await addPerson(page, 'instructor', 'Hal Tutor')
    await addPerson(page, 'student', 'Una Brook')
    await addPerson(page, 'student', 'Ivo Reed')

    await click(page.getByRole('link', { name: 'Ochote, today' }))
    await click(button(page, 'New day'))
    await page.getByRole('dialog').getByLabel('Name').fill('Opening day')
    await click(button(page, 'Add'))
    await expect(page.getByRole('heading', { name: 'Opening day' })).toBeVisible()
    await click(page.getByRole('link', { name: 'Make a plan' }))
    await click(button(page, 'New plan'))
    await click(button(page, 'Create'))
    await expect(page.getByText(/^Lap \d:\d\d/)).toBeVisible({ timeout: 60_000 })

    await click(page.getByRole('link', { name: 'Ochote, today' }))
    await click(button(page, 'New stint'))
    await choose(page, 'Student', 'Una Brook')
    await choose(page, 'Instructor', 'Hal Tutor')
    await click(button(page, 'Add'))
    await expect(page.getByRole('region', { name: 'Next, 09:20' })).toContainText('Una Brook')
    console.log(`From an empty folder to the first stint: ${clicks} clicks, ${((Date.now() - began) / 1000).toFixed(0)} s by machine`)

    await button(page, 'New stint').click()
    await choose(page, 'Student', 'Ivo Reed')
    await expect(page.getByLabel('Starts at')).toHaveValue('09:45')
    await page.getByRole('dialog').getByLabel('Laps').fill('61')
    await expect(page.getByText('expected 1 to 60')).toBeVisible()
    await expect(button(page, 'Add')).toBeDisabled()
    await page.getByRole('dialog').getByLabel('Laps').fill('3')
    await button(page, 'Add').click()
    await expect(row(page, 'Ivo Reed')).toContainText('0 of 3')
    await expectAccessible(page)
  })

  test('the drivers’ meeting is held, and a stint is briefed, driven, debriefed and printed', async ({ page }) => {
    await page.goto('/')
    await page.getByRole('link', { name: 'The drivers’ meeting has not been held' }).click()
    await expect(page.getByRole('checkbox', { name: 'Una Brook' })).toBeVisible()
    // every item, and everyone who is here
    for (const box of await page.getByRole('checkbox').all()) await box.check()
    // on a slow link, the page is left while the answer to one change is on its way and the next one waits
    await page.route(
      '**/api/days/*/meeting',
      async (route) => {
        const response = await route.fetch()
        await new Promise((done) => setTimeout(done, 2000))
        await route.fulfill({ response }).catch(() => undefined) // the page may have gone
      },
      { times: 1 },
    )
    const isSent = page.waitForRequest((asked) => asked.method() === 'PUT' && asked.url().endsWith('/meeting'))
    await page.getByLabel('Held by').fill('Hal Tutor')
    await isSent
    await button(page, 'Close the meeting').click()

    await page.goto('/')
    await expect(page.getByRole('region', { name: 'Next, 09:20' })).toBeVisible()
    await expect(page.getByRole('link', { name: 'The drivers’ meeting has not been held' })).toHaveCount(0)
    await page.getByRole('region', { name: 'Next, 09:20' }).getByRole('link', { name: 'Brief' }).click()
    await page.getByLabel('Aim 1').fill('Brake at the board')
    await button(page, 'Mark as briefed').click()
    await expect(button(page, 'Briefed')).toHaveAttribute('aria-pressed', 'true')
    const [brief] = await pdfPages(await saved(page, button(page, 'PDF')))
    for (const words of ['Una Brook', 'Brake at the board', 'The licensed instructor decides'])
      expect(brief).toContain(withoutBlanks(words))

    await page.goto('/')
    await page.getByRole('link', { name: 'Take the seat' }).click()
    const line = button(page, /^Line:/)
    for (const laps of [1, 2, 3]) {
      await tapLine(page)
      await expect(line).toHaveText(`Line: lap ${laps} ends`)
    }
    await page
      .getByRole('region', { name: 'Corner' })
      .getByRole('button', { name: /^Corner 4 / })
      .click()
    await page
      .getByRole('region', { name: 'What happened' })
      .getByRole('button', { name: /^misses the apex/ })
      .click()
    await button(page, 'In').click()
    await expect(page.getByText(/^The stint is over: in at/)).toBeVisible()
    await button(page, 'Not over: back to the seat').click()
    await expect(button(page, 'In')).toBeEnabled()
    await button(page, 'In').click()
    await expect(page.getByText(/^The stint is over: in at/)).toBeVisible()

    await page
      .getByRole('link', { name: /^Debrief/ })
      .first()
      .click()
    await page.getByLabel('In your own words').fill('Look further, then turn.')
    await expect(page.getByRole('status').filter({ hasText: /^Saved, version/ })).toBeVisible()
    const [debrief] = await pdfPages(await saved(page, button(page, 'PDF')))
    for (const words of ['Una Brook', 'Look further, then turn.', 'The licensed instructor decides'])
      expect(debrief).toContain(withoutBlanks(words))
  })

  test('what is made can be changed, archived, brought back and undone', async ({ page }) => {
    await page.goto('/library/people')
    await button(page, 'Change Ivo Reed').click()
    await nameField(page).fill('Ivo Reedham')
    await page.getByLabel('Wants').fill('Few words')
    await button(page, 'Done').click()
    await told(page, 'Ivo Reedham is changed.')
    await undo(page).click()
    await told(page, 'Undone: Ivo Reedham is changed.')
    await expect(row(page, 'Ivo Reed')).not.toContainText('Few words')

    // left in the middle: a change is saved, and someone new who is not added yet is still there
    await button(page, 'Change Ivo Reed').click()
    await page.getByLabel('Wants').fill('A quiet car')
    await page.keyboard.press('Escape')
    await expect(row(page, 'Ivo Reed')).toContainText('A quiet car')
    await button(page, 'Change Ivo Reed').click()
    await nameField(page).fill('')
    await expect(button(page, 'Done')).toBeDisabled()
    await page.keyboard.press('Escape')
    await button(page, 'Change Ivo Reed').click()
    await expect(page.getByText('This is what you typed last time. It is not saved yet.')).toBeVisible()
    await expectAccessible(page)
    await button(page, 'Put back').click()
    await button(page, 'Done').click()
    await button(page, 'New student').click()
    await nameField(page).fill('Half a n')
    await page.reload()
    await button(page, 'New student').click()
    await expect(nameField(page)).toHaveValue('Half a n')
    await button(page, 'Start again').click()
    await expect(nameField(page)).toHaveValue('')
    await button(page, 'Close').click()

    const everything = JSON.parse((await saved(page, button(page, 'Save Ivo Reed as a file'))).toString()) as PersonFile
    expect(everything).toMatchObject({ format: 'everything of one person', person: { name: 'Ivo Reed', wishes: 'A quiet car' } })

    await button(page, 'Archive Ivo Reed').click()
    await told(page, 'Ivo Reed is archived.')
    await expect(row(page, 'Ivo Reed')).toHaveCount(0)
    await page.keyboard.press('Control+z')
    await expect(row(page, 'Ivo Reed')).toBeVisible()
    await button(page, 'Archive Ivo Reed').click()
    await button(page, 'Archived people').click()
    await button(page, 'Bring back Ivo Reed').click()
    await expect(row(page, 'Ivo Reed')).toBeVisible()

    for (const [board, name] of [
      ['circuits', 'Skerrow Basin'],
      ['vehicles', 'School hatch'],
      ['markers', 'Ours'],
    ] as const) {
      await page.goto(`/library/${board}`)
      await button(page, `Archive ${name}`).first().click()
      await told(page, `${name} is archived.`)
      await undo(page).click()
      await expect(button(page, `Archive ${name}`).first()).toBeVisible()
    }

    // a plan that is driven stays; one that nobody drives goes, and comes back
    await page.goto('/')
    await page.getByRole('link', { name: 'School hatch, first session' }).first().click()
    const more = button(page, 'More to do with this plan')
    await more.click()
    await page.getByRole('menuitem', { name: 'Archive' }).click()
    await expect(page.getByRole('alert')).toContainText('2 stints on it')
    await more.click()
    await page.getByRole('menuitem', { name: 'New variant…' }).click()
    await button(page, 'Create').click()
    await expect(page.getByRole('combobox', { name: 'Plan', exact: true })).toContainText('next step')
    await more.click()
    await page.getByRole('menuitem', { name: 'Archive' }).click()
    await told(page, 'is archived.')
    await expect(page.getByRole('combobox', { name: 'Plan', exact: true })).not.toContainText('next step')
    await undo(page).click()
    await told(page, 'Undone:')

    // a stint that was driven is part of the record; one to come can go
    await page.goto('/')
    await expect(row(page, 'Ivo Reed')).toBeVisible()
    await expect(button(page, 'Archive Una Brook’s stint at 09:20')).toHaveCount(0)
    await button(page, 'Archive Ivo Reed’s stint at 09:45').click()
    await expect(row(page, 'Ivo Reed')).toHaveCount(0)
    await button(page, 'Archived plans, stints and sessions').click()
    await button(page, 'Bring back Ivo Reed’s stint at 09:45').click()
    await expect(row(page, 'Ivo Reed')).toBeVisible()
    await button(page, 'Change Ivo Reed’s stint at 09:45').click()
    await page.getByLabel('Starts at').fill('10:05')
    await button(page, 'Done').click()
    await expect(row(page, 'Ivo Reed')).toContainText('10:05')
    await undo(page).click()
    await expect(row(page, 'Ivo Reed')).toContainText('09:45')
  })

  test('a session is made, changed and archived', async ({ page }) => {
    const [day] = (await (await page.request.get('/api/days')).json()) as Day[]
    await page.goto(`/days/${day!.id}/run/wall`)
    await page.getByRole('checkbox', { name: /Una Brook/ }).check()
    await page.getByRole('checkbox', { name: /Ivo Reed/ }).check()
    await button(page, 'Create the session').click()
    await told(page, 'The session “Seated laps” is added.')
    const more = button(page, 'More to do with the session “Seated laps”')
    await more.click()
    await page.getByRole('menuitem', { name: 'Change this session' }).click()
    await page.getByLabel('Name').fill('Before lunch')
    await page.getByRole('checkbox', { name: /Una Brook/ }).uncheck()
    await button(page, 'Done').click()
    await told(page, 'The session “Before lunch” is changed.')
    await expect(page.getByRole('list', { name: 'Cars' })).not.toContainText('Una Brook')
    await undo(page).click()
    await expect(page.getByRole('list', { name: 'Cars' })).toContainText('Una Brook')
    await more.click()
    await page.getByRole('menuitem', { name: 'Archive this session' }).click()
    await expect(page.getByText('No wall session yet today')).toBeVisible()
    await undo(page).click()
    await expect(page.getByRole('list', { name: 'Cars' })).toContainText('Una Brook')
  })

  test('any day is opened again, also an earlier and an archived one', async ({ page }) => {
    await page.goto('/days')
    await button(page, 'New day').click()
    await page.getByLabel('Name').fill('Last spring')
    await page.getByLabel('Date').fill('2026-03-14')
    await page.getByLabel('Weather').fill('Dry')
    await button(page, 'Add').click()
    await expect(page.getByRole('heading', { name: 'Last spring' })).toBeVisible()
    await page.keyboard.press('y')
    await expect(page.getByRole('row')).toHaveCount(3)
    await expect(row(page, 'Last spring')).toContainText('past')
    await expect(row(page, 'Opening day')).toContainText('today')
    await expectAccessible(page)
    await page.setViewportSize({ width: 390, height: 844 })
    await expectNoSidewaysScroll(page)
    await page.setViewportSize({ width: 1280, height: 800 })

    // Today is still today; the earlier day has its own page and stages
    await page.getByRole('link', { name: 'Last spring' }).click()
    await expect(page.getByText('Saturday 14 March 2026').first()).toBeVisible()
    await page.getByRole('link', { name: /^Plan/ }).click()
    await expect(page.getByText('This day has no plan yet')).toBeVisible()
    await page.goto('/')
    await expect(page.getByRole('heading', { name: 'Opening day' })).toBeVisible()

    // tomorrow is like today: its plan and its stints come with it, to be briefed and driven anew
    await page.goto('/days')
    await button(page, 'Copy Opening day').click()
    await page.getByLabel('Name').fill('Second day')
    await page.getByLabel('Date').fill('2027-05-01')
    await button(page, 'Add').click()
    await expect(page.getByRole('heading', { name: 'Second day' })).toBeVisible()
    await expect(row(page, 'Una Brook')).toContainText('to come')
    await expect(row(page, 'Ivo Reed')).toContainText('to come')
    await page.goto('/days')
    await button(page, 'Archive Second day').click()
    await expect(row(page, 'Second day')).toHaveCount(0)

    await page.goto('/days')
    await button(page, 'Archive Last spring').click()
    await expect(row(page, 'Last spring')).toHaveCount(0)
    await button(page, 'Archived days').click()
    await button(page, 'Bring back Last spring, Saturday 14 March 2026').click()
    await expect(row(page, 'Last spring')).toBeVisible()
  })

  test('what is refused is said by field, and a second writer is asked', async ({ page }) => {
    const [day] = (await (await page.request.get('/api/days')).json()) as Day[]
    const { id, version, ...draft } = day!
    const path = `/api/days/${id}`
    const gone = { ...draft, circuitId: '01890000-0000-7000-8000-000000000000' }
    const refused = await page.request.put(path, { data: { day: gone, fromVersion: version } })
    expect(refused.status()).toBe(400)
    expect(await refused.json()).toMatchObject({ fields: [{ field: 'day.circuitId', expected: 'a circuit in the library' }] })
    await page.goto('/days')
    await button(page, `Change ${day!.name}`).click()
    await page.request.put(path, { data: { day: { ...draft, weather: 'Rain after all' }, fromVersion: version } })
    await page.getByLabel('Weather').fill('Sun')
    await button(page, 'Done').click()
    await expect(page.getByRole('dialog', { name: 'Someone else saved this day' })).toBeVisible()
    await button(page, 'Take theirs').click()
    await expect(row(page, day!.name)).toContainText('Rain after all')
  })
})
