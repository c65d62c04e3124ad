import type { DayFile, WantName } from '@ochote/contracts'
import { minutesOf } from './clock'

/** One stint that is to be placed, and where it may be. Times are minutes after midnight; vehicles and instructors are places in the day's lists. */
export interface Slot {
  readonly student: number
  readonly isFixed: boolean
  readonly starts: readonly number[]
  readonly vehicles: readonly number[]
  readonly instructors: readonly number[]
}

interface ProblemStudent {
  readonly lastsMin: number
  readonly apartMin: number
  readonly stints: number
  /** what they were told, in time order; −1 for a vehicle or an instructor who is not there any more */
  readonly was: readonly { readonly start: number; readonly vehicle: number; readonly instructor: number }[]
}

interface ProblemVehicle {
  /** between two stints, min */
  readonly gapMin: number
  /** after every `perFill`-th stint, min */
  readonly fillGapMin: number
  readonly perFill: number
  readonly until: number
}

interface ProblemInstructor {
  readonly from: number
  readonly until: number
  readonly inARow: number
  readonly breakMin: number
}

/** A day in numbers. */
export interface Problem {
  readonly from: number
  readonly until: number
  readonly turnroundMin: number
  readonly onTrackAtOnce: number
  readonly students: readonly ProblemStudent[]
  readonly vehicles: readonly ProblemVehicle[]
  readonly instructors: readonly ProblemInstructor[]
  readonly slots: readonly Slot[]
  readonly weights: Readonly<Record<WantName, number>>
  /** students with more fixed stints than they have stints */
  readonly overfixed: readonly number[]
}

/** Puts a day into numbers. */
export function problemOf(day: DayFile): Problem {
  const from = minutesOf(day.startsAt)
  const until = minutesOf(day.endsAt)
  const notBefore = day.notBefore === undefined ? from : minutesOf(day.notBefore)
  const place = (list: readonly { id: string }[]) => new Map(list.map((one, k) => [one.id, k]))
  const vehicleAt = place(day.vehicles)
  const instructorAt = place(day.instructors)
  const all = (n: number) => Array.from({ length: n }, (_, k) => k)
  const those = (ids: readonly string[] | undefined, at: Map<string, number>) => (ids ? ids.map((id) => at.get(id)!) : all(at.size))
  const pauses = day.pauses.map((p) => [minutesOf(p.from), minutesOf(p.to)] as const)

  const slots: Slot[] = []
  const overfixed: number[] = []
  day.students.forEach((student, k) => {
    const lastsMin = student.stintMin ?? day.stintMin
    const windows = day.groups.find((g) => g.id === student.group)?.windows.map((w) => [minutesOf(w.from), minutesOf(w.to)] as const)
    const earliest = Math.max(from, student.from === undefined ? from : minutesOf(student.from))
    const latest = Math.min(until, student.until === undefined ? until : minutesOf(student.until))
    const starts: number[] = []
    for (let t = from; t + lastsMin <= latest; t += day.gridMin) {
      const end = t + lastsMin
      if (t < earliest) continue
      if (pauses.some(([a, b]) => t < b && end > a)) continue
      if (windows && !windows.some(([a, b]) => t >= a && end <= b)) continue
      starts.push(t)
    }
    const vehicles = [...new Set(those(student.vehicles, vehicleAt))]
    const instructors = [...new Set(those(student.instructors, instructorAt))]
    const fixed = day.fixed.filter((f) => f.student === student.id)
    for (const one of fixed) {
      const v = one.vehicle === undefined ? null : vehicleAt.get(one.vehicle)!
      const i = one.instructor === undefined ? null : instructorAt.get(one.instructor)!
      slots.push({
        student: k,
        isFixed: true,
        starts: starts.filter((t) => t === minutesOf(one.startsAt)),
        vehicles: vehicles.filter((n) => v === null || n === v),
        instructors: instructors.filter((n) => i === null || n === i),
      })
    }
    if (fixed.length > student.stints) overfixed.push(k)
    const free = starts.filter((t) => t >= notBefore)
    for (let n = fixed.length; n < student.stints; n++) slots.push({ student: k, isFixed: false, starts: free, vehicles, instructors })
  })

  return {
    ...{ from, until, slots, overfixed, weights: day.wants, turnroundMin: day.turnroundMin },
    onTrackAtOnce: day.onTrackAtOnce ?? Infinity,
    students: day.students.map((student) => ({
      lastsMin: student.stintMin ?? day.stintMin,
      apartMin: student.apartMin,
      stints: student.stints,
      was: day.was
        .filter((w) => w.student === student.id)
        .map((w) => ({
          start: minutesOf(w.startsAt),
          vehicle: vehicleAt.get(w.vehicle) ?? -1,
          instructor: instructorAt.get(w.instructor) ?? -1,
        }))
        .sort((a, b) => a.start - b.start),
    })),
    vehicles: day.vehicles.map((v) => {
      const gapMin = Math.max(day.turnroundMin, v.restMin)
      return {
        gapMin,
        fillGapMin: Math.max(gapMin, v.fillMin),
        perFill: v.stintsPerFill ?? Infinity,
        until: v.until === undefined ? until : Math.min(until, minutesOf(v.until)),
      }
    }),
    instructors: day.instructors.map((i) => ({
      from: i.from === undefined ? from : Math.max(from, minutesOf(i.from)),
      until: i.until === undefined ? until : Math.min(until, minutesOf(i.until)),
      inARow: i.inARow ?? Infinity,
      breakMin: i.breakMin,
    })),
  }
}
