import type { DayView, Stint, StintDraft } from '@ochote/contracts'
import { v7 as uuid } from 'uuid'

const FIRST_AT = '09:20'
/** From one stint's start to the next one's, minutes. */
const APART_MIN = 25
const LAPS = 5

function later(time: string, minutes: number): string {
  const [hours = 0, mins = 0] = time.split(':').map(Number)
  const at = Math.min(hours * 60 + mins + minutes, 23 * 60 + 59)
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`
}

/** A stint to be filled in: after the last one, and otherwise like it. */
export function newStint(day: DayView): Pick<Stint, 'id' | 'version' | 'planVersionId'> & StintDraft {
  const last = day.stints[day.stints.length - 1]?.stint
  const plan = day.plans.find((p) => p.id === last?.planId) ?? day.plans[0]
  const car = day.cars.find((c) => c.id === last?.carId) ?? day.cars.find((c) => c.vehicleTypeId === plan?.vehicleTypeId)
  return {
    ...{ id: uuid(), version: 0, planVersionId: null },
    ...{ planId: plan?.id ?? '', studentId: '', instructorId: last?.instructorId ?? '', carId: car?.id ?? '' },
    ...{ otherTypesCones: false, plannedLaps: last?.plannedLaps ?? LAPS, startsAt: last ? later(last.startsAt, APART_MIN) : FIRST_AT },
  }
}
