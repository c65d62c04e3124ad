import * as z from 'zod'

const id = z.uuid()
const severity = z.union([z.literal(1), z.literal(2), z.literal(3)])
const lap = z.number().int().min(0).max(200)
const place = { lap, corner: z.string().min(1).max(6) }
const words = (most: number) => z.string().trim().max(most)

export const flagColours = ['yellow', 'red', 'blue', 'white', 'black', 'debris', 'green', 'chequered'] as const
export const incidentKinds = ['off', 'spin', 'contact', 'injury'] as const
export const surfaceStates = ['dry', 'drying', 'damp', 'wet', 'standing water', 'slippery patch'] as const
export const sides = ['left', 'right'] as const

/** What every entry of a stint's log carries. Entries are only ever added; a correction is an entry of its own. */
const common = {
  /** made by the device, so that sending an entry twice stores it once */
  id,
  stintId: id,
  deviceId: z.string().min(1).max(60),
  /** when it was tapped, by the device's clock */
  deviceTime: z.iso.datetime(),
  /** how far the true time was ahead of the device's clock, ms; absent where its clock was right */
  clockOffsetMs: z.number().int().optional(),
}

export const logEntrySchema = z.discriminatedUnion('kind', [
  /** sent out of the pit lane */
  z.object({ ...common, kind: z.literal('release') }),
  /** the car crosses the start/finish line: the first starts lap 1, each later one ends a lap and starts the next */
  z.object({ ...common, kind: z.literal('line'), source: z.enum(['tap', 'wall', 'lead', 'logger']).optional() }),
  /** the car is in: the stint is over */
  z.object({ ...common, kind: z.literal('in') }),
  z.object({ ...common, ...place, kind: z.literal('fault'), code: z.string().length(2), severity }),
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

export const logBatchSchema = z.object({
  entries: z.array(logEntrySchema).min(1).max(500),
  /** the device's clock as it sends, so that a clock that is wrong is noticed */
  sentAt: z.iso.datetime().optional(),
})
/** Ids the server now holds, in the order sent; an entry it held already counts too. */
export const logReceiptSchema = z.object({
  stored: z.array(id),
  /** how far the device's clock is behind the server's, ms; 0 where it is right within what sending takes */
  clockOffsetMs: z.number().int(),
})

/** Entries stored after the one a page had last. */
export const logPageSchema = z.object({
  entries: z.array(storedEntrySchema),
  /** `seq` of the last entry stored so far: ask for what comes after it */
  last: z.number().int().min(0),
})
export type LogPage = z.infer<typeof logPageSchema>
