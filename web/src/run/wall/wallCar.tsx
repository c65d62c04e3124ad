import type { DayView } from '@ochote/contracts'
import { carState, stintBar, timedLaps, type StintRecord } from '@ochote/core'
import type { OpenedLogs } from '../../stintLog/useStintLogs'
import type { SessionStint } from '../SolvedSession'
import type { LiveSource } from '../../telemetry/liveSource'
import type { WallCar } from './CarList'
import { carNeed } from './carNeeds'
import { LiveOnWall } from './LiveOnWall'

/**
 * A car as its row on the wall shows it: who is in it, where it is, and what keeps it from being released.
 * @param gone - students with whom the drivers' meeting was gone through since
 * @param releaseAtMs - when it may be released, where it is the next to go
 */
export function wallCar(
  day: DayView,
  { stint, solution }: SessionStint,
  record: StintRecord,
  logs: OpenedLogs,
  key: string,
  now: number,
  gone: ReadonlySet<string>,
  source: LiveSource,
  releaseAtMs: number | null,
): WallCar {
  const nameOf = (id: string) => day.people.find((p) => p.id === id)?.name ?? ''
  const state = carState(record, stint.plannedLaps, solution.trace.lapTimeS, now)
  const bar = stintBar(day, stint, record.metHere || gone.has(stint.studentId))
  return {
    stintId: stint.id,
    student: nameOf(stint.studentId),
    instructor: nameOf(stint.instructorId),
    carName: day.cars.find((car) => car.id === stint.carId)?.name ?? '',
    state,
    need: carNeed(state, bar, now, releaseAtMs),
    lastS: timedLaps(record).pop()?.timeS ?? null,
    releaseBar: bar,
    key,
    live: <LiveOnWall stint={stint} solution={solution} record={record} logs={logs} source={source} />,
  }
}
