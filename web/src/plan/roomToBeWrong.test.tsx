import { planDraftSchema, type PlanDraft, type School, type UnsafeAnswer } from '@ochote/contracts'
import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { RoomToBeWrong as Room, RoomTooFast } from '@ochote/core'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { fakeServer } from '../fixtures/fakeServer'
import { renderPage } from '../fixtures/render'
import { school } from '../fixtures/school'
import { markedStadium, plan, scheme, solved } from '../fixtures/stadium'
import { PlanSummary } from './PlanSummary'
import { RoomTab } from './RoomTab'
import { roomWords, tooFastWords } from './roomWords'

afterEach(() => vi.unstubAllGlobals())

const own = solved()
const enough: Room = {
  cornerNumber: '1',
  mark: 'brake',
  coneStationM: 100,
  coneSpeedMps: 30,
  reactionM: 30,
  brakingM: 50,
  toEdgeM: 70,
  toObstacleM: 104.4,
  surface: 'grass',
  depthM: 30,
  groundG: 0.35,
  marginM: 24.4,
  obstacleSpeedMps: 0,
  verdict: 'room',
  coneEarlierM: null,
  paceShare: null,
}
const unsafe: Room = {
  ...enough,
  cornerNumber: '2',
  verdict: 'unsafe',
  marginM: -12.2,
  obstacleSpeedMps: 10,
  coneEarlierM: 13.1,
  paceShare: 0.918,
}
const unknown: Room = {
  ...enough,
  cornerNumber: '3',
  verdict: 'unknown',
  marginM: null,
  toObstacleM: null,
  surface: null,
  depthM: null,
  groundG: null,
  obstacleSpeedMps: null,
}
const fast: RoomTooFast = {
  cornerNumber: '4',
  leavesAtM: 420,
  speedMps: 20,
  leftM: -0.9,
  surface: 'gravel',
  depthM: 12,
  groundG: 0.5,
  marginM: -6.2,
  obstacleSpeedMps: 8,
  verdict: 'unsafe',
}
const stays: RoomTooFast = {
  ...{ cornerNumber: '5', leavesAtM: null, speedMps: 18, leftM: 0.8, surface: null, depthM: null, groundG: null },
  ...{ marginM: null, obstacleSpeedMps: null, verdict: 'room' },
}

describe('room to be wrong', () => {
  it('is said with what is short and what would be enough, never more than is', () => {
    expect(roomWords(enough)).toBe('24 m left')
    expect(roomWords(unsafe)).toBe(
      'unsafe: 12 m short over the grass, 36 km/h at the first obstacle. It needs the brake cone 14 m earlier or 91 % of this pace',
    )
    expect(roomWords({ ...unsafe, coneEarlierM: null, paceShare: null })).toContain(
      'No earlier cone or lower pace that was tried is enough',
    )
    expect(roomWords(unknown)).toContain('not known')
    expect(tooFastWords(fast)).toBe(
      'unsafe: off at 72 km/h onto gravel, 29 km/h at the first obstacle, even turning as hard as the tyres can',
    )
    expect(tooFastWords({ ...fast, verdict: 'watch' })).toBe(
      'off at 72 km/h onto gravel, 29 km/h at the first obstacle; not if they turn as hard as the tyres can',
    )
    expect(tooFastWords({ ...fast, verdict: 'room', marginM: 3 })).toBe('off at 72 km/h onto gravel, 3 m left')
    expect(tooFastWords({ ...fast, verdict: 'unknown', surface: null, marginM: null })).toContain('not known')
    expect(tooFastWords(stays)).toBe('stays on the road, 0.8 m to the edge')
  })

  const open = (room: Room[], unsafeAnswers: UnsafeAnswer[] = [], tooFast: RoomTooFast[] = []) => {
    const drafts: PlanDraft[] = []
    const draft = { ...planDraftSchema.parse(plan), unsafeAnswers }
    const view = renderPage(
      <RoomTab
        marked={{ room, tooFast, findings: [] }}
        vehicle={{ kind: 'car' }}
        draft={draft}
        corner={null}
        onCorner={() => undefined}
        onChange={(d) => drafts.push(d)}
      />,
    )
    return { drafts, ...view }
  }

  it('comes worst first, drawn to scale with its words', () => {
    open([enough, unknown, unsafe], [], [stays, fast])
    expect(screen.getAllByRole('listitem').map((item) => item.textContent![0])).toEqual(['2', '4', '3', '1', '5'])
    expect(screen.getByRole('img', { name: 'stops 80 m from the cone, 30 m of it late; the edge at 70 m' })).toBeTruthy()
  })

  it('that is unsafe is answered by name and reason, which can be taken back', async () => {
    const { drafts, unmount } = open([unsafe])
    const button = screen.getByRole('button', { name: 'Record the answer' })
    expect(button.hasAttribute('disabled')).toBe(true)
    await userEvent.type(screen.getByRole('textbox', { name: /Reason/ }), 'Marshal there waves down')
    await userEvent.type(screen.getByRole('textbox', { name: /Name/ }), 'Rhona Keld')
    await userEvent.click(button)
    const given = { cornerNumber: '2', reason: 'Marshal there waves down', by: 'Rhona Keld', shortM: 12.2 }
    expect(drafts[0]!.unsafeAnswers).toEqual([given])
    unmount()
    const again = open([unsafe], [given])
    await userEvent.click(screen.getByRole('button', { name: 'Take back' }))
    expect(again.drafts[0]!.unsafeAnswers).toEqual([])
  })

  it('is asked again where it has got worse since it was answered', () => {
    open([{ ...unsafe, marginM: -15 }], [{ cornerNumber: '2', reason: 'Known', by: 'Rhona Keld', shortM: 12.2 }])
    expect(screen.getByText(/It has become worse since Rhona Keld answered for 12 m/)).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Record the answer' })).toBeTruthy()
  })

  it('of a corner that is not braked for is asked about too, where 10 % too fast ends at something', async () => {
    const { drafts } = open([], [], [fast, stays])
    await userEvent.type(screen.getByRole('textbox', { name: /Reason/ }), 'Tyre wall')
    await userEvent.type(screen.getByRole('textbox', { name: /Name/ }), 'Rhona Keld')
    await userEvent.click(screen.getByRole('button', { name: 'Record the answer' }))
    expect(drafts[0]!.unsafeAnswers).toEqual([{ cornerNumber: '4', reason: 'Tyre wall', by: 'Rhona Keld', shortM: 6.2 }])
  })

  it('says with which ground it is computed, which a school changes within what is possible', async () => {
    const { asked } = fakeServer(({ method, body }) =>
      method === 'PUT' ? { body: { ...(body as { school: object }).school, version: 5 } } : { body: school },
    )
    open([enough])
    await userEvent.click(await screen.findByRole('button', { name: 'Change the ground' }))
    expect(screen.getByText(/Braking beyond the edge \(dry\): grass 0.35 g, gravel 0.55 g/)).toBeTruthy()
    const wetGrass = screen.getByRole('textbox', { name: /^Wet grass/ })
    await userEvent.clear(wetGrass)
    await userEvent.type(wetGrass, '3')
    expect(screen.getByText('found 3, expected 0.02 to 1.2')).toBeTruthy()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Done' }).disabled).toBe(true)
    await userEvent.clear(wetGrass)
    await userEvent.type(wetGrass, '0,15')
    await userEvent.click(screen.getByRole('button', { name: 'Done' }))
    await vi.waitFor(() => expect(asked.some(({ method }) => method === 'PUT')).toBe(true))
    const { school: saved } = asked.find(({ method }) => method === 'PUT')!.body as { school: School }
    expect(saved.ground).toEqual({ ...school.ground, grass: { dry: 0.35, wet: 0.15 } })
  })

  it('is in the plan’s summary where a corner is unsafe', () => {
    const text = (room: Room[]) =>
      renderPage(<PlanSummary marked={{ ...markedStadium({}, own), room, tooFast: [] }} scheme={scheme} />).container.textContent
    expect(text([enough, unsafe])).toContain('· 1 corner unsafe')
    expect(text([enough, unknown])).not.toContain('unsafe')
  })

  it('is computed for the made-up day’s own corners', () => {
    expect(markedStadium({}, own).room.map((r) => r.cornerNumber)).toEqual(
      own.corners.filter((c) => c.points.brakeStart ?? c.points.lift).map((c) => c.number),
    )
  })
})
