import { screen } from '@testing-library/react'
import type { RoomToBeWrong as Room } from '@ochote/core'
import { describe, expect, it } from 'vitest'
import { shown } from '../fixtures/render'
import { openStint, scheme, solved } from '../fixtures/stadium'
import { PlanSummary } from './PlanSummary'
import { RoomToBeWrong, roomWords } from './RoomToBeWrong'

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
      'unsafe: 12 m short over the grass, 36 km/h at the first thing that can be hit. It needs the brake cone 14 m earlier or 91 % of this pace',
    )
    expect(roomWords({ ...unsafe, coneEarlierM: null, paceShare: null })).toContain('No earlier cone or lower pace found is enough')
    expect(roomWords(unknown)).toContain('not known')
  })

  it('comes worst first, and keeps what is unsafe in sight whichever corner is chosen', () => {
    const solution = { ...own, room: [enough, unknown, unsafe] }
    const numbers = () => screen.getAllByRole('listitem').map((item) => item.textContent![0])
    const { unmount } = shown(<RoomToBeWrong solution={solution} corner={null} />)
    expect(numbers()).toEqual(['2', '3', '1'])
    unmount()
    shown(<RoomToBeWrong solution={solution} corner="1" />)
    expect(numbers()).toEqual(['2', '1'])
  })

  it('says so of a corner that is not braked for', () => {
    shown(<RoomToBeWrong solution={{ ...own, room: [enough] }} corner="9" />)
    expect(screen.getByText('Corner 9 is not braked for.')).toBeTruthy()
  })

  it('is in the plan’s summary where a corner is unsafe', () => {
    const { cones } = openStint()
    const text = (room: Room[]) => shown(<PlanSummary solution={{ ...own, room }} cones={cones} scheme={scheme} />).container.textContent
    expect(text([enough, unsafe])).toContain('· 1 corner unsafe')
    expect(text([enough, unknown])).not.toContain('unsafe')
  })

  it('is computed for the made-up day’s own corners', () => {
    expect(own.room.map((r) => r.cornerNumber)).toEqual(own.corners.filter((c) => c.points.brakeStart).map((c) => c.number))
  })
})
