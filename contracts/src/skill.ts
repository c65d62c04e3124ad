import * as z from 'zod'

export const skillNames = [
  'vision',
  'braking',
  'turn-in',
  'apex',
  'throttle',
  'exit',
  'gears',
  'smoothness',
  'traffic and rules',
  'recovery',
] as const
export type SkillName = (typeof skillNames)[number]

/** Kinds of corner by the tightest bend of the road's centreline. */
export const bends = ['tight', 'medium', 'fast'] as const
export type Bend = (typeof bends)[number]

/** The steps of a skill that an instructor signs, the first first. */
export const signedLevels = ['seen', 'steady', 'kept'] as const
export type SignedLevel = (typeof signedLevels)[number]

const LONGEST_REMARK = 400
const given = {
  instructorId: z.uuid('an instructor'),
  on: z.iso.date('a date such as 2026-10-17'),
}

/** An instructor's signature that a student has come so far with a skill at a kind of corner. It can be withdrawn and is never deleted. */
export const skillSignatureSchema = z.object({
  ...given,
  id: z.uuid(),
  personId: z.uuid(),
  skill: z.enum(skillNames),
  bend: z.enum(bends),
  level: z.enum(signedLevels),
  remark: z.string().max(LONGEST_REMARK),
  withdrawn: z.object({ ...given, why: z.string().max(LONGEST_REMARK) }).nullable(),
})
export type SkillSignature = z.infer<typeof skillSignatureSchema>

export const signSchema = skillSignatureSchema
  .omit({ personId: true, withdrawn: true })
  .extend({ remark: skillSignatureSchema.shape.remark.trim() })
export type Sign = z.infer<typeof signSchema>

export const withdrawSchema = z.object({ ...given, why: z.string().trim().min(1, 'why it is withdrawn').max(LONGEST_REMARK) })
export type Withdraw = z.infer<typeof withdrawSchema>
