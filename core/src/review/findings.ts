import { faultOf } from '../faults/catalogue'
import { turnSign } from '../geometry/corners'
import { valueAt, wrapStation } from '../geometry/track'
import type { PlanSolution } from '../plan/solvePlan'
import { valueAlong } from './along'
import { isSameApex, type MeasuredPass } from './passes'
import type { Drive } from './drive'
import { atLimiter, earliestUpshift, wrongGears } from './gears'
import { beyondEdge, comesFromElsewhere, countersteered, movedAcross, plannedAcross } from './onTheRoad'
import { lockedWheel } from './lockedWheel'
import { stabbed } from './stabbed'
import { brakedLater, downLater, heldMore, turnLater, usualOf, type Usual } from './usual'
import { beyondHazard } from './leftAlone'
import { lackingFor, limitOf, limits, RUSHED_FROM_M, type FindableFault } from './limits'

/** A fault that a pass showed, with what it rests on. */
export interface Finding {
  readonly lap: number
  readonly corner: string
  readonly fault: FindableFault
  readonly size: number
  readonly unit: string
  /** where it shows, m from the start line */
  readonly stationM: number
  /** 0 to 1: how far beyond its limit it is */
  readonly confidence: number
  /** an earlier fault of the same pass that explains it */
  readonly because: string | null
}

/** Faults that the drive's channels don't allow to be found, and what they need. */
export function unavailableIn({
  brake,
  throttle,
  steerRad,
  gear,
  rpm,
  wheelsMps,
  rateHz,
}: Drive): { fault: FindableFault; needs: string }[] {
  const has = {
    brake: brake !== null,
    throttle: throttle !== null,
    steer: steerRad !== null,
    gear: gear !== null,
    rpm: rpm !== null,
    'wheel speeds': wheelsMps.length > 0,
  }
  return (Object.keys(limits) as FindableFault[]).flatMap((fault) => {
    const lacks = lackingFor(fault, has, rateHz)
    return lacks === null ? [] : [{ fault, needs: lacks }]
  })
}

const KMH = 3.6
/** What says nothing of a corner where the one before left the car in another place. */
const OF_THE_WAY_IN: readonly FindableFault[] = ['te', 'tl', 'dg']
/** Corners where the drive turns in this far from the plan on most laps are not comparable by it, m. */
const COMPARABLE_M = 8
const UNLIKELY_M = 20
const LEAST_PLANNED_FALL_S = 0.7
/** A push planned to be lighter than this share of the hardest has no shape to speak of. */
const SHAPED_FROM = 0.6
/** Changing from one pedal to the other takes up to this long, s: so much more than planned is no coasting. */
const FEET_S = 0.2
/** A throttle that never opens further than this was held back. */
const HELD_TO = 0.75
/** A brake that is gone from half in less than this is let go of at once, s. */
const SNAPPED_S = 0.2

/** A wheel that has this much less of its most on the way out than usual was let out. */
const LET_GO_SHARE = 0.05
/** What every pass showed, the causes before their effects. */
export function findingsOf(plan: PlanSolution, drive: Drive, passes: readonly MeasuredPass[]): Finding[] {
  const usual = usualOf(passes)
  const silent = new Set(unavailableIn(drive).map(({ fault }) => fault))
  const alsoSilent = new Set([...silent, ...OF_THE_WAY_IN])
  return passes.flatMap((one, k) => {
    const before = passes[k - 1]
    const isMoved = before?.lap === one.lap && comesFromElsewhere(plan, drive, before.places, one.places)
    return findingsOfPass(plan, drive, one, usual, isMoved ? alsoSilent : silent)
  })
}

/** Late is only late for someone who arrives faster than the plan: a slower approach needs less braking, m/s. */
const FASTER_MPS = 0.3

function arrivesFaster({ track, trace }: PlanSolution, drive: Drive, atM: number): boolean {
  return valueAlong(drive, drive.speedMps, atM) - valueAt(track, trace.speedMps, wrapStation(track, atM)) > FASTER_MPS
}

/** Whether braking began before the planned braking ends. Who brakes only after that brakes for something else, such as the second part of a corner. */
const isOnSamePush = ({ pass, planned, onM }: MeasuredPass): boolean =>
  pass.brakeStartM !== null && planned.brakeEndM !== null && pass.brakeStartM - onM < planned.brakeEndM

/** @param silent - faults that this logger, or what came before, leaves open */
function findingsOfPass(plan: PlanSolution, drive: Drive, one: MeasuredPass, usual: Usual, silent: ReadonlySet<FindableFault>): Finding[] {
  const { pass, planned, places, onM, lap } = one
  const { track } = plan
  const lapM = places.turnInM - (places.corner.points.turnIn?.stationM ?? places.corner.startM)
  const speed = pass.minSpeedMps
  const here = usual.atCorner.get(places.corner.number)!
  const found: Finding[] = []
  const note = (fault: FindableFault, size: number, atM: number, limit = limitOf(fault, drive, speed)) => {
    if (silent.has(fault) || !(size >= limit)) return
    const stationM = wrapStation(track, atM - lapM)
    const confidence = Math.min(0.99, 0.5 + (0.5 * (size - limit)) / Math.max(limit, 1))
    found.push({ lap, corner: places.corner.number, fault, size, unit: limits[fault].unit, stationM, confidence, because: null })
  }
  const later = (own: number | null, wanted: number | null) => (own === null || wanted === null ? null : own - onM - wanted)
  const braked = brakedLater(one)
  const lifted = later(pass.liftM, planned.liftM)
  if (braked !== null) {
    note('be', -braked, pass.brakeStartM!)
    if (arrivesFaster(plan, drive, pass.brakeStartM!)) note('bl', braked - usual.brakeM, pass.brakeStartM!)
    const isHard = planned.brakePeak >= SHAPED_FROM
    if (isHard && pass.brakeRiseS !== null) note('bs', pass.brakeRiseS - (planned.brakeRiseS ?? 0), pass.brakeStartM!)
    const fall = planned.brakeFallS ?? 0
    if (isHard && pass.brakeFallS !== null && fall >= LEAST_PLANNED_FALL_S)
      note('br', pass.brakeFallS < SNAPPED_S ? fall - pass.brakeFallS : 0, pass.brakeEndM!)
    // a second touch after coasting is no held brake
    if (pass.coastS < limits.co.from && isOnSamePush(one)) note('bo', later(pass.brakeEndM, planned.brakeEndM)!, pass.brakeEndM!)
  }
  if (braked !== null) note('dg', Math.abs(movedAcross(drive, places) - plannedAcross(plan, places)), pass.brakeStartM!)
  if (lifted !== null && (planned.brakeStartM === null || (braked !== null && braked > -limits.be.from))) note('ly', -lifted, pass.liftM!)
  if (pass.brakeStartM !== null && pass.applications > planned.applications) note('bd', pass.applications, pass.brakeStartM)
  const locked = lockedWheel(drive, places)
  if (locked) note('lk', locked.forS, locked.atM)
  note('bh', (planned.minSpeedMps - pass.minSpeedMps) * KMH, pass.minSpeedM)
  if (Math.abs(here.turnM) < COMPARABLE_M) {
    const turned = turnLater(one) - here.turnM
    // nobody turns in that early or late: the corner is too gentle to say where
    const isTold = Math.abs(turned) < UNLIKELY_M
    if (isTold) note('te', -turned, pass.turnInM)
    if (isTold) note('tl', turned, pass.turnInM)
  }
  // a tightening corner needs more than one turn of the wheel; where the plan needs more than the driver usually takes, the driver's own count
  const needed = (planned.steps ?? 1) + Math.min(0, here.moreSteps)
  if (pass.steps !== null && pass.steps > needed) note('tn', pass.steps - needed + 1 - Math.max(0, here.moreSteps - 1), pass.turnInM)
  note('co', pass.coastS > planned.coastS + FEET_S ? pass.coastS : 0, pass.brakeEndM ?? pass.turnInM)
  note('ae', -later(pass.insideAtM, planned.insideAtM)!, pass.insideAtM)
  // a car that came closest to the inside somewhere else is measured at the planned apex
  const isElsewhere = !isSameApex(pass.insideAtM - onM, planned.insideAtM)
  const apexM = isElsewhere ? planned.insideAtM + onM : pass.insideAtM
  const insideM = isElsewhere ? turnSign(places.corner) * valueAlong(drive, drive.offsetM, apexM) : pass.insideM
  note('am', planned.insideM - insideM + usual.insideM, apexM)
  // where nothing is slowed for, a throttle that comes and goes only trims the speed
  if (pass.throttleOnM !== null && places.corner.points.brakeStart !== null)
    note('pe', pass.lifts - Math.min(planned.lifts, here.lifts), pass.throttleOnM)
  // a throttle that stays well short of full is late by all that is left of the pass, at least
  const isHeld = pass.fullThrottleM === null && pass.throttleOnM !== null && pass.throttleMost < HELD_TO
  const full = later(isHeld ? places.toM : pass.fullThrottleM, planned.fullThrottleM)
  if (full !== null) note('pl', full, pass.fullThrottleM ?? places.exitM)
  const unusedM = planned.outsideM - pass.outsideM
  const letGo = heldMore(one) - here.heldMore < -LET_GO_SHARE
  // who lets the wheel out and stays in leaves width unused; who keeps it on pinches the exit as well
  if (pass.heldShare !== null && !letGo) note('xp', unusedM, places.exitM)
  note('xn', unusedM, places.exitM)
  const down = downLater(one)
  // rushed is worse than late: the engine was beyond its limit
  if (pass.rushed && pass.rushed.byM >= RUSHED_FROM_M) note('gd', pass.rushed.byM, pass.rushed.atM, RUSHED_FROM_M)
  else if (down !== null) note('gd', down - here.downM, pass.downM!)
  // where the throttle is never quite open, the plan may stay in a higher gear
  if (pass.gear !== null && pass.gear !== planned.gear) note('gw', wrongGears(plan, pass), pass.minSpeedM)
  const wide = beyondEdge(plan, drive, places)
  note('of', wide.byM, wide.atM)
  for (const [fault, kind] of [
    ['ak', 'tall-kerb'],
    ['tr', 'never-cross-line'],
  ] as const) {
    const beyond = beyondHazard(plan, drive, places, kind)
    if (beyond) note(fault, beyond.byM, beyond.atM)
  }
  note('xw', pass.outsideM - planned.outsideM, places.exitM)
  const slide = countersteered(drive, places)
  note('sl', slide.forS, slide.atM)
  const stab = stabbed(plan, drive, places)
  if (stab) note('pa', stab.byS, stab.atM)
  const shift = earliestUpshift(plan, drive, places)
  if (shift) note('ge', shift.byRpm, shift.atM)
  if (drive.rpm) note('gl', atLimiter(plan, drive, places), places.exitM)
  return withCauses(found)
}

/** A cause is claimed only where its own finding is there on the same pass; the catalogue says what may cause what. */
function withCauses(found: readonly Finding[]): Finding[] {
  return found.map((one) => ({
    ...one,
    because: faultOf(one.fault)?.because.find((code) => code !== one.fault && found.some((other) => other.fault === code)) ?? null,
  }))
}
