import { MilpBuilder, type Milp } from './milp'
import type { Problem } from './problem'
import type { Found } from './search'

/** The columns of a student: by position among their stints, and by vehicle and instructor, each by start. */
interface StudentColumns {
  readonly starts: readonly number[]
  readonly at: readonly ReadonlyMap<number, number>[]
  readonly inVehicle: ReadonlyMap<number, ReadonlyMap<number, number>>
  readonly withInstructor: ReadonlyMap<number, ReadonlyMap<number, number>>
  readonly meets: ReadonlyMap<number, number>
}

export interface DayModel {
  readonly milp: Milp
  /** the columns of a timetable that was found, to begin from */
  readonly startFrom: (found: Found) => number[]
  /** the places of the slots in an answer */
  readonly foundIn: (x: readonly number[]) => Pick<Found, 'start' | 'vehicle' | 'instructor'>
}

/** More columns than these take longer than anyone waits. */
export const MOST_COLUMNS = 14_000

export function columnsOf(problem: Problem): number {
  return problem.students.reduce((sum, student, k) => {
    const own = problem.slots.filter((slot) => slot.student === k)
    const starts = new Set(own.flatMap((slot) => slot.starts)).size
    const widest = own.find((slot) => !slot.isFixed) ?? own[0]
    return sum + starts * (student.stints + (widest?.vehicles.length ?? 0) + (widest?.instructors.length ?? 0))
  }, 0)
}

/**
 * A day as a mixed-integer model by start times. It has every hard rule but two: a fill after every n-th stint and stints in a row are
 * only kept as the most stints that can begin within a stretch of time, which is never stricter than the rule. So its bound holds for
 * the day, and where it has no answer neither has the day; its answers are checked against the rules.
 */
export function dayModel(problem: Problem): DayModel {
  const m = new MilpBuilder()
  const { students, weights } = problem
  const columns = students.map((_, k) => studentColumns(m, problem, k))
  const allStarts = [...new Set(columns.flatMap((c) => c.starts))].sort((a, b) => a - b)
  const lasts = students.map((s) => s.lastsMin)
  const shortest = Math.min(...lasts)

  columns.forEach((own, s) => {
    const { apartMin, lastsMin, stints } = students[s]!
    for (const at of own.at) m.row(1, ones(at.values()), 1)
    // one after the other: who begins at or after a time is not followed before that time, the stint and the rest have passed
    for (let k = 0; k + 1 < stints; k++)
      for (const start of own.starts) {
        const later = own.starts.filter((t) => t >= start).map((t) => own.at[k]!.get(t)!)
        const early = own.starts.filter((t) => t < start + lastsMin + apartMin).map((t) => own.at[k + 1]!.get(t)!)
        m.row(-Infinity, ones([...later, ...early]), 1)
      }
    for (const t of own.starts) {
      const begins = own.at.map((at) => [at.get(t)!, -1] as const)
      for (const by of [own.inVehicle, own.withInstructor])
        m.row(0, [...begins, ...[...by.values()].flatMap((at) => (at.has(t) ? [[at.get(t)!, 1] as const] : []))], 0)
    }
    for (const slot of problem.slots)
      if (slot.student === s && slot.isFixed)
        for (const [by, fits] of [
          [own.inVehicle, slot.vehicles],
          [own.withInstructor, slot.instructors],
        ] as const)
          m.row(1, ones(fits.flatMap((one) => by.get(one)?.get(slot.starts[0]!) ?? [])), 1)
    for (const [i, meets] of own.meets) {
      const at = own.withInstructor.get(i)!
      for (const start of own.starts) m.row(-Infinity, [...within(at, start - lastsMin - apartMin + 1, start), [meets, -1]], 0)
      m.row(-Infinity, [...ones(at.values()), [meets, -stints]], 0)
    }
  })

  /** At most `most` of what begins within a stretch that ends with each start. */
  const atMost = (by: (s: number) => ReadonlyMap<number, number> | undefined, stretch: (s: number) => number, most: number) => {
    for (const start of allStarts) {
      const terms = columns.flatMap((_, s) => [...within(by(s), start - stretch(s) + 1, start)])
      if (terms.length > most) m.row(-Infinity, terms, most)
    }
  }
  problem.vehicles.forEach(({ gapMin, fillGapMin, perFill }, v) => {
    const by = (s: number) => columns[s]!.inVehicle.get(v)
    atMost(by, (s) => lasts[s]! + gapMin, 1)
    if (perFill !== Infinity && fillGapMin > gapMin) atMost(by, () => perFill * shortest + (perFill - 1) * gapMin + fillGapMin, perFill)
  })
  problem.instructors.forEach(({ inARow, breakMin }, i) => {
    const by = (s: number) => columns[s]!.withInstructor.get(i)
    atMost(by, (s) => lasts[s]! + problem.turnroundMin, 1)
    if (inARow !== Infinity && breakMin > problem.turnroundMin)
      atMost(by, () => inARow * shortest + (inARow - 1) * problem.turnroundMin + breakMin, inARow)
  })
  if (problem.onTrackAtOnce < Math.min(problem.vehicles.length, problem.instructors.length))
    for (const start of allStarts)
      m.row(
        -Infinity,
        columns.flatMap((own, s) => own.at.flatMap((at) => [...within(at, start - lasts[s]! + 1, start)])),
        problem.onTrackAtOnce,
      )

  const end = m.column(weights.earlyFinish / 60, 0)
  columns.forEach((own, s) => {
    const last = own.at[own.at.length - 1]
    if (last) m.row(0, [[end, 1], ...weighted(last, (t) => problem.from - t - lasts[s]!)], Infinity)
  })
  const most = m.column(weights.evenVehicles, 0)
  const fewest = m.column(-weights.evenVehicles, 0)
  problem.vehicles.forEach((_, v) => {
    const all = columns.flatMap((own) => [...(own.inVehicle.get(v)?.values() ?? [])])
    m.row(0, [[most, 1], ...all.map((one) => [one, -1] as const)], Infinity)
    m.row(-Infinity, [[fewest, 1], ...all.map((one) => [one, -1] as const)], 0)
  })
  const waits = columns.map((own, s) => {
    if (own.at.length < 2) return null
    const { lastsMin, apartMin } = students[s]!
    const wait = m.column(weights.evenWait / 60, 0)
    for (let k = 0; k + 1 < own.at.length; k++)
      m.row(-lastsMin - apartMin, [[wait, 1], ...weighted(own.at[k + 1]!, (t) => -t), ...weighted(own.at[k]!, (t) => t)], Infinity)
    return wait
  })
  const kept = columns.map((own, s) => keepColumns(m, problem, own, s))
  const milp = m.build()

  return {
    milp,
    foundIn: (x) => {
      const n = problem.slots.length
      const found = { start: new Int32Array(n).fill(-1), vehicle: new Int32Array(n).fill(-1), instructor: new Int32Array(n).fill(-1) }
      columns.forEach((own, s) => {
        const starts = own.starts.filter((t) => own.at.some((at) => x[at.get(t)!]! > 0.5))
        const slots = problem.slots.map((_, k) => k).filter((k) => problem.slots[k]!.student === s)
        const fixed = slots.filter((k) => problem.slots[k]!.isFixed)
        const free = slots.filter((k) => !problem.slots[k]!.isFixed)
        for (const t of starts) {
          const slot = fixed.find((k) => problem.slots[k]!.starts[0] === t && found.start[k] === -1) ?? free.shift()
          if (slot === undefined) continue
          const chosen = (by: StudentColumns['inVehicle']) => [...by].find(([, at]) => (x[at.get(t) ?? -1] ?? 0) > 0.5)?.[0] ?? -1
          found.start[slot] = t
          found.vehicle[slot] = chosen(own.inVehicle)
          found.instructor[slot] = chosen(own.withInstructor)
        }
      })
      return found
    },
    startFrom: (found) => {
      const x = new Array<number>(milp.cost.length).fill(0)
      const counts = problem.vehicles.map((_, v) => found.vehicle.filter((one) => one === v).length)
      x[most] = Math.max(0, ...counts)
      x[fewest] = counts.length === 0 ? 0 : Math.min(...counts)
      columns.forEach((own, s) => {
        const slots = problem.slots.map((_, k) => k).filter((k) => problem.slots[k]!.student === s && found.start[k]! >= 0)
        slots.sort((a, b) => found.start[a]! - found.start[b]!)
        let longest = 0
        slots.forEach((slot, k) => {
          const t = found.start[slot]!
          x[own.at[k]!.get(t)!] = 1
          x[own.inVehicle.get(found.vehicle[slot]!)!.get(t)!] = 1
          x[own.withInstructor.get(found.instructor[slot]!)!.get(t)!] = 1
          x[own.meets.get(found.instructor[slot]!)!] = 1
          x[end] = Math.max(x[end]!, t + lasts[s]! - problem.from)
          if (k > 0) longest = Math.max(longest, t - found.start[slots[k - 1]!]! - lasts[s]! - students[s]!.apartMin)
        })
        const wait = waits[s]
        if (wait !== null && wait !== undefined) x[wait] = longest
        for (const { column, most: mostKept, of, one } of kept[s]!)
          x[column] = Math.min(mostKept, slots.filter((slot) => found[of][slot] === one).length)
      })
      return x
    },
  }
}

function studentColumns(m: MilpBuilder, problem: Problem, student: number): StudentColumns {
  const slots = problem.slots.filter((slot) => slot.student === student)
  const starts = [...new Set(slots.flatMap((slot) => slot.starts))].sort((a, b) => a - b)
  const { lastsMin } = problem.students[student]!
  const vehicles = [...new Set(slots.flatMap((slot) => slot.vehicles))]
  const inVehicle = new Map(
    vehicles.map(
      (v) => [v, new Map(starts.filter((t) => t + lastsMin <= problem.vehicles[v]!.until).map((t) => [t, m.choice()]))] as const,
    ),
  )
  const instructors = [...new Set(slots.flatMap((slot) => slot.instructors))]
  const weight = problem.weights.sameInstructor
  if (slots.length > 0) m.add(-weight)
  const withInstructor = new Map(
    instructors.map((i) => {
      const { from, until } = problem.instructors[i]!
      const there = starts.filter((t) => t >= from && t + lastsMin <= until)
      return [i, new Map(there.map((t) => [t, m.choice()]))] as const
    }),
  )
  return {
    ...{ starts, withInstructor, inVehicle },
    at: slots.map(() => new Map(starts.map((t) => [t, m.choice()]))),
    meets: new Map(instructors.map((i) => [i, m.choice(weight)])),
  }
}

interface KeptColumn {
  readonly column: number
  readonly most: number
  readonly of: 'vehicle' | 'instructor'
  readonly one: number
}

/** What people were told and still holds. A vehicle or an instructor counts for as many stints as it was told for, whichever they are. */
function keepColumns(m: MilpBuilder, problem: Problem, own: StudentColumns, student: number): KeptColumn[] {
  const weight = problem.weights.keep
  const was = problem.students[student]!.was.slice(0, own.at.length)
  m.add(2 * weight * was.length)
  was.forEach((told, k) => {
    const column = own.at[k]!.get(told.start)
    if (column !== undefined) m.charge(column, -weight)
  })
  return (['vehicle', 'instructor'] as const).flatMap((of) =>
    [...new Set(was.map((told) => told[of]))].flatMap((one): KeptColumn[] => {
      const at = (of === 'vehicle' ? own.inVehicle : own.withInstructor).get(one)
      if (!at) return []
      const most = was.filter((told) => told[of] === one).length
      const column = m.column(-weight / 2, 0, most)
      m.row(0, [...ones(at.values()), [column, -1]], Infinity)
      return [{ column, most, of, one }]
    }),
  )
}

function* ones(columns: Iterable<number>): Generator<readonly [number, number]> {
  for (const column of columns) yield [column, 1]
}

function* weighted(at: ReadonlyMap<number, number>, value: (start: number) => number): Generator<readonly [number, number]> {
  for (const [start, column] of at) yield [column, value(start)]
}

/** The columns of starts from one time to another, both included. */
function* within(at: ReadonlyMap<number, number> | undefined, from: number, to: number): Generator<readonly [number, number]> {
  if (at) for (const [start, column] of at) if (start >= from && start <= to) yield [column, 1]
}
