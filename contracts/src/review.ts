import * as z from 'zod'

const place = { lap: z.number().int().min(0).max(1000), stationM: z.number().min(0).max(100_000) }
const text = (most: number) => z.string().trim().min(1).max(most)
const at = z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)])

/** What an instructor decided about a finding. One that was rejected stays away, for this pass or for this student and corner. */
export const decisionSchema = z.object({
  lap: place.lap,
  corner: text(6),
  fault: z.string().length(2),
  verdict: z.enum(['accepted', 'rejected', 'never']),
  /** in the instructor’s words; empty for Ochote’s */
  words: z.string().trim().max(300),
  /** the log entry that an accepted finding became */
  entryId: z.uuid().nullable(),
})
export type Decision = z.infer<typeof decisionSchema>

/** A drawing on a paused picture: strokes and words, in shares of its width and height. */
export const drawingSchema = z.object({
  strokes: z.array(z.object({ kind: z.enum(['line', 'arrow']), points: z.array(at).min(2).max(400) })).max(60),
  words: z.array(z.object({ at, text: text(80) })).max(20),
})
export type Drawing = z.infer<typeof drawingSchema>

export const noteSchema = z.object({
  id: z.uuid(),
  ...place,
  text: text(500),
  madeAt: z.iso.datetime(),
  drawing: drawingSchema.nullable(),
  soundId: z.uuid().nullable(),
  isQuestion: z.boolean().default(false),
  /** to a question; empty until it is answered */
  answer: z.string().trim().max(500).default(''),
})
export type ReviewNote = z.infer<typeof noteSchema>

/** Where a video and the data have the same moment. */
export const videoSyncSchema = z.object({
  fileName: text(200),
  /** second of the recording at second 0 of the video */
  atS: z.number().min(-100_000).max(10_000_000_000),
  how: z.enum(['crossing', 'brake light', 'own time', 'by hand']),
})
export type VideoSync = z.infer<typeof videoSyncSchema>

/** A review of a recording: what was decided, noted, drawn and lined up. What was recorded is never copied. */
export const reviewDraftSchema = z.object({
  decisions: z.array(decisionSchema).max(2000),
  notes: z.array(noteSchema).max(300),
  /** the line wanted, as it was drawn by hand: stations and offsets, m; null where none was */
  wanted: z
    .array(z.tuple([z.number(), z.number()]))
    .max(4000)
    .nullable(),
  video: videoSyncSchema.nullable(),
})
export type ReviewDraft = z.infer<typeof reviewDraftSchema>
export const noReview: ReviewDraft = { decisions: [], notes: [], wanted: null, video: null }

export const reviewSchema = reviewDraftSchema.extend({ recordingId: z.uuid(), version: z.number().int().min(0) })
export type Review = z.infer<typeof reviewSchema>
/** A review to be saved; the first is saved from version 0. */
export const reviewSaveSchema = z.object({ review: reviewDraftSchema, fromVersion: z.number().int().min(0) })

/** Kinds of sound that browsers record. */
export const soundTypes = ['audio/webm', 'audio/ogg', 'audio/mp4'] as const
/** About a minute of speech, bytes. */
export const LARGEST_SOUND = 1_500_000
export const soundSchema = z.object({ id: z.uuid() })

/** A finding that an instructor never wants to see again of a student at a corner. */
export const neverSchema = z.object({ corner: text(6), fault: z.string().length(2) })
