import { randomFrom } from '../random/random'
import { Board } from './board'
import type { Problem } from './problem'

/** A slot that is off the board costs so much, and one that is fixed more: both outweigh any want. */
const OFF = 200
const OFF_FIXED = 2000
/** A place is passed over so often, so that not every search goes the same way. */
const BLINK = 0.015
/** Of those that were off the board before, so many are tried in a round. */
const MOST_OTHERS = 6
/** Warmth in units of cost, measured on days of 16 to 60 students. */
const COLDEST = 0.015
const WARMEST = 0.4
/** Rounds from warm to cold at first. Then it is warmed again, and cooled more slowly every time. */
const FIRST_COOLING = 6000
const SLOWER = 1.6

interface Kept {
  readonly start: Int32Array
  readonly vehicle: Int32Array
  readonly instructor: Int32Array
}

/** The best timetable that a search has found. */
export interface Found extends Kept {
  readonly unplaced: number
  readonly cost: number
}

interface Move {
  readonly slot: number
  readonly start: number
  readonly vehicle: number
  readonly instructor: number
}

/**
 * Searches for a cheap timetable: again and again some stints are taken off and put back where they cost least, and what came out is
 * kept where it is better, or now and then where it is not much worse (large neighbourhood search with annealing; Shaw 1998; Schrimpf
 * and others 2000; Christiaens and Vanden Berghe 2020).
 */
export class Search {
  private readonly board: Board
  private readonly random: () => number
  private readonly timesOff: Float64Array
  private best: Found
  private now: number
  private round = 0
  private cooling = FIRST_COOLING

  private readonly problem: Problem

  constructor(problem: Problem, seed: number) {
    this.problem = problem
    this.board = new Board(problem)
    this.random = randomFrom(seed)
    this.timesOff = new Float64Array(problem.slots.length)
    this.begin()
    this.now = this.value()
    this.best = this.snapshot()
  }

  get found(): Found {
    return this.best
  }

  /**
   * Goes on for some rounds.
   * @returns whether something better was found
   */
  improve(rounds: number): boolean {
    const was = this.best
    for (let k = 0; k < rounds; k++) this.tryRound()
    return this.best !== was
  }

  /** What people were told is put where it still fits, what is fixed first; the rest where it costs least. */
  private begin(): void {
    const { slots, students } = this.problem
    const seen = new Map<number, number>()
    slots.forEach((slot, at) => {
      if (slot.isFixed) this.insert(at)
    })
    slots.forEach((slot, at) => {
      const k = seen.get(slot.student) ?? 0
      seen.set(slot.student, k + 1)
      const told = students[slot.student]!.was[k]
      if (!told || this.board.isPlaced(at)) return
      const only = { ...slot, starts: slot.starts.filter((t) => t === told.start) }
      if (only.starts.length > 0) this.insert(at, told.start)
    })
    this.problem.slots.forEach((_slot, at) => {
      if (!this.board.isPlaced(at)) this.insert(at)
    })
  }

  private value(): number {
    let off = 0
    this.problem.slots.forEach((slot, at) => {
      if (!this.board.isPlaced(at)) off += slot.isFixed ? OFF_FIXED : OFF
    })
    return off + this.board.cost()
  }

  private snapshot(): Found {
    const { start, vehicle, instructor, placed } = this.board
    return {
      ...{ start: start.slice(), vehicle: vehicle.slice(), instructor: instructor.slice() },
      ...{ unplaced: this.problem.slots.length - placed, cost: this.board.cost() },
    }
  }

  private tryRound(): void {
    if (this.round === this.cooling) {
      this.round = 0
      this.cooling = Math.round(this.cooling * SLOWER)
      this.restore(this.best)
    }
    const warmth = WARMEST * (COLDEST / WARMEST) ** (this.round++ / this.cooling)
    const taken = this.ruin()
    const put = this.recreate(taken)
    const value = this.value()
    if (value < this.now - warmth * Math.log(1 - this.random())) {
      this.now = value
      const unplaced = this.problem.slots.length - this.board.placed
      if (unplaced < this.best.unplaced || (unplaced === this.best.unplaced && this.board.cost() < this.best.cost - 1e-9))
        this.best = this.snapshot()
    } else {
      for (const slot of put) this.board.take(slot)
      for (const { slot, start, vehicle, instructor } of taken) this.board.put(slot, start, vehicle, instructor)
    }
  }

  private restore(kept: Kept): void {
    for (let slot = 0; slot < this.problem.slots.length; slot++) if (this.board.isPlaced(slot)) this.board.take(slot)
    for (let slot = 0; slot < this.problem.slots.length; slot++)
      if (kept.start[slot]! >= 0) this.board.put(slot, kept.start[slot]!, kept.vehicle[slot]!, kept.instructor[slot]!)
    this.now = this.value()
  }

  private pick(n: number): number {
    return Math.floor(this.random() * n)
  }

  private takeOff(slots: Iterable<number>): Move[] {
    const { board } = this
    const moves: Move[] = []
    const off = (slot: number) => {
      moves.push({ slot, start: board.start[slot]!, vehicle: board.vehicle[slot]!, instructor: board.instructor[slot]! })
      board.take(slot)
    }
    for (const slot of slots) if (board.isPlaced(slot)) off(slot)
    for (const vehicle of new Set(moves.map((move) => move.vehicle)))
      for (let slot = board.tooClose(vehicle); slot !== null; slot = board.tooClose(vehicle)) off(slot)
    return moves
  }

  private ruin(): Move[] {
    const { board, problem } = this
    const on = problem.slots.map((_, at) => at).filter((at) => board.isPlaced(at))
    if (on.length === 0) return []
    const seed = on[this.pick(on.length)]!
    const kind = this.random()
    const size = 2 + this.pick(Math.min(12, on.length))
    if (kind < 0.3) {
      // whole students
      const students = new Set([problem.slots[seed]!.student])
      while (students.size < Math.min(problem.students.length, 1 + this.pick(4)))
        students.add(problem.slots[on[this.pick(on.length)]!]!.student)
      return this.takeOff([...students].flatMap((s) => [...board.ofStudent[s]!]))
    }
    if (kind < 0.45) {
      // the end of the day
      const from = board.lastEnd() - 5 * (1 + this.pick(8))
      return this.takeOff(on.filter((slot) => board.endOf(slot) > from).slice(0, 14))
    }
    if (kind < 0.6) {
      // students of two instructors, who may then change over
      const pool = on.filter((slot) => board.instructor[slot] === board.instructor[seed])
      const other = board.instructor[on[this.pick(on.length)]!]!
      const both = [
        ...new Set([...pool, ...on.filter((slot) => board.instructor[slot] === other)].map((slot) => problem.slots[slot]!.student)),
      ]
      this.shuffle(both)
      return this.takeOff(both.slice(0, 4).flatMap((s) => [...board.ofStudent[s]!]))
    }
    // near in time, the same vehicle and instructor first
    const near = (slot: number) =>
      Math.abs(board.start[slot]! - board.start[seed]!) +
      (board.vehicle[slot] === board.vehicle[seed] ? -15 : 0) +
      (board.instructor[slot] === board.instructor[seed] ? -15 : 0) +
      20 * this.random()
    const byNearness = on.map((slot) => ({ slot, near: near(slot) })).sort((a, b) => a.near - b.near)
    return this.takeOff(byNearness.slice(0, size).map(({ slot }) => slot))
  }

  /** Puts back what is off the board, in one of several orders. */
  private recreate(taken: readonly Move[]): number[] {
    const { board, problem } = this
    const off: number[] = []
    for (let slot = 0; slot < problem.slots.length; slot++) if (!board.isPlaced(slot)) off.push(slot)
    this.shuffle(off)
    const kind = this.random()
    const was = new Map(taken.map((move) => [move.slot, move.start]))
    if (kind < 0.3) off.sort((a, b) => this.timesOff[b]! - this.timesOff[a]!)
    else if (kind < 0.55) off.sort((a, b) => problem.slots[a]!.starts.length - problem.slots[b]!.starts.length)
    else if (kind < 0.75) off.sort((a, b) => (was.get(a) ?? 0) - (was.get(b) ?? 0))
    else if (kind < 0.85) off.sort((a, b) => problem.slots[a]!.student - problem.slots[b]!.student)
    off.sort((a, b) => Number(problem.slots[b]!.isFixed) - Number(problem.slots[a]!.isFixed))
    const put: number[] = []
    const others = new Set(off.filter((slot) => !was.has(slot)).slice(MOST_OTHERS))
    for (const slot of off) {
      if (others.has(slot)) continue
      if (this.insert(slot)) put.push(slot)
      else this.timesOff[slot]!++
    }
    return put
  }

  private insert(slot: number, onlyAt: number | null = null): boolean {
    const skips = onlyAt === null ? () => this.random() < BLINK : () => false
    const place = this.board.bestPlace(slot, skips)
    if (!place || (onlyAt !== null && place.start !== onlyAt)) return false
    this.board.put(slot, place.start, place.vehicle, place.instructor)
    return true
  }

  private shuffle(list: number[]): void {
    for (let k = list.length - 1; k > 0; k--) {
      const j = this.pick(k + 1)
      const moved = list[k]!
      list[k] = list[j]!
      list[j] = moved
    }
  }
}
