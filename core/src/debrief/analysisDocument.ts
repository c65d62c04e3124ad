import { wrapStation } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import type { Analysis } from '../review/analysis'
import { recordedWork } from './recordedWork'

const placeNames = ['brakeStartM', 'brakeEndM', 'turnInM', 'minSpeedM', 'throttleOnM', 'fullThrottleM'] as const

/**
 * The analysis as the command prints it (formats.md, analyse).
 * @param markOf - how to find a corner's mark of a duty, or null where the plan has none
 */
export function analysisDocument(plan: PlanSolution, analysis: Analysis, markOf: (corner: string, duty: string) => string | null): unknown {
  const { laps, passes, findings, unavailable } = analysis
  const station = (alongM: number | null) => (alongM === null ? null : wrapStation(plan.track, alongM))
  return {
    laps: laps.map(({ lap, startS, timeS, complete }) => ({ lap, startS, timeS, complete })),
    passes: passes.map(({ lap, places, pass, lossS }) => ({
      ...{ lap, corner: places.corner.number, lossS },
      points: {
        ...Object.fromEntries(placeNames.map((name) => [name.slice(0, -1), station(pass[name])])),
        apex: station(pass.insideAtM),
        minSpeedMps: pass.minSpeedMps,
      },
    })),
    findings: findings.map(({ stationM, ...finding }) => ({ ...finding, station: stationM })),
    priorities: recordedWork(analysis, findings, markOf, 'metric').map(({ corner, code, lossS, advice }) => ({
      corner,
      fault: code,
      lossS,
      advice,
    })),
    unavailable,
  }
}
