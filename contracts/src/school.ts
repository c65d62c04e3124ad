import * as z from 'zod'
import { landmarkKinds } from './circuit'
import { groundSchema, usualGround } from './ground'
import { unitsSchema } from './units'

/** An item that every drivers' meeting of a school covers. */
const meetingTopicSchema = z.object({
  id: z.string().min(1).max(40),
  topic: z.string().trim().min(1, 'a topic').max(60),
  text: z.string().trim().min(1, 'what is said').max(400),
})
export type MeetingTopic = z.infer<typeof meetingTopicSchema>

/** Actions of a lap that are called, in the order in which a corner asks for them. */
export const callVerbs = [
  'up a gear',
  'eyes',
  'lift',
  'brake',
  'down a gear',
  'off the brake',
  'turn',
  'closer',
  'hold',
  'wait',
  'squeeze',
  'let it out',
] as const
export type CallVerb = (typeof callVerbs)[number]

/** Calls that a school may leave unsaid, as do languages stored before they were offered. */
export const mayBeUnsaid: readonly CallVerb[] = ['eyes', 'down a gear', 'off the brake', 'closer', 'hold', 'wait']

const wording = z.string().trim().min(1, 'words to say').max(80)
const callWordingSchema = z.object({ long: wording, normal: wording, short: wording })
const optionalWording = callWordingSchema.optional()

/**
 * How a school says its calls. Wordings may hold {cone} (the mark as the school puts it out), {place}, {side}, {corner}, {count} (of gears) and
 * {m} (how far out to hold); phrases of places hold {m}, {mark} and {next}, those of marks {count}, {colour} and {duty}. All are filled in
 * the school's own language and unit.
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
    oneCone: wording.default('the {colour}'),
    cones: wording.default('the {count} {colour}s'),
    boardMark: wording.default('the {colour} board'),
    plainCone: wording.default('the {duty} cone'),
  }),
  /** the words for one to six */
  numbers: z.array(wording).length(6).default(['one', 'two', 'three', 'four', 'five', 'six']),
  /** what landmarks without a name of their own are called, by kind; a board's holds its {name} */
  marks: z.partialRecord(z.enum(landmarkKinds), wording),
  calls: z.object({
    'up a gear': callWordingSchema,
    eyes: optionalWording,
    lift: callWordingSchema,
    brake: callWordingSchema,
    'down a gear': optionalWording,
    'off the brake': optionalWording,
    turn: callWordingSchema,
    closer: optionalWording,
    hold: optionalWording,
    wait: optionalWording,
    squeeze: callWordingSchema,
    'let it out': callWordingSchema,
  }),
})
export type CallLanguage = z.infer<typeof callLanguageSchema>

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch {
    return false
  }
}

/** What the wording of a certificate may hold in braces. */
export const certificateParts = ['name', 'school', 'circuit', 'day', 'laps'] as const
/** A certificate of attendance, until a school has a wording of its own. */
export const usualCertificate =
  '{name} took part in a coached track session of {school} at {circuit} on {day} and drove {laps}. This certifies attendance. It is not a licence.'
const isCertificate = (text: string) =>
  [...text.matchAll(/\{([^}]*)\}/g)].every(([, part]) => (certificateParts as readonly string[]).includes(part!))

/** A school's settings for all its days. */
const schoolDraftSchema = z.object({
  name: z.string().trim().min(1, 'a name').max(80),
  meeting: z.array(meetingTopicSchema).max(60),
  calls: callLanguageSchema,
  ground: groundSchema.default(usualGround),
  units: unitsSchema.default('metric'),
  /** what is looked at on each car before it is used, such as tyres; no car is held back where there is none */
  carChecks: z.array(z.string().trim().min(1).max(60)).max(20).default([]),
  /** wording of the certificate of attendance */
  certificate: z
    .string()
    .trim()
    .min(1, 'a wording')
    .max(800)
    .refine(isCertificate, 'in braces only {name}, {school}, {circuit}, {day} or {laps}')
    .default(usualCertificate),
  /** the zone that the school's times are in, such as Europe/Vienna; null for the device's own */
  timeZone: z.string().max(60).refine(isTimeZone, 'a time zone such as Europe/Vienna').nullable().default(null),
})
export type SchoolDraft = z.infer<typeof schoolDraftSchema>
export const schoolSchema = schoolDraftSchema.extend({ version: z.number().int().min(1) })
export type School = z.infer<typeof schoolSchema>
export const schoolSaveSchema = z.object({ school: schoolDraftSchema, fromVersion: z.number().int().min(1) })
