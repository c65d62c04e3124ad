import * as z from 'zod'

const id = z.uuid()

const LONGEST_CONTACT = 120

/** How to reach someone, and what is known of them besides. */
const aboutShape = {
  email: z.string().trim().max(LONGEST_CONTACT),
  phone: z.string().trim().max(LONGEST_CONTACT),
  emergencyContact: z.string().trim().max(LONGEST_CONTACT),
  /** the licence held, in the school's words */
  licence: z.string().trim().max(LONGEST_CONTACT),
  /** anything an instructor must know before the stint */
  mustKnow: z.string().max(400),
  /** what an instructor may teach in */
  teaches: z.string().max(200),
  /** the last day on which an instructor's qualification holds; null where it has no end or is not known */
  qualifiedUntil: z.iso.date('a date such as 2027-03-31').nullable(),
  /** who says that an instructor may teach after that day, and why; empty where nobody does */
  teachesAnyway: z.string().trim().max(200),
  /** a student agreed to be shown to a group as a good example, by name */
  mayBeShown: z.boolean(),
}
/** Nothing said: so pages from before these fields can still save. */
export const nothingKnown = {
  ...{ email: '', phone: '', emergencyContact: '', licence: '', mustKnow: '', teaches: '', teachesAnyway: '' },
  qualifiedUntil: null,
  mayBeShown: false,
}
const withDefaults = {
  email: aboutShape.email.default(''),
  phone: aboutShape.phone.default(''),
  emergencyContact: aboutShape.emergencyContact.default(''),
  licence: aboutShape.licence.default(''),
  mustKnow: aboutShape.mustKnow.default(''),
  teaches: aboutShape.teaches.default(''),
  qualifiedUntil: aboutShape.qualifiedUntil.default(null),
  teachesAnyway: aboutShape.teachesAnyway.default(''),
  mayBeShown: aboutShape.mayBeShown.default(false),
}

export const personSchema = z.object({
  ...withDefaults,
  id,
  name: z.string().trim().min(1).max(80),
  role: z.enum(['student', 'instructor']),
  /** what they have driven before, in their own words */
  experience: z.string().max(400),
  /** how they like to be taught */
  wishes: z.string().max(400),
  /** to be pushed or kept calm, with many words or few; null where they did not say */
  push: z.enum(['push', 'calm']).nullable(),
  talk: z.enum(['many', 'few']).nullable(),
  /** how fast an instructor speaks, measured; null before */
  wordsPerSecond: z.number().min(0.8).max(8).nullable(),
  version: z.number().int().min(1),
})
export type Person = z.infer<typeof personSchema>
/** What a list or a timetable needs to know about someone, and nothing that they said about themselves. */
export const personNameSchema = personSchema.pick({ id: true, name: true, role: true, mayBeShown: true })
export type PersonName = z.infer<typeof personNameSchema>
/** A name as it is typed: something to see in it, and nothing that breaks lines or turns the text around. ZWNJ and ZWJ belong to some scripts. */
const newNameSchema = personSchema.shape.name
  .refine((name) => /[\p{L}\p{N}]/u.test(name), 'a name with a letter in it')
  .refine((name) => !/[\p{C}\u2028\u2029]/u.test(name.replaceAll(/[\u200c\u200d]/g, '')), 'a name without invisible characters')
/** What can be said of someone. */
export const personDraftSchema = personSchema.omit({ id: true, version: true }).extend({ name: newNameSchema })
export type PersonDraft = z.infer<typeof personDraftSchema>
export const personAddSchema = z.object({ id, person: personDraftSchema })
/** The fields of a person that change; the rest stays. */
const personChangeSchema = personDraftSchema.extend(aboutShape).partial()
export type PersonChange = z.infer<typeof personChangeSchema>
export const personSaveSchema = z.object({ change: personChangeSchema, fromVersion: z.number().int().min(1) })
/** Many people at once, all of them or none. */
export const peopleAddSchema = z.object({ people: z.array(personAddSchema).min(1).max(500) })
/** Takes someone's name and details away for good. */
export const eraseSchema = z.object({ fromVersion: z.number().int().min(1) })
