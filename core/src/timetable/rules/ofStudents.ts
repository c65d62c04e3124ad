import type { DayFile } from '@ochote/contracts'
import { altogether, fewerMinutes, leave, movedTime, nameOf, namesOf, type DayRule } from './rule'

type Student = DayFile['students'][number]

function changed(day: DayFile, id: string, change: (student: Student) => Student): DayFile {
  return { ...day, students: day.students.map((one) => (one.id === id ? change(one) : one)) }
}

/** The rules that concern one student each, and what is fixed. */
export function rulesOfStudents(day: DayFile): DayRule[] {
  return [...day.fixed.map((_, k) => ofFixed(day, k)), ...day.students.flatMap((student, k) => ofStudent(day, student, `students[${k}]`))]
}

function ofFixed(day: DayFile, k: number): DayRule {
  const fixed = day.fixed[k]!
  const who = namesOf(day.students, [fixed.student])
  const inWhat = fixed.vehicle === undefined ? '' : ` in ${namesOf(day.vehicles, [fixed.vehicle])}`
  const withWhom = fixed.instructor === undefined ? '' : ` with ${namesOf(day.instructors, [fixed.instructor])}`
  const without = (now: DayFile) => ({ ...now, fixed: now.fixed.filter((one) => one !== fixed) })
  return {
    path: `fixed[${k}]`,
    says: `${who} is fixed at ${fixed.startsAt}${inWhat}${withWhom}.`,
    without,
    eased: altogether(day, `${who} not fixed at ${fixed.startsAt}.`, without),
  }
}

function ofStudent(day: DayFile, student: Student, path: string): DayRule[] {
  const rules: DayRule[] = []
  const who = nameOf(student)
  const { from, until, apartMin, vehicles, instructors, stintMin } = student
  const needs = `${student.stints === 1 ? '1 stint' : `${student.stints} stints`} of ${stintMin ?? day.stintMin} min`
  const without = (key: 'from' | 'until' | 'vehicles' | 'instructors' | 'stintMin') => (now: DayFile) =>
    changed(now, student.id, (one) => leave(one, key) as Student)
  const set = (part: Partial<Student>) => changed(day, student.id, (one) => ({ ...one, ...part }))
  if (from !== undefined)
    rules.push({
      ...{ path: `${path}.from`, says: `${who} is there from ${from}, and has ${needs}.`, without: without('from') },
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
      ...{ path: `${path}.until`, says: `${who} is there until ${until}, and has ${needs}.`, without: without('until') },
      eased: movedTime(
        day,
        until,
        'later',
        (time) => `${who} until ${time}.`,
        (time) => set({ until: time }),
      ),
    })
  if (apartMin > 0 && student.stints > 1)
    rules.push({
      path: `${path}.apartMin`,
      says: `${who} has ${apartMin} min between stints, and ${needs}.`,
      without: (now) => changed(now, student.id, (one) => ({ ...one, apartMin: 0 })),
      eased: fewerMinutes(
        day,
        apartMin,
        0,
        (min) => `${who} with ${min} min between stints.`,
        (min) => set({ apartMin: min }),
      ),
    })
  if (vehicles)
    rules.push({
      ...{ path: `${path}.vehicles`, says: `${who} can only drive ${namesOf(day.vehicles, vehicles)}.`, without: without('vehicles') },
      eased: altogether(day, `${who} in any vehicle.`, without('vehicles')),
    })
  if (instructors)
    rules.push({
      path: `${path}.instructors`,
      says: `${who} can only be with ${namesOf(day.instructors, instructors)}.`,
      without: without('instructors'),
      eased: altogether(day, `${who} with any instructor.`, without('instructors')),
    })
  if (stintMin !== undefined && stintMin > day.stintMin)
    rules.push({
      path: `${path}.stintMin`,
      says: `${who} has stints of ${stintMin} min instead of ${day.stintMin}.`,
      without: without('stintMin'),
      eased: altogether(day, `${who} with stints of ${day.stintMin} min.`, without('stintMin')),
    })
  return rules
}
