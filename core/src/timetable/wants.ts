import type { DayFile, PlannedStint, WantName } from '@ochote/contracts'
import { minutesOf } from './clock'

/** One want of a timetable: how far it is from being met, what that weighs, and their product. */
export interface Want {
  readonly name: WantName
  readonly value: number
  readonly weight: number
  readonly cost: number
}

const byTime = (a: PlannedStint, b: PlannedStint) => minutesOf(a.startsAt) - minutesOf(b.startsAt)

const values: Readonly<Record<WantName, (day: DayFile, stints: readonly PlannedStint[]) => number>> = {
  /** Σ over students of the instructors met, less one. */
  sameInstructor: (day, stints) =>
    total(day.students, ({ id }) => {
      const met = new Set(stints.filter((s) => s.student === id).map((s) => s.instructor))
      return Math.max(0, met.size - 1)
    }),
  /** Σ over students of their longest wait between two stints beyond what they need, h. */
  evenWait: (day, stints) =>
    total(day.students, ({ id, apartMin }) => {
      const own = stints.filter((s) => s.student === id).sort(byTime)
      const waits = own.slice(1).map((s, k) => minutesOf(s.startsAt) - minutesOf(own[k]!.endsAt))
      return waits.length === 0 ? 0 : (Math.max(...waits) - apartMin) / 60
    }),
  /** Most less fewest stints among the vehicles. */
  evenVehicles: (day, stints) => {
    const counts = day.vehicles.map(({ id }) => stints.filter((s) => s.vehicle === id).length)
    return counts.length === 0 ? 0 : Math.max(...counts) - Math.min(...counts)
  },
  /** From the day's start to the last end, h. */
  earlyFinish: (day, stints) =>
    stints.length === 0 ? 0 : (Math.max(...stints.map((s) => minutesOf(s.endsAt))) - minutesOf(day.startsAt)) / 60,
  /** Over each student's stints as they were told, in their order: another start counts 1, another vehicle or instructor 0.5. */
  keep: (day, stints) =>
    total(day.students, ({ id }) => {
      const own = stints.filter((s) => s.student === id).sort(byTime)
      const was = day.was.filter((s) => s.student === id).sort(byTime)
      return total(was, (told, k) => {
        const now = own[k]
        if (!now) return 0
        return (
          (now.startsAt === told.startsAt ? 0 : 1) +
          (now.vehicle === told.vehicle ? 0 : 0.5) +
          (now.instructor === told.instructor ? 0 : 0.5)
        )
      })
    }),
}

/** The wants of a timetable one by one, as the day's weights count them (day file, "Values of the wants"). */
export function wantsOf(day: DayFile, stints: readonly PlannedStint[]): Want[] {
  return (Object.keys(values) as WantName[]).map((name) => {
    const value = values[name](day, stints)
    return { name, value, weight: day.wants[name], cost: value * day.wants[name] }
  })
}

/** What a timetable costs: the wants' values, each times its weight. */
export const costOf = (wants: readonly Want[]): number => total(wants, (want) => want.cost)

function total<T>(list: readonly T[], of: (one: T, k: number) => number): number {
  return list.reduce((sum, one, k) => sum + of(one, k), 0)
}
