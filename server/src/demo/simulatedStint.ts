import {
  bestLap,
  coneFinder,
  followUps,
  praiseName,
  stintRecord,
  THINGS_TO_WORK_ON,
  workOnFrom,
  type Cone,
  type DrivenLine,
  type PlanSolution,
  type Recording,
} from '@ochote/core'
import {
  drive,
  drivenFaults,
  driveLap,
  logged,
  normalFrom,
  observe,
  randomFrom,
  type CornerErrors,
  type DrivenFault,
  type Observed,
} from '@ochote/core/simulator'
import type { DebriefDraft, LogEntry, Stint } from '@ochote/contracts'
import { demoId } from './demoId'

/** How a made-up student drives: each a tendency the simulated driver has at every corner. */
export interface Tendency {
  /** m, negative brakes early */
  brakeLaterM: number
  speedShare: number
  apexMissM: number
  throttleLaterM: number
  exitUnusedM: number
  /** how much all of these vary; 0 is a machine */
  unsteady: number
  /** share of an error left on the lap after it was corrected */
  keeps: number
}

interface Drive {
  stint: Stint
  day: string
  plan: PlanSolution
  tendency: Tendency
  seed: number
}

/** An instructor calls what costs; mere notes are called less often. */
const CALLED_SHARE = { 1: 0.3, 2: 0.75, 3: 1 } as const
const MOST_CALLED_A_LAP = 4
const SEEN_AFTER_S = 2.5

function firstErrors({ plan, tendency }: Drive, normal: () => number): CornerErrors[] {
  const { unsteady } = tendency
  return plan.corners.map(() => ({
    brakeLaterM: tendency.brakeLaterM + 9 * unsteady * normal(),
    speedShare: Math.min(1.01, tendency.speedShare + 0.03 * unsteady * normal()),
    apexMissM: Math.max(0, tendency.apexMissM + 0.6 * unsteady * normal()),
    throttleLaterM: Math.max(0, tendency.throttleLaterM + 8 * unsteady * normal()),
    exitUnusedM: Math.max(0, tendency.exitUnusedM + 0.9 * unsteady * normal()),
  }))
}

/** This lap's errors: the corner's own, a little different every time. */
function wobble(errors: CornerErrors[], unsteady: number, normal: () => number): CornerErrors[] {
  return errors.map((e) => ({
    brakeLaterM: e.brakeLaterM + 2.5 * unsteady * normal(),
    speedShare: e.speedShare + 0.008 * unsteady * normal(),
    apexMissM: Math.max(0, e.apexMissM + 0.15 * unsteady * normal()),
    throttleLaterM: Math.max(0, e.throttleLaterM + 2 * unsteady * normal()),
    exitUnusedM: Math.max(0, e.exitUnusedM + 0.25 * unsteady * normal()),
  }))
}

/** What a correction leaves of an error. */
function corrected(e: CornerErrors, code: string, keeps: number): CornerErrors {
  switch (code) {
    case 'be':
    case 'bl':
      return { ...e, brakeLaterM: e.brakeLaterM * keeps }
    case 'bh':
      return { ...e, speedShare: 1 - (1 - e.speedShare) * keeps }
    case 'am':
      return { ...e, apexMissM: e.apexMissM * keeps }
    case 'pl':
      return { ...e, throttleLaterM: e.throttleLaterM * keeps }
    case 'xn':
      return { ...e, exitUnusedM: e.exitUnusedM * keeps }
    default:
      return e
  }
}

/** A log kept from the seat by an instructor who sees what the simulated driver does, calls the worst fault, and follows it up. */
class Seat {
  readonly entries: LogEntry[] = []
  private readonly called = new Map<string, { id: string; size: number }>()
  private readonly drive: Drive
  private readonly random: () => number

  constructor(drive: Drive, random: () => number) {
    this.drive = drive
    this.random = random
  }

  private common(atMs: number) {
    const { stint } = this.drive
    return {
      id: demoId(`${stint.id}/${this.entries.length}`),
      stintId: stint.id,
      deviceId: 'demo-tablet',
      deviceTime: new Date(atMs).toISOString(),
    }
  }

  line(atMs: number): void {
    this.entries.push({ ...this.common(atMs), kind: 'line' })
  }

  in(atMs: number): void {
    this.entries.push({ ...this.common(atMs), kind: 'in' })
  }

  /** Logs one lap and says which corrections were called. */
  lap(lap: number, seen: readonly Observed[], passedAtMs: (corner: string) => number): Observed[] {
    const spoken: Observed[] = []
    for (const corner of this.drive.plan.corners.map((c) => c.number)) {
      const at = passedAtMs(corner) + SEEN_AFTER_S * 1000
      const here = seen.filter((o) => o.corner === corner)
      for (const [key, before] of this.called) {
        const [place, code] = key.split('/')
        if (place !== corner) continue
        const now = here.find((o) => o.code === code)
        if ((!now || now.size < before.size * 0.6) && this.random() < 0.5)
          this.entries.push({ ...this.common(at), kind: 'better', lap, corner, about: before.id })
      }
      // the first fault of a chain is called, unless a later one is unsafe
      const worst = here.find((o) => o.severity === 3) ?? here[0]
      if (worst && spoken.length < MOST_CALLED_A_LAP && this.random() < CALLED_SHARE[worst.severity]) {
        const { instructorId: loggedBy } = this.drive.stint
        const entry = {
          ...this.common(at + 600),
          kind: 'fault' as const,
          lap,
          corner,
          code: worst.code,
          severity: worst.severity,
          loggedBy,
        }
        this.entries.push(entry)
        this.called.set(`${corner}/${worst.code}`, { id: entry.id, size: worst.size })
        spoken.push(worst)
      } else if (here.length === 0 && this.random() < 0.12) {
        const code = ['mark', 'smooth', 'eyes', 'patient'][Math.floor(this.random() * 4)]!
        this.entries.push({ ...this.common(at + 600), kind: 'praise', lap, corner, code })
      }
    }
    return spoken
  }
}

/** A stint driven by the simulated driver: its log, and what a logger in the car recorded. */
export function simulatedStint(input: Drive): { log: LogEntry[]; recording: Recording } {
  const { plan, stint, day, tendency } = input
  const random = randomFrom(input.seed)
  const normal = () => normalFrom(random)
  const seat = new Seat(input, random)
  let errors = firstErrors(input, normal)
  const beganMs = Date.parse(`${day}T${stint.startsAt}:00`) + 90_000
  const meant: { seen: Observed[]; driven: DrivenLine; startMs: number }[] = []
  let atMs = beganMs
  seat.line(atMs)
  for (let lap = 1; lap <= stint.plannedLaps; lap++) {
    const driven = driveLap({
      plan,
      errors: wobble(errors, tendency.unsteady, normal),
      commitment: Math.min(0.97, 0.82 + 0.04 * lap),
    })
    const startMs = atMs
    const passedAtMs = (corner: string) => {
      const station = plan.corners.find((c) => c.number === corner)!.endM
      const sample = Math.min(plan.track.count - 1, Math.round(station / plan.track.stepM))
      return startMs + driven.trace.timeS[sample]! * 1000
    }
    const seen = observe(plan, driven)
    for (const { corner, code } of seat.lap(lap, seen, passedAtMs)) {
      const at = plan.corners.findIndex((c) => c.number === corner)
      errors = errors.map((e, i) => (i === at ? corrected(e, code, tendency.keeps + 0.25 * random()) : e))
    }
    meant.push({ seen, driven, startMs })
    atMs += Math.round(driven.trace.lapTimeS * 1000)
    seat.line(atMs)
  }
  seat.in(atMs + Math.round(plan.trace.lapTimeS * 1300))
  const laps = meant.map(({ driven, startMs }) => ({ startMs, lapMs: driven.trace.lapTimeS * 1000 }))
  const { recording, lapTimesS } = recorded(
    input,
    meant.map(({ seen }) => seen),
    beganMs,
  )
  return { log: retimed(seat.entries, laps, lapTimesS), recording }
}

const LOGGER_HZ = 10

/** The same stint driven with hands and feet, with the faults that were seen, as a logger records it. */
function recorded(
  { plan, seed }: Drive,
  seen: readonly (readonly Observed[])[],
  beganMs: number,
): { recording: Recording; lapTimesS: number[] } {
  const faults = seen.flatMap((own, k) => {
    const worst = new Map<string, Observed>()
    for (const one of own) if ((worst.get(one.corner)?.severity ?? 0) < one.severity && one.severity > 1) worst.set(one.corner, one)
    return [...worst.values()].flatMap(({ corner, code, size }): DrivenFault[] => {
      const known = drivenFaults.find((name) => name === code)
      return known ? [{ lap: k + 1, corner, code: known, size }] : []
    })
  })
  const driven = drive({ plan, laps: seen.length, faults, seed, unsteady: 1 })
  const outS = driven.timeS[driven.lap.indexOf(1)]!
  const recording = logged(plan.track, driven, { rateHz: LOGGER_HZ, seed, noise: 1 })
  return { recording: { ...recording, zeroAtMs: Math.round(beganMs - outS * 1000) }, lapTimesS: driven.lapTimesS }
}

/** Entries at the same share of each lap as they were tapped, on laps that took other times. */
function retimed(
  entries: readonly LogEntry[],
  laps: readonly { startMs: number; lapMs: number }[],
  lapTimesS: readonly number[],
): LogEntry[] {
  const starts = lapTimesS.reduce<number[]>((all, s) => [...all, all.at(-1)! + Math.round(s * 1000)], [laps[0]!.startMs])
  return entries.map((entry) => {
    const atMs = Date.parse(entry.deviceTime)
    const k = laps.filter(({ startMs }) => atMs >= startMs).length - 1
    const { startMs, lapMs } = laps[k]!
    const isOver = k === laps.length - 1 && atMs >= startMs + Math.round(lapMs)
    const now = isOver
      ? starts.at(-1)! + (atMs - startMs - Math.round(lapMs))
      : starts[k]! + (lapTimesS[k]! * (atMs - startMs)) / (lapMs / 1000)
    return { ...entry, deviceTime: new Date(Math.round(now)).toISOString() }
  })
}

/** The debrief that is suggested for a simulated stint, with the instructor's sentence. */
export function simulatedDebrief(log: readonly LogEntry[], cones: readonly Cone[], sentence: string): DebriefDraft {
  const record = stintRecord(log)
  const markOf = coneFinder(cones)
  const best = bestLap(record)
  const good = [
    ...record.praises.slice(0, 2).map((p) => `Corner ${p.corner}, lap ${p.lap}: ${praiseName(p.code)}`),
    ...followUps(record)
      .filter((f) => f.verdict === 'better')
      .slice(0, 1)
      .map((f) => `Corner ${f.corner} better after lap ${f.seenOn[0]}`),
    ...(best && best.number === record.laps.length ? ['The last lap was the best one'] : []),
  ]
  const workOn = workOnFrom(followUps(record), markOf)
    .slice(0, THINGS_TO_WORK_ON)
    .map(({ corner, code, advice, reason }) => ({ corner, code, advice, reason }))
  return { good, workOn, sentence }
}
