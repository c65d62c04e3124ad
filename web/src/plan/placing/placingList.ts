import type { MarkerScheme } from '@ochote/contracts'
import { driveRound, featuresOf, OUTSIDE_EDGE_M, stationsApart, type Cone, type PlanSolution } from '@ochote/core'
import { fineDistance } from '../../format/format'

/** One stop of the drive round: a mark to place or to pick up. */
export interface Stop {
  readonly order: number
  readonly cone: Cone
  /** markers put out here */
  readonly count: number
  readonly colour: string
  readonly kind: 'cone' | 'board'
  /** along the lap from the stop before, for a measuring wheel; null for the first */
  readonly fromLastM: number | null
}

/** Where the drive round begins: the pit exit where the circuit has one, else the start line. */
export function roundStart({ circuit }: PlanSolution['track']): { stationM: number; name: string } {
  const exit = featuresOf(circuit, 'pit-lane')[0]?.properties.exitStation
  return exit === undefined ? { stationM: 0, name: 'the start line' } : { stationM: exit, name: 'the pit exit' }
}

/** The marks of a plan in the order of one drive round. */
export function placingList({ track }: PlanSolution, cones: readonly Cone[], scheme: MarkerScheme): Stop[] {
  const round = driveRound(track, cones, roundStart(track).stationM)
  return round.map((cone, i) => {
    const { count, colour, kind } = scheme.looks[cone.duty]
    const before = round[i - 1]
    return { order: i + 1, cone, count, colour, kind, fromLastM: before ? stationsApart(track, before.stationM, cone.stationM) : null }
  })
}

/** "2 × red cone" */
export const markerWords = ({ count, colour, kind }: Stop): string => `${count} × ${colour} ${kind}`

/** "6 brake", or the duty alone where a mark belongs to no corner */
export const markName = ({ cornerNumber, duty }: Pick<Cone, 'cornerNumber' | 'duty'>): string => `${cornerNumber} ${duty}`.trim()

export const isUsualPlace = ({ inFromEdgeM }: Pick<Cone, 'inFromEdgeM'>): boolean => Math.abs(inFromEdgeM + OUTSIDE_EDGE_M) < 0.05

/** "0.3 m outside left edge" */
export function edgeWords({ inFromEdgeM, side }: Pick<Cone, 'inFromEdgeM' | 'side'>): string {
  return `${fineDistance(Math.abs(inFromEdgeM))} ${inFromEdgeM < 0 ? 'outside' : 'in from'} ${side} edge`
}
