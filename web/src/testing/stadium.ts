import type { DayFile, LogEntry, MarkerScheme, Person, Plan, Setup, Stint, StintFile, TrackEvent, Vehicle } from '@ochote/contracts'
import { circuitFromDocument, localFrame, placedCones, solvePlan, toLonLat, type PlanSolution } from '@ochote/core'
import type { OpenStint } from '../stint/openStint'

/** A small made-up day for tests: a stadium of two left-hand bends, one student, one instructor. */
const STRAIGHT_M = 240
const RADIUS_M = 45

function stadiumDocument() {
  const frame = localFrame(-20, -30)
  const along = Array.from({ length: 12 }, (_, k) => [-STRAIGHT_M / 2 + (STRAIGHT_M * k) / 12, -RADIUS_M] as const)
  const bend = Array.from({ length: 12 }, (_, k) => {
    const angle = -Math.PI / 2 + (Math.PI * k) / 12
    return [STRAIGHT_M / 2 + RADIUS_M * Math.cos(angle), RADIUS_M * Math.sin(angle)] as const
  })
  const half = [...along, ...bend]
  const points = [...half, ...half.map(([x, y]) => [-x, -y] as const), half[0]!]
  const coordinates = points.map(([x, y]) => {
    const { lon, lat } = toLonLat(frame, x, y)
    return [lon, lat]
  })
  return {
    type: 'FeatureCollection',
    ochote: { format: 'circuit', version: 1, name: 'Stadium' },
    features: [
      {
        type: 'Feature',
        properties: { role: 'centreline', closed: true, widthLeft: 5, widthRight: 5 },
        geometry: { type: 'LineString', coordinates },
      },
    ],
  }
}

export const vehicle: Vehicle = {
  ochote: { format: 'vehicle', version: 1 },
  name: 'Test hatch',
  kind: 'car',
  massKg: 1280,
  widthM: 1.76,
  wheelbaseM: 2.51,
  cgHeightM: 0.53,
  muLat: 1,
  muBrake: 1,
  muDrive: 1,
  drivenShare: 0.6,
  brakeMaxG: 1,
  dragAreaM2: 0.68,
  downforceAreaM2: 0,
  rollingCoeff: 0.013,
  wheelRadiusM: 0.305,
  drivelineEfficiency: 0.9,
  finalDrive: 4.06,
  gears: [3.58, 1.95, 1.28, 0.95, 0.76],
  torqueNm: [
    [1000, 110],
    [4000, 165],
    [6500, 138],
  ],
  shiftRpm: 6200,
  redlineRpm: 6700,
  shiftTimeS: 0.35,
  maxLeanDeg: null,
  notes: '',
}

export const setup: Setup = {
  pace: { lateral: 0.8, brake: 0.75, drive: 0.8 },
  brakingSchool: 'blend',
  lineSchool: 'given',
  givenLine: [[0, 0]],
  insideMarginM: 0.5,
  outsideMarginM: 0.5,
  conditions: { grip: 1, rubberedGrip: 1, airDensity: 1.2, windMps: 0, windFromDeg: 0 },
}

/** A version 4 id ending in a number. */
export const idOf = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`

const look = (colour: string, hex: string) => ({ kind: 'cone' as const, colour, hex, count: 1 })
export const scheme: MarkerScheme = {
  id: idOf(3),
  name: 'Test scheme',
  looks: {
    lift: look('white', '#ffffff'),
    brake: { ...look('red', '#b02a2a'), count: 2 },
    release: look('white', '#ffffff'),
    turn: look('blue', '#2a4fb0'),
    apex: look('lime', '#8fb02a'),
    hold: look('white', '#ffffff'),
    exit: look('blue', '#2a4fb0'),
    gate: look('white', '#ffffff'),
    align: look('white', '#ffffff'),
    board: { ...look('white', '#ffffff'), kind: 'board' },
    'keep-out': look('red', '#b02a2a'),
  },
  stock: { white: 10, red: 3, blue: 10, lime: 10 },
}

export const student: Person = { id: idOf(4), name: 'Una Brook', role: 'student', experience: 'Two days in vans', wishes: 'Few words' }
export const instructor: Person = { id: idOf(5), name: 'Rolf Teller', role: 'instructor', experience: '', wishes: '' }
export const event: TrackEvent = { id: idOf(1), name: 'Test Saturday', day: '2026-10-17', circuitId: idOf(2), weather: 'dry' }
export const plan: Plan = {
  id: idOf(6),
  eventId: event.id,
  circuitId: event.circuitId,
  version: 3,
  name: 'Hatch, dry',
  vehicleId: idOf(7),
  markerSchemeId: scheme.id,
  setup,
  firstSession: false,
  coneMoves: [],
}
export const stint: Stint = {
  id: idOf(8),
  eventId: event.id,
  planId: plan.id,
  studentId: student.id,
  instructorId: instructor.id,
  vehicleId: plan.vehicleId,
  plannedLaps: 5,
  startsAt: '10:40',
  aims: [],
  briefedAt: null,
}

export const stintFile = (log: readonly LogEntry[] = [], change: Partial<Stint> = {}): StintFile => ({
  stint: { ...stint, ...change },
  log: log.map((entry) => ({ ...entry, serverTime: entry.deviceTime })),
  debrief: null,
})

export function dayFile(stints: StintFile[]): DayFile {
  return {
    event,
    circuit: { id: event.circuitId, name: 'Stadium', lengthM: 760, closed: true },
    plans: [plan],
    stints,
    people: [student, instructor],
    vehicles: [{ id: plan.vehicleId, vehicle }],
    markerSchemes: [scheme],
  }
}

/** The stadium solved along its centreline. */
export function solved(): PlanSolution {
  const circuit = circuitFromDocument(stadiumDocument())
  if (!circuit.ok) throw new Error(JSON.stringify(circuit.problem))
  const solution = solvePlan({ circuit: circuit.value, vehicle, setup, firstSession: false, stepM: 4 })
  if (!solution.ok) throw new Error(JSON.stringify(solution.problem))
  return solution.value
}

export function openStint(log: readonly LogEntry[] = []): OpenStint {
  const solution = solved()
  return {
    event,
    file: stintFile(log),
    plan,
    student,
    instructor,
    vehicle: { id: plan.vehicleId, vehicle },
    scheme,
    solution,
    cones: placedCones(solution.track, solution.cones, []),
  }
}

type Told = LogEntry extends infer E ? (E extends LogEntry ? Omit<E, 'id' | 'stintId' | 'deviceId' | 'deviceTime'> : never) : never

/** A log told in order; entries are tapped so many seconds after the first. */
export function logOf(told: readonly (readonly [seconds: number, entry: Told])[]): LogEntry[] {
  const start = Date.parse('2026-10-17T10:40:00.000Z')
  return told.map(([seconds, entry], n) => ({
    ...entry,
    id: idOf(100 + n),
    stintId: stint.id,
    deviceId: 'test',
    deviceTime: new Date(start + seconds * 1000).toISOString(),
  }))
}

/** Three timed laps of 40, 42 and 38 s: a late apex put right, one early braking that stayed, one praise. */
export const threeLaps = (): LogEntry[] =>
  logOf([
    [0, { kind: 'line' }],
    [10, { kind: 'fault', lap: 1, corner: '1', code: 'ae', severity: 2 }],
    [30, { kind: 'fault', lap: 1, corner: '2', code: 'be', severity: 1 }],
    [40, { kind: 'line' }],
    [70, { kind: 'fault', lap: 2, corner: '2', code: 'be', severity: 1 }],
    [82, { kind: 'line' }],
    [95, { kind: 'praise', lap: 3, corner: '1', code: 'mark' }],
    [110, { kind: 'fault', lap: 3, corner: '2', code: 'be', severity: 1 }],
    [120, { kind: 'line' }],
    [170, { kind: 'in' }],
  ])
