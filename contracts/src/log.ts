import * as z from 'zod'
import { fieldProblemSchema } from './fieldProblem'

const id = z.uuid()
const severity = z.union([z.literal(1), z.literal(2), z.literal(3)])
const lap = z.number().int().min(0).max(200)
const place = { lap, corner: z.string().min(1).max(6) }
const words = (most: number) => z.string().trim().max(most)

export const flagColours = ['yellow', 'red', 'blue', 'white', 'black', 'debris', 'green', 'chequered'] as const
export const incidentKinds = ['off', 'spin', 'contact', 'injury'] as const
export const surfaceStates = ['dry', 'drying', 'damp', 'wet', 'standing water', 'slippery patch'] as const
export const sides = ['left', 'right'] as const

/** A device's clock may be far off, and still every page has to be able to show its times. */
const deviceTimeSchema = z.iso
  .datetime()
  .max(30)
  .refine((time) => Number(time.slice(0, 4)) < 2200, 'a time before the year 2200')
const TEN_YEARS_MS = 10 * 366 * 86_400_000
const offsetSchema = z.number().int().min(-TEN_YEARS_MS).max(TEN_YEARS_MS)

/** What every entry of a stint's log carries. Entries are only ever added; a correction is an entry of its own. */
const common = {
  /** made by the device, so that sending an entry twice stores it once */
  id,
  stintId: id,
  deviceId: z.string().min(1).max(60),
  /** when it was tapped, by the device's clock; what a logger measured has the logger's time */
  deviceTime: deviceTimeSchema,
  /** how far the true time was ahead of the device's clock, ms; absent where its clock was right, or is not known */
  clockOffsetMs: offsetSchema.optional(),
  /** the run of the device's clock that the time was read from; absent where a logger measured the time */
  clockEpoch: id.optional(),
}

export const logEntrySchema = z.discriminatedUnion('kind', [
  /** sent out of the pit lane */
  z.object({ ...common, kind: z.literal('release') }),
  /** the car crosses the start/finish line: the first starts lap 1, each later one ends a lap and starts the next */
  z.object({ ...common, kind: z.literal('line'), source: z.enum(['tap', 'wall', 'lead', 'logger']).optional() }),
  /** the car is in: the stint is over */
  z.object({ ...common, kind: z.literal('in') }),
  z.object({
    ...common,
    ...place,
    kind: z.literal('fault'),
    code: z.string().length(2),
    severity,
    /** the instructor who tapped it; absent where the device does not know who that is */
    loggedBy: id.optional(),
  }),
  z.object({ ...common, kind: z.literal('severity'), about: id, severity }),
  z.object({ ...common, ...place, kind: z.literal('better'), about: id }),
  z.object({ ...common, ...place, kind: z.literal('praise'), code: z.string().min(1).max(12) }),
  /** a correction was called for the next time through a corner */
  z.object({ ...common, ...place, kind: z.literal('called'), code: z.string().length(2) }),
  /** what a later pass showed of a correction that was called */
  z.object({
    ...common,
    ...place,
    kind: z.literal('followed'),
    about: id,
    result: z.enum(['fixed', 'better', 'no change']),
    by: z.enum(['seen', 'measured']),
  }),
  /** one car goes by another: this one passes, or is passed, on a side of the other */
  z.object({ ...common, ...place, kind: z.literal('pass'), way: z.enum(['passes', 'passed']), side: z.enum(sides), who: words(60) }),
  z.object({ ...common, ...place, kind: z.literal('flag'), flag: z.enum(flagColours) }),
  z.object({ ...common, ...place, kind: z.literal('incident'), what: z.enum(incidentKinds) }),
  /** what an incident report needs, now or later; a later one replaces it */
  z.object({
    ...common,
    kind: z.literal('report'),
    about: id,
    happened: words(1000),
    others: words(300),
    injured: words(300),
    damage: words(300),
    witnesses: words(300),
    done: words(500),
  }),
  z.object({ ...common, ...place, kind: z.literal('conditions'), surface: z.enum(surfaceStates) }),
  /** the student was told what comes */
  z.object({ ...common, lap, kind: z.literal('told'), what: z.enum(['last lap', 'cool-down', 'come in']) }),
  /** the instructor's own decision on how much is asked for from here on */
  z.object({
    ...common,
    lap,
    kind: z.literal('step'),
    of: z.enum(['pace', 'words', 'marks']),
    way: z.enum(['up', 'down']),
    reason: words(200),
  }),
  /** asked while the lap was talked through */
  z.object({ ...common, kind: z.literal('question'), corner: z.string().max(6), text: words(300).min(1, 'a question') }),
  /** what the drivers' meeting said was gone through with a student who was absent */
  z.object({ ...common, kind: z.literal('meeting') }),
  z.object({ ...common, kind: z.literal('undo'), about: id }),
])
export type LogEntry = z.infer<typeof logEntrySchema>

/** Entries that do not mean that the car is being driven: the plan may still change after them. */
export const beforeDriving: readonly LogEntry['kind'][] = ['question', 'meeting']

/** An entry as the server stores it. `seq` rises with every entry stored, so that a page asks only for entries it does not have. */
export const storedEntrySchema = z.intersection(logEntrySchema, z.object({ serverTime: z.iso.datetime(), seq: z.number().int().min(1) }))
export type StoredEntry = z.infer<typeof storedEntrySchema>

/** How far the true time is ahead of a device's clock during one run of that clock, ms: from one jump of the clock to the next. */
export const clockEpochSchema = z.object({
  epoch: id,
  offsetMs: offsetSchema,
  /** measured over the link, or the same in the epochs measured before and after */
  foundBy: z.enum(['measured', 'between']),
})
export type ClockEpoch = z.infer<typeof clockEpochSchema>

/** The server checks each entry separately and takes or refuses it, so the batch's schema checks none of them. */
export const logBatchSchema = z.object({
  entries: z.array(z.unknown()).min(1).max(500),
  clocks: z.array(clockEpochSchema).max(100).optional(),
})

/** An entry that the server does not take, and why. */
export const refusedEntrySchema = fieldProblemSchema.extend({ id: z.string().max(60) })
export type RefusedEntry = z.infer<typeof refusedEntrySchema>

/** A receipt for each entry of a batch. An entry that the server held already counts as stored. */
export const logReceiptSchema = z.object({
  databaseId: id,
  stored: z.array(id),
  refused: z.array(refusedEntrySchema),
})

/** Asks which of these entries the server lacks, as after it went back to older data. */
export const lackingSchema = z.object({ ids: z.array(id).max(1_000) })
export const lackingAnswerSchema = z.object({ databaseId: id, lacking: z.array(id) })

/** The server's clock, and which database it serves. */
export const serverTimeSchema = z.object({ nowMs: z.number(), databaseId: id })

/** Entries stored after the one a page had last. */
export const logPageSchema = z.object({
  entries: z.array(storedEntrySchema),
  /** `seq` of the last entry stored so far: ask for what comes after it */
  last: z.number().int().min(0),
  /** how many stored entries of each stint this server cannot read: they are left out, not lost */
  unreadable: z.record(id, z.number().int().min(1)),
})
export type LogPage = z.infer<typeof logPageSchema>
