import type { EdgeMark } from '../corners/cornerMarks'
import type { CornerPoint } from '../corners/cornerPoints'
import { edgeReason, markRemark } from '../corners/markWords'
import { priorityReason } from '../corners/priorityReason'
import { rankingReason } from '../corners/ranking'
import { toLonLat } from '../geometry/localMetres'
import { runOffAt } from '../geometry/placedFeatures'
import type { RoomToBeWrong } from '../runOff/roomToBeWrong'
import type { RoomTooFast } from '../runOff/roomTooFast'
import type { SolvedCorner } from '../corners/solvedCorner'
import type { MarkedPlan } from './markPlan'
import type { PlanSolution } from './solvePlan'

/** Metres and other SI values with six decimals, degrees with nine. */
const six = (value: number) => Math.round(value * 1e6) / 1e6
const nine = (value: number) => Math.round(value * 1e9) / 1e9
const column = (values: Float64Array) => Array.from(values, six)

/** A plan as the JSON document of docs/formats.md. */
export function planDocument(marked: MarkedPlan) {
  const { solution } = marked
  const { track, line, path, trace } = solution
  const { frame } = track.circuit
  const lonLat = Array.from(path.x, (x, i) => toLonLat(frame, x, path.y[i]!))
  return {
    lapTimeS: six(trace.lapTimeS),
    lineLengthM: six(trace.lineLengthM),
    stepM: six(track.stepM),
    lineMethod: solution.lineMethod,
    samples: {
      s: column(track.stationM),
      n: column(line.offsetM),
      x: column(path.x),
      y: column(path.y),
      lon: lonLat.map((p) => nine(p.lon)),
      lat: lonLat.map((p) => nine(p.lat)),
      curvature: Array.from(path.curvaturePerM, nine),
      speedMps: column(trace.speedMps),
      axMps2: column(trace.axMps2),
      ayMps2: column(trace.ayMps2),
      gear: Array.from(trace.gear),
      timeS: column(trace.timeS),
    },
    line: lineDocument(solution),
    ranking: rankingReason(solution.corners, 'metric'),
    upshifts: solution.gearChanges
      .filter((u) => u.toGear > u.fromGear)
      .map((u) => ({
        s: six(u.stationM),
        speedMps: six(u.speedMps),
        fromGear: u.fromGear,
        toGear: u.toGear,
        insideCorner: u.insideCorner,
      })),
    corners: solution.corners.map((corner) => cornerDocument(marked, corner)),
    cones: marked.cones.map((cone) => ({
      id: cone.id,
      cornerNumber: cone.cornerNumber,
      duty: cone.duty,
      side: cone.side,
      s: six(cone.stationM),
      n: six(cone.offsetM),
      inFromEdgeM: six(cone.inFromEdgeM),
      lon: nine(cone.lon),
      lat: nine(cone.lat),
      speedMps: six(cone.speedMps),
      foundBy: cone.foundBy,
      note: cone.note,
    })),
  }
}

function cornerDocument({ solution: { track, features }, room: rooms, tooFast }: MarkedPlan, corner: SolvedCorner) {
  const room = rooms.find((r) => r.cornerNumber === corner.number) ?? null
  const fast = tooFast.find((r) => r.cornerNumber === corner.number)!
  const { frame } = track.circuit
  const point = (p: CornerPoint | null) => {
    if (!p) return null
    const { lon, lat } = toLonLat(frame, p.x, p.y)
    return {
      s: six(p.stationM),
      n: six(p.offsetM),
      lon: nine(lon),
      lat: nine(lat),
      speedMps: six(p.speedMps),
      timeS: six(p.timeS),
      gear: p.gear,
    }
  }
  const { points } = corner
  const outside = corner.direction === 'left' ? 'right' : 'left'
  const atExit = points.exit ? runOffAt(track, features.runOffs, outside, points.exit.stationM) : null
  return {
    number: corner.number,
    name: corner.name,
    direction: corner.direction,
    start: six(corner.startM),
    end: six(corner.endM),
    points: {
      lift: point(points.lift),
      brakeStart: point(points.brakeStart),
      brakeEnd: point(points.brakeEnd),
      turnIn: point(points.turnIn),
      apex: point(points.apex),
      hold: point(points.hold),
      secondApex: point(points.secondApex),
      minSpeed: point(points.minSpeed),
      throttleOn: point(points.throttleOn),
      fullThrottle: point(points.fullThrottle),
      exit: point(points.exit),
    },
    marks: {
      apex: markDocument(corner.marks.apex),
      secondApex: markDocument(corner.marks.secondApex),
      exit: markDocument(corner.marks.exit),
      remarks: corner.marks.remarks.map((remark) => markRemark(remark, 'metric')),
    },
    character: {
      is: corner.priority.kind,
      rank: corner.priority.rank,
      atStakeS: six(corner.priority.atStakeS),
      exitSPerKmh: six(corner.priority.exitSPerKmh),
      entrySPerM: six(corner.priority.entrySPerM),
      minSpeedSPerKmh: six(corner.priority.minSpeedSPerKmh),
      why: priorityReason(corner, 'metric'),
      flatOutAfterM: six(corner.after.flatOutM),
      flatOutAfterS: six(corner.after.flatOutS),
      nextBeginsBeforeFullThrottle: corner.after.nextBeginsFirst,
    },
    runoff: {
      surface: room ? room.surface : (atExit?.surface ?? null),
      depthM: maybeSix(room ? room.depthM : (atExit?.depthM ?? null)),
      marginM: maybeSix(room?.marginM ?? null),
      speedAtHitMps: maybeSix(room?.obstacleSpeedMps ?? null),
      tooFast: tooFastDocument(fast),
      straightOn: room ? straightOnDocument(room) : null,
      atExit: atExit ? { side: atExit.side, depthM: atExit.depthM, surface: atExit.surface } : null,
    },
  }
}

/** What a mark at an edge asks for; null where there is none. */
const markDocument = (mark: EdgeMark | null) =>
  mark && { duty: mark.duty, side: mark.side, holdM: maybeSix(mark.holdM), why: edgeReason(mark.reason, 'metric') }

/** What the line's school costs and gains, and how each corner keeps to its rules. */
function lineDocument({ lineReport: { fastestLapS, costS, lateApex, tight, tooFast, overEdge } }: PlanSolution) {
  return {
    fastestLapS: maybeSix(fastestLapS),
    costS: maybeSix(costS),
    lateApex: lateApex.map((c) => ({
      corner: c.cornerNumber,
      exempt: c.exempt,
      met: c.met,
      apexShare: six(c.apexShare),
      toEdgeDeg: six((c.toEdgeRad * 180) / Math.PI),
      steeringAddedShare: six(c.riseShare),
      costS: six(c.costS),
      buysM: six(c.buysM),
      notWorthIt: c.notWorthIt,
    })),
    tight: tight.map((c) => ({
      corner: c.cornerNumber,
      met: c.met,
      leastMps: six(c.leastMps),
      fastestLeastMps: six(c.fastestLeastMps),
      notTight: c.notTight,
    })),
    overEdge: overEdge.map((o) => ({ from: six(o.fromM), to: six(o.toM), side: o.side, byM: six(o.byM) })),
    leftToOuterEdgeTenPerCentTooFast: tooFast.map((c) => ({
      corner: c.cornerNumber,
      m: six(c.leftM),
      fastestM: six(c.fastestLeftM),
    })),
  }
}

const maybeSix = (value: number | null) => (value === null ? null : six(value))

function tooFastDocument(fast: RoomTooFast) {
  return {
    verdict: fast.verdict,
    leavesAtS: maybeSix(fast.leavesAtM),
    speedMps: six(fast.speedMps),
    leftM: six(fast.leftM),
    surface: fast.surface,
    depthM: maybeSix(fast.depthM),
    groundG: maybeSix(fast.groundG),
    marginM: maybeSix(fast.marginM),
    speedAtHitMps: maybeSix(fast.obstacleSpeedMps),
  }
}

function straightOnDocument(room: RoomToBeWrong) {
  return {
    verdict: room.verdict,
    mark: room.mark,
    coneS: six(room.coneStationM),
    coneSpeedMps: six(room.coneSpeedMps),
    reactionM: six(room.reactionM),
    brakingM: six(room.brakingM),
    toEdgeM: maybeSix(room.toEdgeM),
    toObstacleM: maybeSix(room.toObstacleM),
    surface: room.surface,
    depthM: maybeSix(room.depthM),
    groundG: maybeSix(room.groundG),
    marginM: maybeSix(room.marginM),
    obstacleSpeedMps: maybeSix(room.obstacleSpeedMps),
    coneEarlierM: maybeSix(room.coneEarlierM),
    paceShare: maybeSix(room.paceShare),
  }
}
