import type { DayFile, PlannedStint } from '@ochote/contracts'
import { minutesOf, clockTimeOf } from './clock'

/** A hard rule of a day that a timetable breaks. */
export interface Breach {
  /** the rule's place in the day file, such as "students[2].until" */
  readonly rule: string
  /** in words, with names and times */
  readonly says: string
  /** the stints that break it, by their place in the list */
  readonly stints: readonly number[]
}

interface Placed {
  readonly at: number
  readonly startMin: number
  readonly endMin: number
  readonly stint: PlannedStint
}

const byStart = (a: Placed, b: Placed) => a.startMin - b.startMin || a.endMin - b.endMin
const nameOf = (one: { id: string; name: string }) => one.name || one.id

/**
 * Every hard rule that a list of stints breaks. An empty list is a timetable that a school can run, as far as its rules go.
 * @param isWhole - whether every stint asked for has to be there
 */
export function breaches(day: DayFile, stints: readonly PlannedStint[], isWhole = true): Breach[] {
  const found: Breach[] = []
  const add = (rule: string, says: string, ...of: Placed[]) => found.push({ rule, says, stints: of.map((one) => one.at) })
  const all = stints.map((stint, at): Placed => ({ at, stint, startMin: minutesOf(stint.startsAt), endMin: minutesOf(stint.endsAt) }))
  const dayFrom = minutesOf(day.startsAt)
  const dayTo = minutesOf(day.endsAt)

  day.students.forEach((student, k) => {
    const path = `students[${k}]`
    const who = nameOf(student)
    const own = all.filter((one) => one.stint.student === student.id).sort(byStart)
    const lastsMin = student.stintMin ?? day.stintMin
    if (isWhole && own.length !== student.stints) add(`${path}.stints`, `${who} has ${own.length} of ${student.stints} stints.`, ...own)
    else if (own.length > student.stints) add(`${path}.stints`, `${who} has ${own.length} stints instead of ${student.stints}.`, ...own)
    const group = day.groups.findIndex((one) => one.id === student.group)
    for (const one of own) {
      const at = `${who} at ${one.stint.startsAt}`
      if (one.endMin - one.startMin !== lastsMin)
        add(`${path}.stintMin`, `${at}: ${one.endMin - one.startMin} min instead of ${lastsMin}.`, one)
      if (student.from !== undefined && one.startMin < minutesOf(student.from)) add(`${path}.from`, `${at} is before ${student.from}.`, one)
      if (student.until !== undefined && one.endMin > minutesOf(student.until))
        add(`${path}.until`, `${at} ends after ${student.until}.`, one)
      if (student.vehicles && !student.vehicles.includes(one.stint.vehicle))
        add(`${path}.vehicles`, `${at} is in a vehicle that does not fit.`, one)
      if (student.instructors && !student.instructors.includes(one.stint.instructor))
        add(`${path}.instructors`, `${at} is with an instructor who does not fit.`, one)
      const windows = day.groups[group]?.windows
      if (windows && !windows.some((w) => one.startMin >= minutesOf(w.from) && one.endMin <= minutesOf(w.to)))
        add(`groups[${group}].windows`, `${at} is outside the windows of group ${student.group}.`, one)
    }
    pairs(own).forEach(([a, b]) => {
      if (b.startMin < a.endMin) add(`${path}`, `${who} drives twice at ${b.stint.startsAt}.`, a, b)
      else if (b.startMin - a.endMin < student.apartMin)
        add(`${path}.apartMin`, `${who} has ${b.startMin - a.endMin} min before ${b.stint.startsAt} instead of ${student.apartMin}.`, a, b)
    })
  })

  for (const one of all) {
    const at = `The stint at ${one.stint.startsAt}`
    if (!day.students.some((s) => s.id === one.stint.student)) add('students', `${at} is for nobody on the list.`, one)
    if (one.startMin < dayFrom) add('startsAt', `${at} is before the day starts.`, one)
    if (one.endMin > dayTo) add('endsAt', `${at} ends after the day does.`, one)
    if ((one.startMin - dayFrom) % day.gridMin !== 0) add('gridMin', `${at} is not on the ${day.gridMin} min grid.`, one)
    day.pauses.forEach((pause, k) => {
      if (one.startMin < minutesOf(pause.to) && one.endMin > minutesOf(pause.from)) add(`pauses[${k}]`, `${at} is in the pause.`, one)
    })
  }

  day.vehicles.forEach((vehicle, k) => {
    const path = `vehicles[${k}]`
    const own = all.filter((one) => one.stint.vehicle === vehicle.id).sort(byStart)
    for (const one of own)
      if (vehicle.until !== undefined && one.endMin > minutesOf(vehicle.until))
        add(`${path}.until`, `${nameOf(vehicle)} at ${one.stint.startsAt} ends after ${vehicle.until}.`, one)
    pairs(own).forEach(([a, b], n) => {
      const gap = b.startMin - a.endMin
      const at = `${nameOf(vehicle)} at ${b.stint.startsAt}`
      if (gap < 0) add(path, `${at} is out twice.`, a, b)
      else if (gap < day.turnroundMin) add('turnroundMin', `${at} has ${gap} min turnround instead of ${day.turnroundMin}.`, a, b)
      if (gap >= 0 && gap < vehicle.restMin) add(`${path}.restMin`, `${at} has ${gap} min rest instead of ${vehicle.restMin}.`, a, b)
      const isFillDue = vehicle.stintsPerFill !== undefined && (n + 1) % vehicle.stintsPerFill === 0
      if (gap >= 0 && isFillDue && gap < vehicle.fillMin)
        add(`${path}.stintsPerFill`, `${at} has ${gap} min to fill instead of ${vehicle.fillMin}.`, a, b)
    })
  })
  for (const one of all)
    if (!day.vehicles.some((v) => v.id === one.stint.vehicle))
      add('vehicles', `The stint at ${one.stint.startsAt} has no vehicle of the day.`, one)

  day.instructors.forEach((instructor, k) => {
    const path = `instructors[${k}]`
    const who = nameOf(instructor)
    const own = all.filter((one) => one.stint.instructor === instructor.id).sort(byStart)
    for (const one of own) {
      if (instructor.from !== undefined && one.startMin < minutesOf(instructor.from))
        add(`${path}.from`, `${who} at ${one.stint.startsAt} is before ${instructor.from}.`, one)
      if (instructor.until !== undefined && one.endMin > minutesOf(instructor.until))
        add(`${path}.until`, `${who} at ${one.stint.startsAt} ends after ${instructor.until}.`, one)
    }
    let inARow = own.length > 0 ? 1 : 0
    pairs(own).forEach(([a, b]) => {
      const gap = b.startMin - a.endMin
      if (gap < 0) add(path, `${who} is with two students at ${b.stint.startsAt}.`, a, b)
      else if (gap < day.turnroundMin)
        add('turnroundMin', `${who} has ${gap} min before ${b.stint.startsAt} instead of ${day.turnroundMin}.`, a, b)
      inARow = gap < instructor.breakMin ? inARow + 1 : 1
      if (instructor.inARow !== undefined && inARow > instructor.inARow)
        add(`${path}.inARow`, `${who} has ${inARow} stints in a row at ${b.stint.startsAt} instead of ${instructor.inARow}.`, b)
    })
  })
  for (const one of all)
    if (!day.instructors.some((i) => i.id === one.stint.instructor))
      add('instructors', `The stint at ${one.stint.startsAt} has no instructor of the day.`, one)

  const most = day.onTrackAtOnce
  if (most !== undefined)
    for (const one of all) {
      const out = all.filter((other) => other.startMin <= one.startMin && other.endMin > one.startMin)
      if (out.length > most && out[out.length - 1] === one)
        add('onTrackAtOnce', `${out.length} are out at ${one.stint.startsAt} instead of ${most}.`, ...out)
    }

  day.fixed.forEach((fixed, k) => {
    const stays = stints.some(
      (s) =>
        s.student === fixed.student &&
        s.startsAt === fixed.startsAt &&
        (fixed.vehicle === undefined || s.vehicle === fixed.vehicle) &&
        (fixed.instructor === undefined || s.instructor === fixed.instructor),
    )
    if (!stays) {
      const who = day.students.find((s) => s.id === fixed.student)
      add(
        `fixed[${k}]`,
        `The stint of ${who ? nameOf(who) : fixed.student} at ${clockTimeOf(minutesOf(fixed.startsAt))} is fixed, and it is not there.`,
      )
    }
  })
  return found
}

const pairs = <T>(list: readonly T[]): [T, T][] => list.slice(1).map((b, k): [T, T] => [list[k]!, b])
