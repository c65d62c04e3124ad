import type { Problem } from './problem'
import { NOWHERE, studentCost } from './studentCost'

/** A place for a slot: when, in what, with whom, and by how much it changes the cost. */
export interface Place {
  readonly start: number
  readonly vehicle: number
  readonly instructor: number
  readonly delta: number
}

/** Earlier is better where nothing else decides, so that room gathers at the end; per minute. */
const EARLY = 1e-5

/** A timetable that is being made: slots on it and off it, with every hard rule kept for those that are on it. */
export class Board {
  readonly start: Int32Array
  readonly ends: Int32Array
  readonly vehicle: Int32Array
  readonly instructor: Int32Array
  /** slots in time order, by student, vehicle and instructor */
  readonly ofStudent: number[][]
  readonly ofVehicle: number[][]
  readonly ofInstructor: number[][]
  placed = 0
  private readonly out: Uint8Array
  private readonly studentCost: Float64Array

  readonly problem: Problem

  constructor(problem: Problem) {
    this.problem = problem
    const n = problem.slots.length
    this.start = new Int32Array(n).fill(NOWHERE)
    this.ends = new Int32Array(n)
    this.vehicle = new Int32Array(n).fill(NOWHERE)
    this.instructor = new Int32Array(n).fill(NOWHERE)
    this.ofStudent = problem.students.map(() => [])
    this.ofVehicle = problem.vehicles.map(() => [])
    this.ofInstructor = problem.instructors.map(() => [])
    this.out = new Uint8Array(1441)
    this.studentCost = new Float64Array(problem.students.length)
  }

  isPlaced(slot: number): boolean {
    return this.start[slot] !== NOWHERE
  }

  endOf(slot: number): number {
    return this.ends[slot]!
  }

  put(slot: number, start: number, vehicle: number, instructor: number): void {
    const student = this.problem.slots[slot]!.student
    const end = start + this.problem.students[student]!.lastsMin
    this.start[slot] = start
    this.ends[slot] = end
    this.vehicle[slot] = vehicle
    this.instructor[slot] = instructor
    for (const list of [this.ofStudent[student]!, this.ofVehicle[vehicle]!, this.ofInstructor[instructor]!])
      list.splice(this.placeIn(list, start), 0, slot)
    for (let t = start; t < end; t++) this.out[t]!++
    this.placed++
    this.studentCost[student] = this.costOfStudent(student)
  }

  take(slot: number): void {
    const student = this.problem.slots[slot]!.student
    for (const list of [this.ofStudent[student]!, this.ofVehicle[this.vehicle[slot]!]!, this.ofInstructor[this.instructor[slot]!]!])
      list.splice(list.indexOf(slot), 1)
    for (let t = this.start[slot]!; t < this.ends[slot]!; t++) this.out[t]!--
    this.start[slot] = NOWHERE
    this.vehicle[slot] = NOWHERE
    this.instructor[slot] = NOWHERE
    this.placed--
    this.studentCost[student] = this.costOfStudent(student)
  }

  /** The cost of what is on the board, without what is off it. */
  cost(): number {
    const { weights } = this.problem
    let sum = 0
    for (const cost of this.studentCost) sum += cost
    let most = 0
    let fewest = Infinity
    for (const list of this.ofVehicle) {
      most = Math.max(most, list.length)
      fewest = Math.min(fewest, list.length)
    }
    const spread = this.ofVehicle.length === 0 ? 0 : most - fewest
    return sum + weights.evenVehicles * spread + weights.earlyFinish * this.hoursTo(this.lastEnd())
  }

  lastEnd(): number {
    let last = this.problem.from
    for (const list of this.ofVehicle) if (list.length > 0) last = Math.max(last, this.ends[list[list.length - 1]!]!)
    return last
  }

  /**
   * Slots of a vehicle that came too close to the one before when another was taken away: fills move with the count.
   * @returns the first of them, or null
   */
  tooClose(vehicle: number): number | null {
    const list = this.ofVehicle[vehicle]!
    const { gapMin, fillGapMin, perFill } = this.problem.vehicles[vehicle]!
    for (let k = 1; k < list.length; k++)
      if (this.start[list[k]!]! - this.ends[list[k - 1]!]! < (k % perFill === 0 ? fillGapMin : gapMin)) return list[k]!
    return null
  }

  /**
   * The cheapest place for a slot that keeps every hard rule, or null.
   * @param skips - tells of a place whether it is passed over this time
   */
  bestPlace(slot: number, skips: () => boolean): Place | null {
    const { problem } = this
    const { student, starts, vehicles, instructors } = problem.slots[slot]!
    const { lastsMin, was } = problem.students[student]!
    const own = this.ofStudent[student]!
    const before = this.studentCost[student]!
    const lastEnd = this.lastEnd()
    const vehicleDeltas = this.spreadDeltas()
    const leastVehicleDelta = Math.min(0, ...vehicles.map((v) => vehicleDeltas[v]!))
    let best: Place | null = null
    let bestDelta = Infinity
    for (const start of starts) {
      const end = start + lastsMin
      const at = this.placeIn(own, start)
      if (!this.fitsStudent(student, at, start, end) || !this.isRoomOut(start, end)) continue
      const later = end > lastEnd ? problem.weights.earlyFinish * ((end - lastEnd) / 60) : 0
      const timeDelta = studentCost(problem, student, own, this, at, start, end) - before + later + EARLY * start
      if (timeDelta + leastVehicleDelta >= bestDelta || skips()) continue
      const told = was[at]
      const keepHalf = told ? problem.weights.keep / 2 : 0
      let vehicle = NOWHERE
      let vehicleDelta = Infinity
      for (const v of vehicles) {
        const delta = vehicleDeltas[v]! + (told && told.vehicle !== v ? keepHalf : 0)
        if (delta < vehicleDelta && !skips() && this.fitsVehicle(v, start, end)) {
          vehicle = v
          vehicleDelta = delta
        }
      }
      if (vehicle === NOWHERE || timeDelta + vehicleDelta >= bestDelta) continue
      for (const i of instructors) {
        const delta = timeDelta + vehicleDelta + this.meetingDelta(own, i) + (told && told.instructor !== i ? keepHalf : 0)
        if (delta < bestDelta && !skips() && this.fitsInstructor(i, start, end)) {
          bestDelta = delta
          best = { start, vehicle, instructor: i, delta }
        }
      }
    }
    return best
  }

  private hoursTo(minute: number): number {
    return (minute - this.problem.from) / 60
  }

  private placeIn(list: readonly number[], start: number): number {
    let k = list.length
    while (k > 0 && this.start[list[k - 1]!]! > start) k--
    return k
  }

  private fitsStudent(student: number, at: number, start: number, end: number): boolean {
    const own = this.ofStudent[student]!
    const { apartMin } = this.problem.students[student]!
    return (at === 0 || start - this.ends[own[at - 1]!]! >= apartMin) && (at === own.length || this.start[own[at]!]! - end >= apartMin)
  }

  private isRoomOut(start: number, end: number): boolean {
    const most = this.problem.onTrackAtOnce
    for (let t = start; t < end; t++) if (this.out[t]! >= most) return false
    return true
  }

  private fitsVehicle(vehicle: number, start: number, end: number): boolean {
    const list = this.ofVehicle[vehicle]!
    const { gapMin, fillGapMin, perFill, until } = this.problem.vehicles[vehicle]!
    if (end > until) return false
    const at = this.placeIn(list, start)
    // the gap before the stint at place k of the list
    const gapBefore = (k: number) => (k % perFill === 0 ? fillGapMin : gapMin)
    if (at > 0 && start - this.ends[list[at - 1]!]! < gapBefore(at)) return false
    if (at < list.length && this.start[list[at]!]! - end < gapBefore(at + 1)) return false
    if (perFill !== Infinity)
      for (let k = at + 1; k < list.length; k++) if (this.start[list[k]!]! - this.ends[list[k - 1]!]! < gapBefore(k + 1)) return false
    return true
  }

  private fitsInstructor(instructor: number, start: number, end: number): boolean {
    const { from, until, inARow, breakMin } = this.problem.instructors[instructor]!
    if (start < from || end > until) return false
    const list = this.ofInstructor[instructor]!
    const { turnroundMin } = this.problem
    const at = this.placeIn(list, start)
    if (at > 0 && start - this.ends[list[at - 1]!]! < turnroundMin) return false
    if (at < list.length && this.start[list[at]!]! - end < turnroundMin) return false
    if (inARow === Infinity) return true
    let row = 1
    for (let k = at - 1, next = start; k >= 0 && next - this.ends[list[k]!]! < breakMin; k--) {
      row++
      next = this.start[list[k]!]!
    }
    for (let k = at, last = end; k < list.length && this.start[list[k]!]! - last < breakMin; k++) {
      row++
      last = this.ends[list[k]!]!
    }
    return row <= inARow
  }

  /** What one more stint in each vehicle adds for uneven use. */
  private spreadDeltas(): number[] {
    const counts = this.ofVehicle.map((list) => list.length)
    const most = Math.max(...counts)
    const fewest = Math.min(...counts)
    const atFewest = counts.filter((count) => count === fewest).length
    const weight = this.problem.weights.evenVehicles
    return counts.map((count) => {
      const newFewest = count === fewest && atFewest === 1 ? fewest + 1 : fewest
      return weight * (Math.max(most, count + 1) - newFewest - (most - fewest))
    })
  }

  private meetingDelta(own: readonly number[], instructor: number): number {
    for (const slot of own) if (this.instructor[slot] === instructor) return 0
    return own.length === 0 ? 0 : this.problem.weights.sameInstructor
  }

  private costOfStudent(student: number): number {
    return studentCost(this.problem, student, this.ofStudent[student]!, this, NOWHERE, 0, 0)
  }
}
