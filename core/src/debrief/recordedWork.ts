import type { Units } from '@ochote/contracts'
import { faultOf } from '../faults/catalogue'
import type { PlanSolution } from '../plan/solvePlan'
import { isCompared, prioritiesOf, unsafeFaults, type Analysis } from '../review/analysis'
import { adviceOn, sizeWords } from '../review/evidence'
import type { Finding } from '../review/findings'
import { lapWords, type WorkOn } from '../stintLog/workOn'

/** Something to work on that recorded laps showed. */
export interface RecordedWork extends WorkOn {
  /** where it was largest */
  readonly worst: Finding
  /** seconds lost with it over the laps */
  readonly lossS: number
}

/**
 * What recorded laps give to work on, the most pressing first (docs/model.md, Debrief).
 * @param findings - those of the analysis that stand: without the ones an instructor rejected
 * @param markOf - how to find a corner's mark of a duty, or null where the plan has none
 */
export function recordedWork(
  { passes }: Analysis,
  findings: readonly Finding[],
  markOf: (corner: string, duty: string) => string | null,
  units: Units,
): RecordedWork[] {
  return prioritiesOf(passes, findings).map(({ corner, fault: code, lossS }) => {
    const own = findings.filter((one) => one.corner === corner && one.fault === code)
    const worst = own.reduce((most, one) => (one.size > most.size ? one : most))
    const fault = faultOf(code)!
    const mark = fault.markDuty ? markOf(corner, fault.markDuty) : null
    const severity = unsafeFaults.includes(code) ? 3 : lossS >= COSTS_S ? 2 : 1
    return {
      corner,
      code,
      advice: adviceOn(worst, mark, units),
      reason: reasonFor(worst, own, findings, lossS, units),
      worst,
      lossS,
      severity,
    }
  })
}

const LEAST_LOSS_S = 0.05

function reasonFor(worst: Finding, own: readonly Finding[], all: readonly Finding[], lossS: number, units: Units): string {
  const laps = [...new Set(own.map(({ lap }) => lap))].sort((a, b) => a - b)
  const seen = `recorded on ${lapWords(laps)}, ${laps.length === 1 ? '' : 'up to '}${sizeWords(worst, units)}`
  const leadsTo = new Set(
    all
      .filter((one) => one.because === worst.fault && one.corner === worst.corner && laps.includes(one.lap))
      .map((one) => faultOf(one.fault)!.name),
  )
  return [
    unsafeFaults.includes(worst.fault) ? `unsafe; ${seen}` : seen,
    ...(lossS >= LEAST_LOSS_S ? [`${lossS.toFixed(1)} s lost at this corner over those laps`] : []),
    ...(leadsTo.size > 0 ? [`it led to: ${[...leadsTo].join(', ')}`] : []),
  ].join('; ')
}

/** A logger that can't show these says too little for praise. */
const TOLD_BY: readonly string[] = ['bd', 'co', 'pl']
/** Under so many laps, one that is like the plan may be luck. */
const LEAST_LAPS = 2

/**
 * What recorded laps showed to be good, each only where every compared lap was measured there, nothing differed from the plan, and nobody
 * logged a fault either. A logger without brake or throttle praises no corner.
 * @param loggedAt - corners with a logged fault
 */
export function recordedGood({ solution, analysis, findings }: RecordedLaps, loggedAt: ReadonlySet<string>): string[] {
  const laps = analysis.laps.filter(isCompared)
  const [first, last] = [laps[0], laps.at(-1)]
  const canTell = !analysis.unavailable.some(({ fault }) => TOLD_BY.includes(fault))
  const corners = canTell ? solution.corners : []
  const byPlan = corners.flatMap(({ number }) => {
    const passes = analysis.passes.filter((one) => one.places.corner.number === number)
    const isClean = !loggedAt.has(number) && !findings.some((one) => one.corner === number)
    return passes.length >= LEAST_LAPS && isClean ? [{ number, laps: passes.length, brakes: passes[0]!.planned.brakeStartM !== null }] : []
  })
  // a corner that is braked for is more to praise than one that is only turned through
  byPlan.sort((a, b) => Number(b.brakes) - Number(a.brakes))
  const gainedS = first && last ? first.timeS - last.timeS : 0
  return [
    ...(first && last && laps.length >= LEAST_LAPS && gainedS >= GAINED_S
      ? [`Lap ${last.lap} was ${gainedS.toFixed(1)} s quicker than lap ${first.lap}`]
      : []),
    ...byPlan.slice(0, MOST_CORNERS).map((one) => `Corner ${one.number}: as planned on all ${one.laps} recorded laps`),
  ]
}

const GAINED_S = 0.3
const MOST_CORNERS = 2

/** Recorded laps with the findings that stand. */
export interface RecordedLaps {
  readonly solution: PlanSolution
  readonly analysis: Analysis
  readonly findings: readonly Finding[]
}

/** From so many seconds over the laps on, a recorded fault costs time. */
const COSTS_S = 0.1

/**
 * What was logged and what was recorded, the most pressing first: unsafe things; what was both logged and recorded; the first of what was only
 * logged; what costs time by the recording; then the rest. The same fault at the same corner is one thing.
 * @param logged - the most pressing first
 */
export function workTogether(logged: readonly WorkOn[], recorded: readonly RecordedWork[]): WorkOn[] {
  const isSame = (a: WorkOn) => (b: WorkOn) => a.corner === b.corner && a.code === b.code
  const [firstLogged] = logged.filter((one) => !recorded.some(isSame(one)))
  const rank = (one: WorkOn, measured: RecordedWork | undefined): number => {
    if (one.severity === 3 || measured?.severity === 3) return 0
    if (!measured) return one === firstLogged ? 2 : 4
    if (measured !== one) return 1
    return measured.severity === 2 ? 3 : 5
  }
  const once = [...logged, ...recorded.filter((one) => !logged.some(isSame(one)))].map((one, place) => {
    const measured = recorded.find(isSame(one))
    const reason = measured && measured !== one ? `${one.reason}; ${measured.reason}` : one.reason
    return {
      one: { ...one, advice: measured?.advice ?? one.advice, reason: shortened(reason) },
      place,
      rank: rank(one, measured),
    }
  })
  return once
    .sort((a, b) => a.rank - b.rank || a.place - b.place)
    .map(({ one: { corner, code, advice, reason, severity } }) => ({ corner, code, advice, reason, severity }))
}

/** A debrief keeps this many characters of a reason. */
const MOST_REASON = 300

/** A reason without its last parts, where it is too long to be kept whole. */
function shortened(reason: string): string {
  if (reason.length <= MOST_REASON) return reason
  const end = reason.lastIndexOf('; ', MOST_REASON)
  return reason.slice(0, end > 0 ? end : MOST_REASON)
}
