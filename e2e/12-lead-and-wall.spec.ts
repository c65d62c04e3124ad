import { expect, test } from '@playwright/test'
import type { DayView, ReleasedSession, Stint } from '@ochote/contracts'
import { expectAccessible, expectNoSidewaysScroll, notDriven, openDay, shareClock, storedLog, tapLine } from './support'

test('four follow the lead through three rotations, each the same laps right behind, faults by name', async ({ page }) => {
  const { id: dayId } = await openDay(page)
  await page.goto(`/days/${dayId}/run/lead`)
  const names = ['Ines Marlowe', 'Tobias Fennick', 'Ruben Halloway', 'Leo Vantongeren']
  for (const name of names) await page.getByRole('checkbox', { name }).check()
  // three hatches are not enough for four, and no car is given twice
  await expect(page.getByText(/^There are more followers than cars of the plan’s type/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Create the session' })).toBeDisabled()
  await page.getByRole('combobox', { name: /^Car of Leo/ }).click()
  await page.getByRole('option', { name: 'Hatch 1' }).click()
  await expect(page.getByRole('combobox', { name: /^Car of Ines/ })).toHaveText('Hatch 2') // she had it only by default
  await page.getByRole('combobox', { name: /^Car of Tobias/ }).click()
  await page.getByRole('option', { name: 'Hatch 1' }).click()
  await expect(page.getByText('Hatch 1 is out with Tobias Fennick from 09:00 until about 09:16.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Create the session' })).toBeDisabled()
  await page.getByRole('combobox', { name: /^Car of Tobias/ }).click()
  await page.getByRole('option', { name: 'Estate' }).click()
  await page.getByRole('textbox', { name: 'Laps', exact: true }).fill('eight')
  await expect(page.getByText('expected 1 to 60')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Create the session' })).toBeDisabled()
  await page.getByRole('textbox', { name: 'Laps', exact: true }).fill('8')
  await expect(
    page.getByText('laps 1 to 2: Ines Marlowe · laps 3 to 4: Tobias Fennick · laps 5 to 6: Ruben Halloway · laps 7 to 8: Leo Vantongeren'),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Create the session' }).click()
  const behind = page.getByRole('region', { name: 'Behind the lead' })
  // a lap of each car is solved first, beside everything else that runs
  await expect(behind).toContainText('Ines, drop to the back on the straight after corner 11', { timeout: 60_000 })
  await expect(behind).toContainText(/Gap 2 s: \d+ m \(\d+ car lengths of \d\.\d m\)/)
  await expectAccessible(page)
  const who = page.getByRole('group', { name: 'Who' }).getByRole('button')
  const line = page.getByRole('button', { name: /^Line:/ })
  const order: string[] = []
  for (let lap = 1; lap <= 8; lap++) {
    await tapLine(page)
    await expect(line).toHaveText(`Line: lap ${lap} ends`)
    order.push((await who.first().textContent())!.replace('right behind', ''))
    if (lap === 3) {
      await page.getByRole('button', { name: /^Leo/ }).click()
      await page
        .getByRole('region', { name: 'Corner' })
        .getByRole('button', { name: /^Corner 6 / })
        .click()
      await page
        .getByRole('region', { name: 'What happened' })
        .getByRole('button', { name: /^brakes late/ })
        .click()
    }
  }
  expect(order).toEqual(['Ines', 'Ines', 'Tobias', 'Tobias', 'Ruben', 'Ruben', 'Leo', 'Leo'])
  await tapLine(page)
  // a lap that was not driven, taken back for everyone
  await tapLine(page)
  await expect(page.getByRole('status').filter({ hasText: 'Lap 9 ended' })).toBeVisible()
  await page.getByRole('button', { name: /^Undo \(/ }).click()
  await expect(line).toHaveText('Line: lap 9 ends')
  await page.getByRole('button', { name: 'All in' }).click()
  await expect(page.getByText('The session is over.')).toBeVisible()
  await expect(page.getByText('All saved')).toBeVisible()
  const day = await openDay(page)
  const session = day.sessions.find((s) => s.kind === 'led')!
  const logs = await Promise.all(session.stintIds.map((id) => storedLog(page.request, id)))
  for (const log of logs) {
    expect(log.filter((e) => e.kind === 'line')).toHaveLength(10)
    expect(log.filter((e) => e.kind === 'undo')).toHaveLength(1)
  }
  expect(logs.map((log) => log.flatMap((e) => (e.kind === 'fault' ? [`${e.corner} ${e.code}`] : [])))).toEqual([[], [], [], ['6 bl']])
  await page.setViewportSize({ width: 390, height: 844 })
  await expectNoSidewaysScroll(page)
})

test('six cars from the wall: released apart, laps by a key, codes completed and corrected, who is late, the end in time', async ({
  page,
}) => {
  const day: DayView = await openDay(page)
  const pattern = notDriven(day).find((s) => day.meeting.present.includes(s.stint.studentId))!.stint
  const students = day.people.filter((p) => p.role === 'student' && day.meeting.present.includes(p.id)).slice(0, 6)
  const stints = students.map((s, k): Stint => ({
    ...pattern,
    id: crypto.randomUUID(),
    studentId: s.id,
    startsAt: `13:0${k}`, // one car and one instructor: no two at the very same time
    aims: [],
    planVersionId: null,
    plannedLaps: 3,
  }))
  const session: ReleasedSession = {
    id: crypto.randomUUID(),
    dayId: day.id,
    kind: 'released',
    name: 'Six out',
    startsAt: '13:00',
    endsAt: '13:40',
    intervalS: 20,
    version: 0,
    stintIds: stints.map((s) => s.id),
  }
  await page.request.put(`/api/days/${day.id}/sessions`, { data: { session, stints } })
  await page.clock.install({ time: new Date('2026-10-17T13:00:00Z') })
  await shareClock(page)
  await page.goto(`/days/${day.id}/run/wall/${session.id}`)
  const cars = page.getByRole('list', { name: 'Cars' }).getByRole('listitem')
  await expect(cars).toHaveCount(6)
  await expectAccessible(page)
  const code = page.getByRole('textbox', { name: /^Code for/ })
  await expect(code).toBeFocused()

  // released one by one, never sooner than the interval
  await page.keyboard.press('Space')
  await expect(cars.nth(0)).toContainText('out lap')
  await page.keyboard.press('Space')
  await expect(cars.nth(1)).toContainText('Release it in')
  for (let k = 1; k <= 5; k++) {
    await page.clock.fastForward(20_500)
    await page.keyboard.press('Space')
    await expect(cars.nth(k)).toContainText('out lap')
  }
  await expect(page.getByText('Everyone has been released.')).toBeVisible()

  // laps by letter: all six start, five come round again, one is late
  await page.clock.fastForward(60_000)
  for (const key of 'abcdef') await page.keyboard.press(key)
  await expect(cars.nth(5)).toContainText('lap 1')
  // each stands on the ribbon too, with what it needs next
  const ribbon = page.getByRole('region', { name: 'Where the cars are' })
  for (const { name } of students) await expect(ribbon.getByRole('button', { name: new RegExp(`^${name}: At the line in`) })).toBeVisible()
  await page.clock.fastForward(130_000)
  for (const key of 'abcde') await page.keyboard.press(key)
  await page.clock.fastForward(30_000)
  await expect(cars.nth(5)).toContainText(/overdue \d+ s/)
  await expect(cars.nth(0)).toContainText(/in 1:\d\d/)

  // who is at the wall is chosen once on a device, and the field for codes has the focus again
  const instructor = day.people.find((p) => p.role === 'instructor')!
  await page.getByRole('combobox', { name: 'At the wall' }).click()
  await page.getByRole('option', { name: instructor.name }).click()
  await expect(code).toBeFocused()

  // a code is completed as it is typed, its mistake shown, and taken back
  await page.keyboard.press('Shift+C')
  await expect(page.getByRole('textbox', { name: `Code for ${students[2]!.name}` })).toBeFocused()
  await page.keyboard.type('7et')
  await expect(page.getByText('“et” is no fault')).toBeVisible()
  await page.keyboard.press('Enter')
  await page.keyboard.press('Tab')
  await expect(code).toHaveValue('7te')
  await page.keyboard.type('2')
  await expect(page.getByText('Enter: corner 7, turns in early, costs')).toBeVisible()
  await page.keyboard.press('Enter')
  const last = page.getByRole('status', { name: 'Last entry' })
  await expect(last).toHaveText(`${students[2]!.name}: Lap 2, corner 7: turns in early, costs`)
  await page.keyboard.type('5be3')
  await page.keyboard.press('Enter')
  await expect(last).toContainText('corner 5: brakes early')
  await page.keyboard.press('Backspace')
  await expect(last).toContainText('corner 7: turns in early')
  await page.keyboard.type('0')
  await page.keyboard.press('Enter')
  await expect(cars.nth(2)).toContainText('In. The debrief comes next.')

  // the end in time for the last: a lap to finish and one to cool down
  await expect(page.getByText(/^Give the last-lap signal by 13:3\d:\d\d/)).toBeVisible()
  await page.clock.fastForward(33 * 60_000)
  await expect(page.getByText(/Give the last-lap signal now/)).toBeVisible()
  await page.getByRole('button', { name: 'Last-lap signal given' }).click()
  await expect(page.getByText('The last-lap signal has been given.')).toBeVisible()
  await expect(page.getByText('All saved')).toBeVisible()

  const logs = await Promise.all(stints.map((s) => storedLog(page.request, s.id)))
  expect(logs.map((log) => log.filter((e) => e.kind === 'line').length)).toEqual([2, 2, 2, 2, 2, 1])
  const faults = logs[2]!.filter((e) => e.kind === 'fault')
  expect(faults).toMatchObject([
    { corner: '7', code: 'te', severity: 2, lap: 2, loggedBy: instructor.id },
    { corner: '5', code: 'be', severity: 3, loggedBy: instructor.id },
  ])
  expect(logs[2]!.filter((e) => e.kind === 'undo')).toMatchObject([{ about: faults[1]!.id }])

  // debriefed as a group of six: what two of them have, by whom only while names are shown, from a large screen by keys
  const twice = [0, 1].map((k) => ({
    ...{ id: crypto.randomUUID(), stintId: stints[k]!.id, deviceId: 'a test', deviceTime: '2026-10-17T13:05:00.000Z' },
    ...{ kind: 'fault', lap: 1, corner: '7', code: 'te', severity: 1 },
  }))
  for (const entry of twice) await page.request.post(`/api/stints/${entry.stintId}/log`, { data: { entries: [entry] } })
  await page.goto(`/days/${day.id}/group`)
  await page.getByRole('combobox', { name: 'Which stints' }).click()
  await page.getByRole('option', { name: '13:00 Six out' }).click()
  await expect(page.getByText('5 students, 5 timed laps')).toBeVisible()
  const inCommon = page.getByRole('region', { name: 'What they have in common' }).getByRole('listitem')
  await expect(inCommon).toHaveText([/^Corner 7: turns in early3 students; logged 3 times, at worst costs\./])
  await expect(page.getByRole('row', { name: /^Student 3/ })).toContainText('1!')
  await expectAccessible(page)
  await page.getByRole('switch', { name: 'Names' }).click()
  await expect(page.getByRole('row', { name: new RegExp(`^${students[2]!.name}`) })).toContainText('1!')
  await page.getByRole('switch', { name: 'Names' }).click()
  await page.getByRole('button', { name: 'Large screen' }).click()
  await expect(page.getByRole('heading', { name: 'Corner 7: turns in early' })).toBeVisible()
  await expect(page.getByText(students[2]!.name)).toHaveCount(0)
  await page.keyboard.press('n')
  await expect(page.getByText(students[2]!.name)).toBeVisible()
  await expectAccessible(page)
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('heading', { name: 'Next session, 1' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('heading', { name: 'Debrief: the group' })).toBeVisible()
})
