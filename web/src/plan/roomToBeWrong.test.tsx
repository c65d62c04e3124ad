import { planDraftSchema, type PlanDraft, type UnsafeAnswer } from '@ochote/contracts'
import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { RoomToBeWrong as Room } from '@ochote/core'
import { describe, expect, it } from 'vitest'
import { renderPage } from '../fixtures/render'
import { markedStadium, plan, scheme, solved } from '../fixtures/stadium'
import { PlanSummary } from './PlanSummary'
import { RoomTab } from './RoomTab'
import { roomWords } from './roomWords'

const own = solved()
const enough: Room = {
  cornerNumber: '1',
  coneStationM: 100,
  coneSpeedMps: 30,
  reactionM: 30,
  brakingM: 50,
  toEdgeM: 70,
  toObstacleM: 104.4,
  surface: 'grass',
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
  obstacleSpeedMps: null,
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
  })

  const open = (room: Room[], unsafeAnswers: UnsafeAnswer[] = []) => {
    const drafts: PlanDraft[] = []
    const draft = { ...planDraftSchema.parse(plan), unsafeAnswers }
    const view = renderPage(
      <RoomTab rooms={room} draft={draft} corner={null} onCorner={() => undefined} onChange={(d) => drafts.push(d)} />,
    )
    return { drafts, ...view }
  }

  it('comes worst first, drawn to scale with its words', () => {
    open([enough, unknown, unsafe])
    expect(screen.getAllByRole('listitem').map((item) => item.textContent![0])).toEqual(['2', '3', '1'])
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

  it('says so where no corner is braked for', () => {
    open([])
    expect(screen.getByText('No corner needs braking.')).toBeTruthy()
  })

  it('is in the plan’s summary where a corner is unsafe', () => {
    const text = (room: Room[]) =>
      renderPage(<PlanSummary marked={{ ...markedStadium({}, own), room }} scheme={scheme} />).container.textContent
    expect(text([enough, unsafe])).toContain('· 1 corner unsafe')
    expect(text([enough, unknown])).not.toContain('unsafe')
  })

  it('is computed for the made-up day’s own corners', () => {
    expect(markedStadium({}, own).room.map((r) => r.cornerNumber)).toEqual(
      own.corners.filter((c) => c.points.brakeStart).map((c) => c.number),
    )
  })
})
