import { adviceFor, faultOf } from '../faults/catalogue'
import { bracket } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import { lapsOf, type RecordedLap } from '../recording/laps'
import { placed } from '../recording/placed'
import type { Recording } from '../recording/recording'
import { driveOf, plannedDrive, type Drive } from './drive'
import { findingsOf, unavailableIn, type Finding } from './findings'
import { valueAlong } from './along'
import { measurePass, placesOn, type MeasuredPass } from './passes'

type Parts = Readonly<Record<'braking' | 'entry' | 'exit' | 'straight', number>>

/** A pass of a whole lap, with the time it lost against the plan. */
export interface AnalysedPass extends MeasuredPass {
  readonly lossS: Parts
}

/** What to work on: a fault at a corner, what it costs, and the advice for its first cause. */
export interface Priority {
  readonly corner: string
  readonly fault: string
  readonly lossS: number
  readonly advice: string
}

/** What a recording shows against a plan. */
export interface Analysis {
  readonly laps: readonly RecordedLap[]
  readonly passes: readonly AnalysedPass[]
  readonly findings: readonly Finding[]
  readonly priorities: readonly Priority[]
  readonly unavailable: readonly { fault: string; needs: string }[]
  readonly positionLateS: number
}

/** Only whole laps without anything special are compared. */
export const isCompared = (lap: RecordedLap) => lap.complete && lap.flaws.length === 0

/** Reads a recording against a plan: laps, passes, what each lost where, what was done otherwise, and what to work on (docs/model.md, Recorded laps). */
export const analyse = (plan: PlanSolution, recording: Recording): Analysis => analysisOf(plan, driveOn(plan, recording))

/** A recording on a plan's track, with its laps. */
export interface DriveOnPlan {
  readonly drive: Drive
  readonly laps: readonly RecordedLap[]
  readonly positionLateS: number
}

/** Puts a recording on a plan's track and splits it into laps. */
export function driveOn(plan: PlanSolution, recording: Recording): DriveOnPlan {
  const where = placed(plan.track, recording)
  return { drive: driveOf(plan, where), laps: lapsOf(plan.track, where), positionLateS: where.positionLateS }
}

/** A drive whose laps from a time on are another driver’s: a logger goes on when the car is in. They are listed, and not compared. */
export const upTo = (on: DriveOnPlan, untilS: number): DriveOnPlan => ({
  ...on,
  laps: on.laps.map((lap) => (lap.startS < untilS ? lap : { ...lap, flaws: [...lap.flaws, 'after' as const] })),
})

/** What a drive that is on the track already shows against the plan. */
export function analysisOf(plan: PlanSolution, { drive, laps, positionLateS }: DriveOnPlan): Analysis {
  const { track } = plan
  const asPlanned = plannedDrive(plan)
  const plannedPlaces = placesOn(plan, track.lengthM)
  const planned = plannedPlaces.map((places, k) => measurePass(asPlanned, places, plannedPlaces[k - 1] ?? null))
  const passes = laps.filter(isCompared).flatMap((lap) => {
    const lapM = Math.round(drive.alongM[lap.from]! / track.lengthM) * track.lengthM
    const places = placesOn(plan, lapM)
    const losses = lossesOn(plan, drive, lap, lapM, places)
    return places.map((own, k): AnalysedPass => {
      const pass = measurePass(drive, own, places[k - 1] ?? null)
      return { lap: lap.lap, places: own, pass, planned: planned[k]!, onM: lapM - track.lengthM, lossS: losses[k]! }
    })
  })
  const findings = findingsOf(plan, drive, passes)
  return {
    ...{ laps, passes, findings, unavailable: unavailableIn(drive), positionLateS },
    priorities: prioritiesOf(passes, findings),
  }
}

/**
 * Time lost against the plan in each part of each pass of a lap. A pass begins where its predecessor ends; what is left of the lap before
 * the first and after the last is the last one's straight. Together they are the lap's difference.
 */
function lossesOn(plan: PlanSolution, drive: Drive, lap: RecordedLap, lapM: number, places: ReturnType<typeof placesOn>): Parts[] {
  const { track, trace } = plan
  const endM = lapM + track.lengthM
  const behind = (m: number) => {
    if (m <= lapM) return 0
    if (m >= endM) return lap.timeS - trace.lapTimeS
    const { i, j, t } = bracket(track, m - lapM)
    const to = j > i ? trace.timeS[j]! : trace.lapTimeS
    return valueAlong(drive, drive.timeS, m) - lap.startS - (trace.timeS[i]! + (to - trace.timeS[i]!) * t)
  }
  const between = (a: number, b: number) => behind(Math.max(a, b)) - behind(a)
  return places.map(({ fromM, turnInM, apexM, exitM }, k) => {
    const next = places[k + 1]
    const [turn, apex] = [Math.max(fromM, turnInM), Math.max(fromM, apexM)]
    const toM = next ? Math.max(next.fromM, fromM) : endM
    const out = Math.min(Math.max(apex, exitM), toM)
    const [turnTo, apexTo] = [Math.min(turn, toM), Math.min(apex, toM)]
    return {
      braking: between(fromM, turnTo),
      entry: between(turnTo, apexTo),
      exit: between(apexTo, out),
      straight: between(out, toM) + (next ? 0 : behind(places[0]!.fromM)),
    }
  })
}

/** Faults that are dangerous in themselves. They come first, and nobody can switch them off. */
export const unsafeFaults: readonly string[] = ['of', 'tr', 'bl']

/** Safety first, then seconds at stake, how often, and how sure; each by the first cause of its chain. */
export function prioritiesOf(passes: readonly AnalysedPass[], findings: readonly Finding[]): Priority[] {
  const groups = new Map<string, { corner: string; fault: string; lossS: number; sure: number }>()
  for (const finding of findings) {
    const onPass = findings.filter((one) => one.lap === finding.lap && one.corner === finding.corner)
    if (finding.because !== null) continue // its cause stands for it
    const pass = passes.find((one) => one.lap === finding.lap && one.places.corner.number === finding.corner)!
    const lost = Math.max(0, pass.lossS.braking + pass.lossS.entry + pass.lossS.exit + pass.lossS.straight)
    const first = onPass.filter((one) => one.because === null).length
    const key = `${finding.corner} ${finding.fault}`
    const so = groups.get(key) ?? { corner: finding.corner, fault: finding.fault, lossS: 0, sure: 0 }
    groups.set(key, { ...so, lossS: so.lossS + lost / first, sure: so.sure + finding.confidence })
  }
  const rank = (one: { fault: string; lossS: number; sure: number }) => (unsafeFaults.includes(one.fault) ? 1000 : 0) + one.lossS * one.sure
  return [...groups.values()]
    .sort((a, b) => rank(b) - rank(a))
    .map(({ corner, fault, lossS }) => ({ corner, fault, lossS, advice: adviceFor(faultOf(fault)!, null) }))
}
