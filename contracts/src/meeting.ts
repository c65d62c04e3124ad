import * as z from 'zod'

const id = z.uuid()

/** One check of a car before it is used: what was looked at, whether it is good, and who looked. */
const carCheckSchema = z.object({ carId: id, check: z.string().max(60), isGood: z.boolean(), by: z.string().trim().min(1).max(80) })
export type CarCheck = z.infer<typeof carCheckSchema>

/** A drivers' meeting as it was held: which items were gone through, and with whom. What the items say is worked out. */
export const meetingSchema = z.object({
  done: z.array(z.string().max(80)).max(300),
  present: z.array(id).max(200),
  questions: z.string().max(2000),
  /** who held it, and when it was over; null before */
  heldBy: z.string().trim().max(80),
  heldAt: z.iso.datetime().nullable(),
  /** the cars' checks before use on this day */
  cars: z.array(carCheckSchema).max(4000).default([]),
  version: z.number().int().min(0),
})
export type Meeting = z.infer<typeof meetingSchema>
export const meetingSaveSchema = z.object({ meeting: meetingSchema.omit({ version: true }), fromVersion: z.number().int().min(0) })
export const noMeeting: Meeting = { done: [], present: [], questions: '', heldBy: '', heldAt: null, cars: [], version: 0 }
