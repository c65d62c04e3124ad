import type { DayFile } from '@ochote/contracts'
import { altogether, leave, movedTime, type DayRule } from './rule'
import { rulesOfInstructors, rulesOfNumbers, rulesOfVehicles } from './ofStaffAndVehicles'
import { rulesOfStudents } from './ofStudents'

const MOST_MORE_OUT = 3
/** Nobody is out of a car, and the next one in and belted, sooner than this. */
const SHORTEST_TURNROUND_MIN = 3

/** The hard rules of a day that could be left out, those that concern one person first. */
export function dayRules(day: DayFile): DayRule[] {
  return [
    ...rulesOfStudents(day),
    ...rulesOfGroups(day),
    ...rulesOfInstructors(day),
    ...rulesOfVehicles(day),
    ...rulesOfAll(day),
    ...rulesOfNumbers(day),
  ]
}

function rulesOfGroups(day: DayFile): DayRule[] {
  return day.groups.flatMap((group, k) => {
    if (!day.students.some((student) => student.group === group.id)) return []
    const windows = group.windows.map((w) => `from ${w.from} to ${w.to}`).join(' and ') || 'at no time'
    const without = (now: DayFile) => ({
      ...now,
      students: now.students.map((one) => (one.group === group.id ? (leave(one, 'group') as typeof one) : one)),
    })
    return [
      {
        ...{ path: `groups[${k}].windows`, says: `Group ${group.id} is out ${windows}.`, without },
        eased: altogether(day, `Group ${group.id} at any time.`, without),
      },
    ]
  })
}

/** The rules for everybody: pauses, turnround, how many are out at once, the day's end. */
function rulesOfAll(day: DayFile): DayRule[] {
  const { turnroundMin, onTrackAtOnce, endsAt } = day
  const rules = day.pauses.map((pause, k): DayRule => {
    const without = (now: DayFile) => ({ ...now, pauses: now.pauses.filter((one) => one !== pause) })
    const when = `from ${pause.from} to ${pause.to}`
    return { path: `pauses[${k}]`, says: `There is a pause ${when}.`, without, eased: altogether(day, `No pause ${when}.`, without) }
  })
  if (turnroundMin > 0)
    rules.push({
      path: 'turnroundMin',
      says: `A turnround takes ${turnroundMin} min.`,
      without: (now) => ({ ...now, turnroundMin: 0 }),
      eased: {
        most: Math.max(0, turnroundMin - SHORTEST_TURNROUND_MIN),
        says: (by) => `A turnround of ${turnroundMin - by} min.`,
        day: (by) => ({ ...day, turnroundMin: turnroundMin - by }),
      },
    })
  if (onTrackAtOnce !== undefined)
    rules.push({
      path: 'onTrackAtOnce',
      says: `At most ${onTrackAtOnce} are on track at once.`,
      without: (now) => leave(now, 'onTrackAtOnce') as DayFile,
      eased: {
        most: MOST_MORE_OUT,
        says: (by) => `${onTrackAtOnce + by} on track at once.`,
        day: (by) => ({ ...day, onTrackAtOnce: onTrackAtOnce + by }),
      },
    })
  rules.push({
    ...{ path: 'endsAt', says: `The day ends at ${endsAt}.`, without: (now: DayFile) => ({ ...now, endsAt: '23:59' }) },
    eased: movedTime(
      day,
      endsAt,
      'later',
      (time) => `The day goes on until ${time}.`,
      (time) => ({ ...day, endsAt: time }),
    ),
  })
  return rules
}
