import { usualWeights, type Day, type ListedStint, type StoredTimetable, type TimetableDraft, type TimetablePlace } from '@ochote/contracts'
import type { ByNoun } from '../repositories'

/** What a first timetable says until the school says otherwise. */
const USUAL = {
  ...{ startsAt: '09:00', endsAt: '16:30', gridMin: 5, stintMin: 15, turnroundMin: 5 },
  pauses: [{ from: '12:30', to: '13:15' }],
}
const USUAL_BREAK_MIN = 15

const placeOf = ({ stint }: ListedStint): TimetablePlace => ({
  ...{ id: stint.id, student: stint.studentId, vehicle: stint.carId, instructor: stint.instructorId },
  ...{ startsAt: stint.startsAt, isFixed: false },
})

/** A day's timetable: as it is stored, else made from the stints the day has. */
export async function timetableOfDay(all: ByNoun, day: Day): Promise<StoredTimetable> {
  const stints = await all.stints.listForDay(day.id)
  const told = stints.map(placeOf)
  const driven = stints.flatMap(({ stint }) => (stint.planVersionId === null ? [] : [stint.id]))
  const stored = await all.timetables.find(day.id)
  return { told, driven, ...(stored ?? { draft: await firstDraft(all, told), version: 0 }) }
}

async function firstDraft(all: ByNoun, told: readonly TimetablePlace[]): Promise<TimetableDraft> {
  const among = (key: 'student' | 'instructor' | 'vehicle') => [...new Set(told.map((place) => place[key]))]
  const used = among('vehicle')
  const vehicles = used.length > 0 ? used : (await all.cars.list()).map((car) => car.id)
  const stintsOf = (id: string) => told.filter((place) => place.student === id).length
  return {
    ...USUAL,
    ...{ groups: [], wants: usualWeights, places: [...told] },
    students: among('student').map((id) => ({ id, name: '', stints: stintsOf(id), apartMin: 0 })),
    instructors: among('instructor').map((id) => ({ id, name: '', breakMin: USUAL_BREAK_MIN })),
    vehicles: vehicles.map((id) => ({ id, name: '', fillMin: 0, restMin: 0 })),
  }
}
