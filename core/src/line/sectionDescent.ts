import { difference, directionFrom, dot, remember, toSolve, type StepPair } from './stepPairs'

/** A sum of costs to minimise, each mostly of its own section of the unknowns. */
export interface SectionMinimisation {
  /** fills the cost of each section at x, and the gradient of their sum */
  readonly evaluate: (x: Float64Array, gradient: Float64Array, costs: Float64Array) => void
  /** solves with an approximation of the Hessian at x that ties no section to another */
  readonly preconditioner: (x: Float64Array) => (gradient: Float64Array) => Float64Array
  /** first unknown of each section, ascending; the last section goes on round the ring to the first */
  readonly starts: readonly number[]
  /** evaluations at most */
  readonly mostTrials: number
  /** a section stops after three steps in a row that each gain less than this share of its cost */
  readonly leastGain: number
  /** no unknown moves further than this in one step */
  readonly mostMove: number
  /** called after each trial; a throw stops the search */
  readonly onTrial?: () => void
}

const IDLE_STEPS = 3
const MATRIX_EVERY = 2
/** The weak Wolfe conditions, as in `minimise`. */
const ENOUGH = 1e-4
const FLATTER = 0.9
/** Trials along one direction. */
const MOST_ALONG = 12
const STANDS_STILL = 1e-9

/** A place where a section has been. */
interface Place {
  readonly x: Float64Array
  readonly gradient: Float64Array
  readonly cost: number
}

interface Section {
  /** its unknowns' numbers */
  readonly unknowns: Int32Array
  at: Place
  readonly pairs: StepPair[]
  /** of the preconditioner; 0 until it is known */
  scale: number
  direction: Float64Array | null
  slope: number
  /** of the direction: what is tried next, and between what */
  share: number
  low: number
  high: number
  most: number
  along: number
  best: Place | null
  idle: number
  isDone: boolean
}

/**
 * Minimises a sum of costs by L-BFGS. The sections are searched separately but in step: every evaluation tries the next step of each. Each has its
 * own memory, direction and step length, so a corner that has to be crept round does not hold up the others, and a dozen remembered steps
 * tell more about thirty unknowns than about three hundred. What a section's neighbours do changes its cost a little, so a section that can't
 * go on looks again where it stands before it gives up.
 * @param start - n unknowns to start from
 */
export function minimiseInSections(descent: SectionMinimisation, start: Float64Array): Float64Array {
  const { evaluate, preconditioner, starts, mostTrials, onTrial } = descent
  const size = start.length
  const x = start.slice()
  const gradient = new Float64Array(size)
  const costs = new Float64Array(starts.length)
  evaluate(x, gradient, costs)
  const sections = starts.map((from, k) => sectionAt(unknownsFrom(from, starts[k + 1] ?? starts[0]! + size, size), x, gradient, costs[k]!))
  let solve = preconditioner(x)
  let turns = 0
  for (let trial = 1; trial < mostTrials; trial++) {
    const turning = sections.filter((one) => !one.isDone && one.direction === null)
    if (turning.length > 0 && ++turns % MATRIX_EVERY === 0) solve = preconditioner(placed(sections, x, (one) => one.at.x))
    aim(turning, solve, size, descent.mostMove)
    if (sections.every((one) => one.isDone)) break
    placed(sections, x, tried)
    evaluate(x, gradient, costs)
    const stepped = sections.filter((one, k) => advance(one, placeOf(one.unknowns, x, gradient, costs[k]!), descent.leastGain))
    learnScales(stepped, solve, size)
    onTrial?.()
  }
  return placed(sections, x, (one) => (one.best ?? one.at).x)
}

const unknownsFrom = (from: number, to: number, size: number): Int32Array =>
  Int32Array.from({ length: to - from }, (_, k) => (from + k) % size)

function gather(unknowns: Int32Array, from: Float64Array): Float64Array {
  const own = new Float64Array(unknowns.length)
  for (let k = 0; k < own.length; k++) own[k] = from[unknowns[k]!]!
  return own
}

function scatter(unknowns: Int32Array, own: Float64Array, to: Float64Array): void {
  for (let k = 0; k < own.length; k++) to[unknowns[k]!] = own[k]!
}

const placeOf = (unknowns: Int32Array, x: Float64Array, gradient: Float64Array, cost: number): Place => ({
  x: gather(unknowns, x),
  gradient: gather(unknowns, gradient),
  cost,
})

const sectionAt = (unknowns: Int32Array, x: Float64Array, gradient: Float64Array, cost: number): Section => ({
  ...{ unknowns, at: placeOf(unknowns, x, gradient, cost), pairs: [], scale: 0, direction: null, best: null, isDone: false },
  ...{ slope: 0, share: 0, low: 0, high: Infinity, most: 0, along: 0, idle: 0 },
})

/** Fills x with what each section has of its own. */
function placed(sections: readonly Section[], x: Float64Array, of: (section: Section) => Float64Array): Float64Array {
  for (const one of sections) scatter(one.unknowns, of(one), x)
  return x
}

function tried({ at, direction, share }: Section): Float64Array {
  return direction && share > 0 ? at.x.map((v, k) => v + share * direction[k]!) : at.x
}

/** Solves for some sections at once: they are not tied to each other. */
function solveFor(sections: readonly Section[], rhs: readonly Float64Array[], solve: (g: Float64Array) => Float64Array, size: number) {
  const all = new Float64Array(size)
  sections.forEach((one, k) => scatter(one.unknowns, rhs[k]!, all))
  const solved = solve(all)
  return sections.map((one) => gather(one.unknowns, solved))
}

/** Gives sections a direction downhill, or ends their search where there is none. */
function aim(sections: readonly Section[], solve: (g: Float64Array) => Float64Array, size: number, mostMove: number): void {
  if (sections.length === 0) return
  const halves = sections.map((one) => toSolve(one.at.gradient, one.pairs))
  const solved = solveFor(
    sections,
    halves.map((half) => half.rhs),
    solve,
    size,
  )
  const misled = sections.filter((one, k) => {
    const scaled = solved[k]!.map((v) => v * (one.scale || 1))
    const goesDown = head(one, directionFrom(scaled, halves[k]!.alphas, one.pairs), mostMove)
    if (!goesDown && one.pairs.length === 0) one.isDone = true
    return !goesDown && !one.isDone
  })
  for (const one of misled) one.pairs.length = 0 // the memory misleads: go on from the preconditioner
  aim(misled, solve, size, mostMove)
}

/** Starts along a direction; false where it does not lead down. */
function head(section: Section, direction: Float64Array, mostMove: number): boolean {
  const largest = direction.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
  const slope = dot(direction, section.at.gradient)
  if (!(slope < 0) || largest < STANDS_STILL) return false
  const most = mostMove / largest
  const isScaleKnown = section.scale > 0
  Object.assign(section, {
    direction,
    slope,
    most,
    share: isScaleKnown ? Math.min(1, most) : most,
    low: 0,
    high: Infinity,
    along: 0,
    best: null,
  })
  return true
}

/** Takes in a trial. @returns whether the section made a step and remembers it */
function advance(section: Section, trial: Place, leastGain: number): boolean {
  if (section.isDone) return false
  const { direction, at } = section
  if (!direction || section.share === 0) {
    Object.assign(section, { at: trial, direction: null })
    return false
  }
  section.along++
  let isOver = false
  if (trial.cost <= at.cost + ENOUGH * section.share * section.slope) {
    section.best = trial
    isOver = dot(direction, trial.gradient) >= FLATTER * section.slope || section.share >= section.most
    section.low = section.share
  } else section.high = section.share
  const next = section.high < Infinity ? (section.low + section.high) / 2 : Math.min(section.most, 2 * section.share)
  if (!isOver && next !== section.share && section.along < MOST_ALONG) {
    section.share = next
    return false
  }
  return section.best ? step(section, section.best, leastGain) : lookAgain(section)
}

function step(section: Section, to: Place, leastGain: number): boolean {
  const { at } = section
  const pair = remember(section.pairs, difference(to.x, at.x), difference(to.gradient, at.gradient))
  section.idle = at.cost - to.cost < leastGain * Math.abs(at.cost) ? section.idle + 1 : 0
  Object.assign(section, { at: to, direction: null, best: null, isDone: section.idle >= IDLE_STEPS })
  return pair !== null && !section.isDone
}

/** No step led down: forgets, and evaluates once more where the section stands. Without anything to forget, it is at its end. */
function lookAgain(section: Section): boolean {
  if (section.pairs.length === 0) section.isDone = true
  section.pairs.length = 0
  section.share = 0
  return false
}

function learnScales(stepped: readonly Section[], solve: (g: Float64Array) => Float64Array, size: number): void {
  if (stepped.length === 0) return
  const last = stepped.map((one) => one.pairs.at(-1)!)
  const solved = solveFor(
    stepped,
    last.map((pair) => pair.y),
    solve,
    size,
  )
  stepped.forEach((one, k) => (one.scale = 1 / (last[k]!.rho * dot(last[k]!.y, solved[k]!))))
}
