import * as z from 'zod'
import { timeOfDaySchema } from './timeOfDay'

const minutes = (most: number) => z.number().int().min(0, `whole minutes from 0 to ${most}`).max(most, `whole minutes from 0 to ${most}`)
const lasts = z.number().int().min(1, 'whole minutes from 1 to 480').max(480, 'whole minutes from 1 to 480')
const id = z.string().min(1, 'an id').max(80)
const name = z.string().max(80).default('')
const count = z.number().int().min(1, 'a number from 1 to 99').max(99, 'a number from 1 to 99')
const weight = z.number().min(0, 'a weight from 0 to 1000').max(1000, 'a weight from 0 to 1000')
const MOST = 400
const spanSchema = z
  .object({ from: timeOfDaySchema, to: timeOfDaySchema })
  .refine(({ from, to }) => from < to, { path: ['to'], message: 'a time after “from”' })

const studentSchema = z.object({
  id,
  name,
  stints: z.number().int().min(0, 'a number from 0 to 12').max(12, 'a number from 0 to 12'),
  /** from one stint's end to the next one's start */
  apartMin: minutes(720).default(0),
  stintMin: lasts.optional(),
  group: id.optional(),
  /** ids of those that fit; any without */
  vehicles: z.array(id).max(MOST).optional(),
  instructors: z.array(id).max(MOST).optional(),
  from: timeOfDaySchema.optional(),
  until: timeOfDaySchema.optional(),
})

const instructorSchema = z.object({
  id,
  name,
  from: timeOfDaySchema.optional(),
  until: timeOfDaySchema.optional(),
  /** stints in a row at the most; they are in a row when the time between them is under `breakMin` */
  inARow: count.optional(),
  breakMin: minutes(480).default(15),
})

const vehicleSchema = z.object({
  id,
  name,
  /** stints before the vehicle is away for `fillMin` */
  stintsPerFill: count.optional(),
  fillMin: minutes(480).default(0),
  restMin: minutes(480).default(0),
  /** from then on it is out of the day */
  until: timeOfDaySchema.optional(),
})

const fixedSchema = z.object({ student: id, startsAt: timeOfDaySchema, vehicle: id.optional(), instructor: id.optional() })
export const plannedStintSchema = z.object({ student: id, vehicle: id, instructor: id, startsAt: timeOfDaySchema, endsAt: timeOfDaySchema })
export type PlannedStint = z.infer<typeof plannedStintSchema>

/** The wants of a timetable, in the order in which they are listed. */
export const wantNames = ['sameInstructor', 'evenWait', 'evenVehicles', 'earlyFinish', 'keep'] as const
export type WantName = (typeof wantNames)[number]
export const usualWeights = { sameInstructor: 5, evenWait: 1, evenVehicles: 1, earlyFinish: 1, keep: 3 } as const satisfies Record<
  WantName,
  number
>
const wantsSchema = z.object({
  sameInstructor: weight.default(usualWeights.sameInstructor),
  evenWait: weight.default(usualWeights.evenWait),
  evenVehicles: weight.default(usualWeights.evenVehicles),
  earlyFinish: weight.default(usualWeights.earlyFinish),
  keep: weight.default(usualWeights.keep),
})

type Named = readonly { readonly id: string }[]

/** What a day file and a stored timetable have in common. */
export const dayShape = {
  startsAt: timeOfDaySchema,
  endsAt: timeOfDaySchema,
  gridMin: z.number().int().min(1, 'whole minutes from 1 to 60').max(60, 'whole minutes from 1 to 60').default(5),
  pauses: z.array(spanSchema).max(20).default([]),
  stintMin: lasts,
  turnroundMin: minutes(240).default(0),
  onTrackAtOnce: count.optional(),
  students: z.array(studentSchema).max(MOST),
  instructors: z.array(instructorSchema).max(MOST),
  vehicles: z.array(vehicleSchema).max(MOST),
  groups: z
    .array(z.object({ id, windows: z.array(spanSchema).max(20) }))
    .max(40)
    .default([]),
  wants: wantsSchema.default(usualWeights),
}

/** A day file (`*.day.json`): who is there, what they need, what is fixed, and what is wanted. */
export const dayFileSchema = z
  .object({
    ochote: z.object({ format: z.literal('day'), version: z.literal(1) }),
    ...dayShape,
    /** what is not fixed begins no earlier: the day is running already */
    notBefore: timeOfDaySchema.optional(),
    fixed: z.array(fixedSchema).max(2000).default([]),
    was: z.array(plannedStintSchema).max(2000).default([]),
  })
  .superRefine((day, ctx) => {
    const expect = (isGood: boolean, path: (string | number)[], message: string) => {
      if (!isGood) ctx.addIssue({ code: 'custom', path, message })
    }
    expect(day.startsAt < day.endsAt, ['endsAt'], 'a time after “startsAt”')
    const known = (list: Named) => new Set(list.map((one) => one.id))
    for (const key of ['students', 'instructors', 'vehicles', 'groups'] as const) {
      const seen = new Set<string>()
      day[key].forEach((one, k) => {
        expect(!seen.has(one.id), [key, k, 'id'], 'an id of its own')
        seen.add(one.id)
      })
    }
    const [students, instructors, vehicles, groups] = [day.students, day.instructors, day.vehicles, day.groups].map(known) as [
      Set<string>,
      Set<string>,
      Set<string>,
      Set<string>,
    ]
    day.students.forEach((s, k) => {
      expect(s.group === undefined || groups.has(s.group), ['students', k, 'group'], 'the id of a group')
      s.vehicles?.forEach((v, n) => expect(vehicles.has(v), ['students', k, 'vehicles', n], 'the id of a vehicle'))
      s.instructors?.forEach((i, n) => expect(instructors.has(i), ['students', k, 'instructors', n], 'the id of an instructor'))
    })
    day.fixed.forEach((f, k) => {
      expect(students.has(f.student), ['fixed', k, 'student'], 'the id of a student')
      expect(f.vehicle === undefined || vehicles.has(f.vehicle), ['fixed', k, 'vehicle'], 'the id of a vehicle')
      expect(f.instructor === undefined || instructors.has(f.instructor), ['fixed', k, 'instructor'], 'the id of an instructor')
    })
  })
export type DayFile = z.infer<typeof dayFileSchema>
