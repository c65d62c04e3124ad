import type { DayFile } from '@ochote/contracts'
import { fewerMinutes, leave, movedTime, nameOf, type DayRule } from './rule'

type Instructor = DayFile['instructors'][number]
type Vehicle = DayFile['vehicles'][number]

/** One instructor or vehicle more is tried, then two, then three. */
const MOST_MORE = 3
/** A vehicle is not filled sooner than this. */
const SHORTEST_FILL_MIN = 5
/** As many more as could ever be out at once. */
const NO_END = 30

/** A day with more vehicles or instructors; everybody may have them. */
function withMore(day: DayFile, key: 'vehicles' | 'instructors', n: number): DayFile {
  const more = Array.from({ length: n }, (_, k) => `one more ${key} ${k + 1}`)
  const students = day.students.map((student) => {
    const fit = student[key]
    return fit ? { ...student, [key]: [...fit, ...more] } : student
  })
  return key === 'vehicles'
    ? { ...day, students, vehicles: [...day.vehicles, ...more.map((id) => ({ id, name: '', fillMin: 0, restMin: 0 }))] }
    : { ...day, students, instructors: [...day.instructors, ...more.map((id) => ({ id, name: '', breakMin: 0 }))] }
}

/** How many vehicles and instructors there are. */
export function rulesOfNumbers(day: DayFile): DayRule[] {
  return (['vehicles', 'instructors'] as const).map((key) => {
    const one = key === 'vehicles' ? 'vehicle' : 'instructor'
    const n = day[key].length
    return {
      path: key,
      says: n === 1 ? `There is 1 ${one}.` : `There are ${n} ${key}.`,
      without: (now) => withMore(now, key, NO_END),
      eased: {
        needsMore: true,
        most: MOST_MORE,
        says: (by) => (by === 1 ? `One more ${one}.` : `${by} more ${key}.`),
        day: (by) => withMore(day, key, by),
      },
    }
  })
}

/** The rules that concern one instructor each. */
export function rulesOfInstructors(day: DayFile): DayRule[] {
  return day.instructors.flatMap((instructor, k) => {
    const rules: DayRule[] = []
    const path = `instructors[${k}]`
    const who = nameOf(instructor)
    const { from, until, inARow } = instructor
    const changed = (now: DayFile, change: (one: Instructor) => Instructor) => ({
      ...now,
      instructors: now.instructors.map((one) => (one.id === instructor.id ? change(one) : one)),
    })
    const without = (key: 'from' | 'until' | 'inARow') => (now: DayFile) => changed(now, (one) => leave(one, key) as Instructor)
    const set = (part: Partial<Instructor>) => changed(day, (one) => ({ ...one, ...part }))
    if (from !== undefined)
      rules.push({
        ...{ path: `${path}.from`, says: `${who} is there from ${from}.`, without: without('from') },
        eased: movedTime(
          day,
          from,
          'earlier',
          (time) => `${who} from ${time}.`,
          (time) => set({ from: time }),
        ),
      })
    if (until !== undefined)
      rules.push({
        ...{ path: `${path}.until`, says: `${who} is there until ${until}.`, without: without('until') },
        eased: movedTime(
          day,
          until,
          'later',
          (time) => `${who} until ${time}.`,
          (time) => set({ until: time }),
        ),
      })
    if (inARow !== undefined)
      rules.push({
        path: `${path}.inARow`,
        says: `${who} has at most ${inARow} ${inARow === 1 ? 'stint' : 'stints'} in a row, then ${instructor.breakMin} min off.`,
        without: without('inARow'),
        eased: { most: MOST_MORE, says: (by) => `${who} with ${inARow + by} stints in a row.`, day: (by) => set({ inARow: inARow + by }) },
      })
    return rules
  })
}

/** The rules that concern one vehicle each. */
export function rulesOfVehicles(day: DayFile): DayRule[] {
  return day.vehicles.flatMap((vehicle, k) => {
    const rules: DayRule[] = []
    const who = nameOf(vehicle)
    const { stintsPerFill, fillMin, restMin, until } = vehicle
    const changed = (now: DayFile, change: (one: Vehicle) => Vehicle) => ({
      ...now,
      vehicles: now.vehicles.map((one) => (one.id === vehicle.id ? change(one) : one)),
    })
    const set = (part: Partial<Vehicle>) => changed(day, (one) => ({ ...one, ...part }))
    if (until !== undefined)
      rules.push({
        path: `vehicles[${k}].until`,
        says: `${who} is there until ${until}.`,
        without: (now) => changed(now, (one) => leave(one, 'until') as Vehicle),
        eased: movedTime(
          day,
          until,
          'later',
          (time) => `${who} until ${time}.`,
          (time) => set({ until: time }),
        ),
      })
    if (stintsPerFill !== undefined && fillMin > 0) {
      const without = (now: DayFile) => changed(now, (one) => leave(one, 'stintsPerFill') as Vehicle)
      const after = stintsPerFill === 1 ? 'every stint' : `every ${stintsPerFill} stints`
      rules.push({
        ...{ path: `vehicles[${k}].stintsPerFill`, says: `${who} is away for ${fillMin} min after ${after}.`, without },
        eased: fewerMinutes(
          day,
          fillMin,
          SHORTEST_FILL_MIN,
          (min) => `${who} away for ${min} min to fill.`,
          (min) => set({ fillMin: min }),
        ),
      })
    }
    if (restMin > 0) {
      const without = (now: DayFile) => changed(now, (one) => ({ ...one, restMin: 0 }))
      rules.push({
        ...{ path: `vehicles[${k}].restMin`, says: `${who} rests for ${restMin} min after every stint.`, without },
        eased: fewerMinutes(
          day,
          restMin,
          0,
          (min) => `${who} with ${min} min of rest.`,
          (min) => set({ restMin: min }),
        ),
      })
    }
    return rules
  })
}
