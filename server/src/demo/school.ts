import {
  nothingKnown,
  vehicleSchema,
  type MarkerScheme,
  type Person,
  type Car,
  type VehicleType,
  type SkillSignature,
  type Homework,
} from '@ochote/contracts'
import { demoId } from './demoId'

/** Longdyke Driver Training's people, vehicles and markers. All made up. */

const student = (name: string, experience: string, wishes: string, push: Person['push'] = null, talk: Person['talk'] = null): Person => ({
  ...nothingKnown,
  id: demoId(`student/${name}`),
  name,
  role: 'student',
  experience,
  wishes,
  push,
  talk,
  wordsPerSecond: null,
  version: 1,
})

export const students: readonly Person[] = [
  student('Ines Marlowe', 'Volunteer driver for two years; no track', 'Calm; few words once it works', 'calm', 'few'),
  student('Tobias Fennick', 'Response-trained; one skid-pad day', 'Push me', 'push'),
  student('Priya Castellan', 'Drives the estate on nights', 'Tell me why'),
  student('Ruben Halloway', 'New this spring', 'Many words, early', null, 'many'),
  student('Agnes Thorley', 'Fifteen years on patient transport', 'Calm; no surprises', 'calm'),
  student('Kofi Brandreth', 'Kart league as a boy', 'Push me; numbers afterwards', 'push', 'few'),
  student('Maren Osgood', 'Response-trained', 'One thing at a time'),
  student('Leo Vantongeren', 'New this summer; wide vans', 'Many words', null, 'many'),
]

const instructor = (name: string, experience: string, wordsPerSecond: number | null): Person => ({
  ...nothingKnown,
  id: demoId(`instructor/${name}`),
  name,
  role: 'instructor',
  experience,
  wishes: '',
  push: null,
  talk: null,
  wordsPerSecond,
  version: 1,
})

export const instructors: readonly Person[] = [
  instructor('Hester Quill', 'Chief instructor', 3.1),
  instructor('Dov Larrabee', 'Seat instructor', null),
]

const hatch = {
  ochote: { format: 'vehicle', version: 1 },
  kind: 'car',
  massKg: 1420,
  widthM: 1.79,
  wheelbaseM: 2.62,
  cgHeightM: 0.54,
  muLat: 0.98,
  muBrake: 1.0,
  muDrive: 0.96,
  drivenShare: 0.6,
  brakeMaxG: 0.98,
  dragAreaM2: 0.67,
  downforceAreaM2: 0,
  rollingCoeff: 0.013,
  wheelRadiusM: 0.312,
  drivelineEfficiency: 0.9,
  finalDrive: 4.06,
  gears: [3.58, 1.95, 1.31, 1.0, 0.81],
  torqueNm: [
    [1000, 118],
    [2000, 160],
    [3500, 184],
    [4500, 187],
    [5500, 182],
    [6000, 175],
    [6500, 158],
  ],
  shiftRpm: 6200,
  redlineRpm: 6600,
  shiftTimeS: 0.35,
  maxLeanDeg: null,
  notes: 'Five-speed lever. Lifts its inside rear wheel over kerbs; settles when the throttle is steady.',
} as const

const estate = {
  ...hatch,
  massKg: 1690,
  widthM: 1.83,
  wheelbaseM: 2.79,
  cgHeightM: 0.57,
  muLat: 0.94,
  muBrake: 0.97,
  dragAreaM2: 0.71,
  notes: 'Heavier and softer: give it a moment to take its set. Automatic mode off, paddles.',
} as const

const kart = {
  ...hatch,
  kind: 'kart',
  massKg: 245,
  widthM: 1.32,
  wheelbaseM: 1.06,
  cgHeightM: 0.24,
  muLat: 1.25,
  muBrake: 0.9,
  muDrive: 1.15,
  drivenShare: 0.58,
  brakeMaxG: 0.75,
  dragAreaM2: 0.52,
  rollingCoeff: 0.022,
  wheelRadiusM: 0.138,
  drivelineEfficiency: 0.92,
  finalDrive: 1,
  gears: [4.1],
  torqueNm: [
    [1500, 14],
    [3000, 19],
    [4500, 19.5],
    [6000, 15],
  ],
  shiftRpm: 6100,
  redlineRpm: 6200,
  shiftTimeS: 0,
  notes: 'Hire kart. Brakes act on the rear axle only.',
} as const

const typeNamed = (name: string, vehicle: object): VehicleType => ({
  id: demoId(`vehicle type/${name}`),
  version: 1,
  vehicle: vehicleSchema.parse({ ...vehicle, name }),
})
const carOf = (name: string, number: string, type: VehicleType, seats: number, gearbox: Car['gearbox'] = 'manual'): Car => ({
  id: demoId(`vehicle/${name}`),
  ...{ name, number, vehicleTypeId: type.id, seats, gearbox, notes: '', version: 1 },
})

export const vehicleTypes = { hatch: typeNamed('Hatch', hatch), estate: typeNamed('Estate', estate), kart: typeNamed('Yard kart', kart) }

/** Three 110 kW hatchbacks and an estate for the day, and the yard's kart. */
export const cars = {
  hatches: ['1', '2', '3'].map((number) => carOf(`Hatch ${number}`, number, vehicleTypes.hatch, 5)),
  estate: carOf('Estate', '4', vehicleTypes.estate, 5),
  kart: carOf('Yard kart', '', vehicleTypes.kart, 1),
}

const cone = (colour: string, hex: string, count = 1) => ({ kind: 'cone' as const, colour, hex, count })
const board = { kind: 'board' as const, colour: 'white', hex: '#f4f1e8', count: 1 }
const orange = cone('orange', '#e8641b')

export const markerSchemes: readonly MarkerScheme[] = [
  {
    version: 1,
    id: demoId('scheme/Longdyke at Skerrow Basin'),
    name: 'Longdyke at Skerrow Basin',
    looks: {
      lift: cone('white', '#f4f1e8'),
      brake: cone('red', '#c8302b', 2),
      release: cone('pink', '#e58aa8'),
      turn: cone('blue', '#2f6fb5'),
      apex: cone('yellow', '#f0bf1f'),
      hold: cone('white', '#f4f1e8'),
      exit: cone('lime', '#8fbf3a'),
      gate: orange,
      align: cone('blue', '#2f6fb5'),
      board,
      'keep-out': cone('orange', '#e8641b', 2),
    },
    stock: { white: 8, red: 24, pink: 4, blue: 14, yellow: 12, lime: 3, orange: 16 },
  },
  {
    version: 1,
    id: demoId('scheme/One colour'),
    name: 'One colour',
    looks: {
      lift: orange,
      brake: { ...orange, count: 2 },
      release: orange,
      turn: orange,
      apex: orange,
      hold: orange,
      exit: orange,
      gate: orange,
      align: orange,
      board,
      'keep-out': { ...orange, count: 2 },
    },
    stock: { orange: 60, white: 6 },
  },
]

/** A step that was signed on the first day, but for its date. */
export const firstSignature: Omit<SkillSignature, 'on'> = {
  ...{ id: demoId('signature/first'), personId: students[0]!.id, skill: 'braking', bend: 'medium', level: 'seen' },
  ...{ instructorId: instructors[0]!.id, remark: 'Found the boards herself by the last lap.', withdrawn: null },
}

/** What the first student was asked to do before the second day. */
export const firstHomework: Omit<Homework, 'givenOn'> = {
  ...{ id: demoId('homework/first'), personId: students[0]!.id, doneOn: null },
  text: 'Walk the lap in your head, naming each mark before you reach it.',
}
