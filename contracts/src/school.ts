import * as z from 'zod'
import { landmarkKinds } from './circuit'
import { groundSchema, usualGround } from './ground'

/** An item that every drivers' meeting of a school covers. */
const meetingTopicSchema = z.object({
  id: z.string().min(1).max(40),
  topic: z.string().trim().min(1, 'a topic').max(60),
  text: z.string().trim().min(1, 'what is said').max(400),
})
export type MeetingTopic = z.infer<typeof meetingTopicSchema>

/** Actions of a lap that are called. */
export const callVerbs = ['up a gear', 'lift', 'brake', 'turn', 'squeeze', 'let it out'] as const
export type CallVerb = (typeof callVerbs)[number]

const wording = z.string().trim().min(1, 'words to say').max(80)
const callWordingSchema = z.object({ long: wording, normal: wording, short: wording })

/**
 * How a school says its calls. Wordings may hold {place}, {side} and {corner}; phrases of places hold {m}, {mark} and {next};
 * all are filled in the school's own language and unit.
 */
export const callLanguageSchema = z.object({
  /** language of words and numbers, as browsers name it: en-GB, de, ja */
  language: z.string().regex(/^[a-zA-Z]{2,3}(-[a-zA-Z0-9]{2,8})*$/, 'a language such as en-GB or de'),
  unit: z.enum(['m', 'yd']),
  phrases: z.object({
    left: wording,
    right: wording,
    now: wording,
    at: wording,
    before: wording,
    past: wording,
    halfway: wording,
    fromStart: wording,
  }),
  /** what landmarks without a name of their own are called, by kind; a board's holds its {name} */
  marks: z.partialRecord(z.enum(landmarkKinds), wording),
  calls: z.record(z.enum(callVerbs), callWordingSchema),
})
export type CallLanguage = z.infer<typeof callLanguageSchema>

/** A school's settings for all its days. */
const schoolDraftSchema = z.object({
  name: z.string().trim().min(1, 'a name').max(80),
  meeting: z.array(meetingTopicSchema).max(60),
  calls: callLanguageSchema,
  ground: groundSchema.default(usualGround),
})
export type SchoolDraft = z.infer<typeof schoolDraftSchema>
export const schoolSchema = schoolDraftSchema.extend({ version: z.number().int().min(1) })
export type School = z.infer<typeof schoolSchema>
export const schoolSaveSchema = z.object({ school: schoolDraftSchema, fromVersion: z.number().int().min(1) })
