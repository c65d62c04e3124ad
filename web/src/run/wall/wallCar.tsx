import type { DayView } from '@ochote/contracts'
import { carState, releaseBar, timedLaps, type StintRecord } from '@ochote/core'
import type { OpenedLogs } from '../../stintLog/useStintLogs'
import type { SessionStint } from '../SolvedSession'
import type { WallCar } from './CarTable'
import { LiveOnWall } from './LiveOnWall'

/**
 * A car as its row on the wall shows it: who is in it, where it is, and what keeps it from being released.
 * @param gone - students with whom the drivers' meeting was gone through since
 */
export function wallCar(
  day: DayView,
  { stint, solution }: SessionStint,
  record: StintRecord,
  logs: OpenedLogs,
  key: string,
  now: number,
  gone: ReadonlySet<string>,
): WallCar {
  const nameOf = (id: string) => day.people.find((p) => p.id === id)?.name ?? ''
  return {
    stintId: stint.id,
    student: nameOf(stint.studentId),
    instructor: nameOf(stint.instructorId),
    carName: day.cars.find((car) => car.id === stint.carId)?.name ?? '',
    state: carState(record, stint.plannedLaps, solution.trace.lapTimeS, now),
    lastS: timedLaps(record).pop()?.timeS ?? null,
    releaseBar: releaseBar(day.meeting, stint.studentId, record.metHere || gone.has(stint.studentId)),
    key,
    live: <LiveOnWall stint={stint} solution={solution} record={record} logs={logs} />,
  }
}
