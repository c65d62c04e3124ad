import {
  aimFrom,
  circuitFromDocument,
  meetingItems,
  sampleTrack,
  markPlan,
  solvePlan,
  defaultCalls,
  defaultMeeting,
  type MarkedPlan,
} from '@ochote/core'
import {
  storedSolutionSchema,
  noConeEdits,
  usualCertificate,
  usualGround,
  usualTerms,
  type Aim,
  type StoredSolution,
  type Plan,
  type Setup,
  type Stint,
  type Day,
  type Vehicle,
  type VehicleType,
} from '@ochote/contracts'
import type { ByNoun } from '../repositories'
import { solutionHash } from '../solutions/solutionHash'
import { storePlanVersion } from '../plans/storePlanVersion'
import { circuits } from './demoCircuits'
import { demoId } from './demoId'
import { addDemoRecording } from './demoRecording'
import { circuitId, demoDays } from './demoRows'
import demoSolutions from './solutions.json' with { type: 'json' }
import { cars, firstHomework, firstSignature, instructors, markerSchemes, students, vehicleTypes } from './school'
import { simulatedDebrief, simulatedStint, type Tendency } from './simulatedStint'

export { circuits, vehicleTypes }

const { first, second } = demoDays
const DAYS_BETWEEN = 14

const drying: Day['hours'] = [
  { from: '07:30', road: 'wet', forecast: 'Light rain, 9 °C' },
  { from: '11:00', road: 'damp', forecast: 'Clearing, 11 °C' },
  { from: '14:00', road: 'dry', forecast: 'Sun, 13 °C' },
]

/** The second day is the one given; the first was two weeks before. */
function daysUntil(today: string): { firstDay: Day; secondDay: Day } {
  const at = (daysBefore: number) => new Date(Date.parse(`${today}T00:00:00Z`) - daysBefore * 86_400_000)
  const weekday = at(0).toLocaleDateString('en-GB', { weekday: 'long', timeZone: 'UTC' })
  const common = { circuitId: circuitId('skerrow'), version: 1 }
  const dateOf = (daysBefore: number) => at(daysBefore).toISOString().slice(0, 10)
  return {
    firstDay: {
      ...common,
      ...{ id: first, name: `Ambulance drivers, first ${weekday}`, date: dateOf(DAYS_BETWEEN), weather: 'Dry, light wind', hours: [] },
    },
    secondDay: {
      ...common,
      ...{ id: second, name: `Ambulance drivers, second ${weekday}`, date: dateOf(0), weather: 'Wet, drying from eleven', hours: drying },
    },
  }
}

/** A time of a day on the clocks of this machine. */
const timeOn = (day: Day, time: string): string => new Date(`${day.date}T${time}:00`).toISOString()

const dry = { grip: 1, rubberedGrip: 1, airDensity: 1.22, windMps: 2, windFromDeg: 240 }
const wet = { grip: 0.74, rubberedGrip: 0.82, airDensity: 1.23, windMps: 3, windFromDeg: 250 }

const setup = (lateral: number, brake: number, drive: number, conditions: Setup['conditions']): Setup => ({
  pace: { lateral, brake, drive },
  brakingSchool: 'separate',
  lineSchool: 'late-apex',
  insideMarginM: 0.5,
  outsideMarginM: 0.7,
  conditions,
})

interface PlanRecipe {
  dayId: string
  name: string
  type: VehicleType
  setup: Setup
  firstSession: boolean
}

const planOf = ({ dayId, name, type, setup, firstSession }: PlanRecipe): Plan => ({
  id: demoId(`plan/${dayId}/${name}`),
  dayId,
  circuitId: circuitId('skerrow'),
  vehicleTypeId: type.id,
  markerSchemeId: markerSchemes[0]!.id,
  name,
  setup,
  firstSession,
  coneEdits: noConeEdits,
  priorityOverrides: [],
  unsafeAnswers: [],
  version: 1,
  ready: null,
})

export const plans = {
  firstHatch: planOf({
    dayId: first,
    name: 'Hatch, first session',
    type: vehicleTypes.hatch,
    setup: setup(0.7, 0.65, 0.75, dry),
    firstSession: true,
  }),
  firstEstate: planOf({
    dayId: first,
    name: 'Estate, first session',
    type: vehicleTypes.estate,
    setup: setup(0.68, 0.65, 0.75, dry),
    firstSession: true,
  }),
  wetHatch: planOf({
    dayId: second,
    name: 'Hatch, wet morning',
    type: vehicleTypes.hatch,
    setup: setup(0.74, 0.68, 0.78, wet),
    firstSession: false,
  }),
  wetEstate: planOf({
    dayId: second,
    name: 'Estate, wet morning',
    type: vehicleTypes.estate,
    setup: setup(0.72, 0.66, 0.78, wet),
    firstSession: false,
  }),
  dryHatch: planOf({
    dayId: second,
    name: 'Hatch, drying',
    type: vehicleTypes.hatch,
    setup: setup(0.76, 0.72, 0.8, { ...dry, grip: 0.9 }),
    firstSession: false,
  }),
}

/** How each student drives, in the order of `students`. */
const tendencies: readonly Tendency[] = [
  { brakeLaterM: -13, speedShare: 0.97, apexMissM: 0.5, throttleLaterM: 8, exitUnusedM: 0.6, unsteady: 0.8, keeps: 0.35 },
  { brakeLaterM: 6, speedShare: 0.99, apexMissM: 0.9, throttleLaterM: 4, exitUnusedM: 0.2, unsteady: 1.1, keeps: 0.6 },
  { brakeLaterM: -6, speedShare: 0.98, apexMissM: 0.4, throttleLaterM: 12, exitUnusedM: 0.9, unsteady: 0.7, keeps: 0.3 },
  { brakeLaterM: -20, speedShare: 0.95, apexMissM: 1.1, throttleLaterM: 15, exitUnusedM: 1.4, unsteady: 1.2, keeps: 0.5 },
  { brakeLaterM: -17, speedShare: 0.96, apexMissM: 0.7, throttleLaterM: 14, exitUnusedM: 1.1, unsteady: 0.6, keeps: 0.45 },
  { brakeLaterM: 3, speedShare: 1, apexMissM: 0.2, throttleLaterM: 2, exitUnusedM: 0.1, unsteady: 0.9, keeps: 0.4 },
  { brakeLaterM: -8, speedShare: 0.985, apexMissM: 0.6, throttleLaterM: 6, exitUnusedM: 0.5, unsteady: 0.6, keeps: 0.25 },
  { brakeLaterM: -11, speedShare: 0.97, apexMissM: 1.3, throttleLaterM: 10, exitUnusedM: 1.6, unsteady: 1, keeps: 0.55 },
]

const sentences = [
  'You look where you are going now; let the brake follow your eyes.',
  'Quick enough. Quieter next.',
  'Ask why as often as you did today.',
  'Half the words next time: you knew them before I said them.',
  'Smooth all day. Now trust the board.',
  'The kart shows. Leave a little room for the car.',
  'One thing at a time worked; we keep to that.',
  'Wide van, wide line: use the whole road here, it is yours.',
]

/** Students whose second stint is already driven when the demonstration opens; the last of them is not debriefed yet. */
const DRIVEN_ON_SECOND = 3

const startsAt = (slot: number) =>
  `${String(9 + Math.floor((slot * 25 + 20) / 60)).padStart(2, '0')}:${String((slot * 25 + 20) % 60).padStart(2, '0')}`

function stintOf(day: Day, index: number, aims: Aim[], briefed: boolean): Stint {
  const isFirst = day.id === first
  const inEstate = index % 4 === 2
  const plan = isFirst
    ? inEstate
      ? plans.firstEstate
      : plans.firstHatch
    : inEstate
      ? plans.wetEstate
      : index < 5
        ? plans.wetHatch
        : plans.dryHatch
  return {
    id: demoId(`stint/${day.id}/${index}`),
    dayId: day.id,
    planId: plan.id,
    studentId: students[index]!.id,
    instructorId: instructors[index % 2]!.id,
    carId: inEstate ? cars.estate.id : cars.hatches[index % cars.hatches.length]!.id,
    otherTypesCones: false,
    plannedLaps: 5,
    startsAt: startsAt(index),
    aims,
    briefedAt: briefed ? timeOn(day, '08:45') : null,
    planVersionId: null,
    version: 1,
  }
}

/** Marked plans, each solved once however many stints are driven on it. */
const markedPlans = new Map<string, MarkedPlan>()

export const typeOf = (plan: Plan): VehicleType => Object.values(vehicleTypes).find((type) => type.id === plan.vehicleTypeId)!

function markedPlanOf(plan: Plan): MarkedPlan {
  const before = markedPlans.get(plan.id)
  if (before) return before
  const circuit = circuitFromDocument(circuits.skerrow)
  if (!circuit.ok) throw new Error('the demonstration circuit is refused')
  const { vehicle } = typeOf(plan)
  const stored = storedSolutionOf(plan, vehicle)
  const solved = solvePlan({ circuit: circuit.value, vehicle, setup: plan.setup, ...(stored ? { stored } : {}) })
  if (!solved.ok) throw new Error(JSON.stringify(solved.problem))
  const marked = markPlan(solved.value, plan, usualTerms)
  markedPlans.set(plan.id, marked)
  return marked
}

/** The demonstration's lines ship with it (`npm run demo-solutions` finds them): finding them takes a minute. */
const storedByHash: Partial<Record<string, unknown>> = demoSolutions
function storedSolutionOf(plan: Plan, vehicle: Vehicle): StoredSolution | null {
  const own = storedByHash[solutionHash(circuits.skerrow, { vehicle, setup: plan.setup })]
  return own === undefined ? null : storedSolutionSchema.parse(own)
}

async function addLibrary(all: ByNoun): Promise<void> {
  for (const [key, document] of Object.entries(circuits)) {
    const circuit = circuitFromDocument(document)
    if (!circuit.ok) throw new Error(`${key}: ${JSON.stringify(circuit.problem)}`)
    const { lengthM, closed } = sampleTrack(circuit.value)
    await all.circuits.add({ id: circuitId(key), name: circuit.value.name, lengthM, closed }, document)
  }
  for (const type of Object.values(vehicleTypes)) await all.vehicleTypes.add(type)
  for (const { id, version: _version, ...car } of [...cars.hatches, cars.estate, cars.kart]) await all.cars.save(id, car, 0)
  for (const person of [...students, ...instructors]) await all.people.add(person)
  for (const { id, version: _, ...scheme } of markerSchemes) await all.markerSchemes.save(id, scheme, 0)
}

async function driveStint(
  all: ByNoun,
  day: Day,
  stint: Stint,
  index: number,
  options: { improved: number; debriefed: boolean },
): Promise<Aim[]> {
  const plan = Object.values(plans).find((p) => p.id === stint.planId)!
  const marked = markedPlanOf(plan)
  const usual = tendencies[index]!
  const tendency: Tendency = {
    ...usual,
    brakeLaterM: usual.brakeLaterM * options.improved,
    speedShare: 1 - (1 - usual.speedShare) * options.improved,
    apexMissM: usual.apexMissM * options.improved,
    throttleLaterM: usual.throttleLaterM * options.improved,
    exitUnusedM: usual.exitUnusedM * options.improved,
  }
  const seed = 1000 + index + (day.id === first ? 0 : 100)
  const { log, recording } = simulatedStint({ stint, day: day.date, plan: marked.solution, tendency, seed })
  await all.stints.add(stint)
  await all.logs.add(log, timeOn(day, '18:00'))
  const version = await all.planVersions.ofVersion(plan.id, plan.version)
  if (version) await all.stints.setPlanVersion(stint.id, version.id)
  await addDemoRecording(all, stint, recording)
  const debrief = simulatedDebrief(log, marked.cones, sentences[index]!)
  if (options.debriefed) await all.stints.saveDebrief(stint.id, debrief, 0)
  return debrief.workOn.map(aimFrom)
}

/** The student who missed the second Saturday's meeting and so can't be released yet. */
const ABSENT = 5

async function holdMeetings(all: ByNoun, firstDay: Day, secondDay: Day): Promise<void> {
  const circuit = circuitFromDocument(circuits.skerrow)
  if (!circuit.ok) throw new Error('the demonstration circuit is refused')
  const done = meetingItems(sampleTrack(circuit.value), defaultMeeting, usualTerms).map((item) => item.id)
  const present = students.filter((_, k) => k !== ABSENT).map((p) => p.id)
  const questions = 'Leo: which side to pass on the back straight? Left, on the signal.'
  await all.meetings.save(second, { done, present, questions, heldBy: 'Hester Quill', heldAt: timeOn(secondDay, '07:40'), cars: [] }, 0)
  const everyone = students.map((p) => p.id)
  await all.meetings.save(
    first,
    { done, present: everyone, questions: '', heldBy: 'Hester Quill', heldAt: timeOn(firstDay, '07:40'), cars: [] },
    0,
  )
}

/**
 * Makes the demonstration data in an empty school, unless the database already holds a day.
 * @param today - the date of its second day, such as 2026-10-17
 * @returns whether it was made
 */
export async function seed(all: ByNoun, today: string): Promise<boolean> {
  if ((await all.days.list()).length > 0) return false
  await addDemonstration(all, today)
  await all.schools.save(
    {
      name: 'Longdyke Driver Training',
      meeting: [...defaultMeeting],
      calls: defaultCalls,
      ground: usualGround,
      units: 'metric',
      timeZone: null,
      carChecks: [],
      certificate: usualCertificate,
    },
    1,
  )
  return true
}

/**
 * Adds the demonstration's shelf and days to the data that is there. The school's settings stay as they are.
 * @param today - the date of its second day, such as 2026-10-17
 */
export async function addDemonstration(all: ByNoun, today: string): Promise<void> {
  const { firstDay, secondDay } = daysUntil(today)
  const madeAt = new Date(timeOn(firstDay, '06:00'))
  await addLibrary(all)
  await all.days.add(firstDay)
  await all.days.add(secondDay)
  for (const plan of Object.values(plans)) {
    await all.plans.add(plan)
    await storePlanVersion(all, plan, { id: demoId(`version/${plan.id}`), at: madeAt.toISOString(), by: '' })
    const key = { circuitId: plan.circuitId, vehicle: typeOf(plan).vehicle, setup: plan.setup }
    await all.solutions.store(circuits.skerrow, key, markedPlanOf(plan).solution.stored, madeAt)
  }
  for (let i = 0; i < students.length; i++) {
    const next = await driveStint(all, firstDay, stintOf(firstDay, i, [], true), i, { improved: 1, debriefed: true })
    const stint = stintOf(secondDay, i, next, i <= DRIVEN_ON_SECOND)
    if (i < DRIVEN_ON_SECOND) await driveStint(all, secondDay, stint, i, { improved: 0.6, debriefed: i < DRIVEN_ON_SECOND - 1 })
    else await all.stints.add(stint)
  }
  await holdMeetings(all, firstDay, secondDay)
  await all.skillSignatures.sign({ ...firstSignature, on: firstDay.date })
  await all.homework.add({ ...firstHomework, givenOn: firstDay.date })
  await all.sessions.save({
    version: 0,
    id: demoId('session/second/released'),
    dayId: second,
    kind: 'released',
    name: 'Seated laps, late morning',
    startsAt: '10:35',
    endsAt: '12:30',
    intervalS: 40,
    stintIds: students.slice(DRIVEN_ON_SECOND).map((_, k) => stintOf(secondDay, DRIVEN_ON_SECOND + k, [], false).id),
  })
}
