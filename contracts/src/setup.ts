import * as z from 'zod'

const brakingSchools = ['separate', 'blend', 'trail'] as const
const lineSchools = ['fastest', 'late-apex', 'tight', 'given'] as const

const share = z.number().min(0.05, 'a share from 0.05 to 1').max(1, 'a share from 0.05 to 1')

const conditionsSchema = z.object({
  grip: z.number().min(0.05).max(2).default(1),
  rubberedGrip: z.number().min(0.05).max(2).default(1),
  airDensity: z.number().min(0.3).max(2).default(1.2),
  windMps: z.number().min(0).max(40).default(0),
  windFromDeg: z.number().min(-360).max(360).default(0),
})

/** A driving set-up file (`*.setup.json`): what this student is asked to use, and in what weather. */
export const setupSchema = z
  .object({
    pace: z.object({ lateral: share, brake: share, drive: share }),
    brakingSchool: z.enum(brakingSchools),
    lineSchool: z.enum(lineSchools),
    givenLine: z
      .array(z.tuple([z.number(), z.number()]))
      .min(1)
      .max(20_000)
      .optional(),
    /** numbers of corners that need no late apex, by choice */
    lateApexNotAt: z.array(z.string().min(1).max(20)).max(200).optional(),
    insideMarginM: z.number().min(0).max(10),
    outsideMarginM: z.number().min(0).max(10),
    conditions: conditionsSchema.default({ grip: 1, rubberedGrip: 1, airDensity: 1.2, windMps: 0, windFromDeg: 0 }),
  })
  .refine((s) => s.lineSchool !== 'given' || s.givenLine !== undefined, {
    path: ['givenLine'],
    message: '[[station, offset], …], since lineSchool is given',
  })
export type Setup = z.infer<typeof setupSchema>
export type BrakingSchool = Setup['brakingSchool']
export type Conditions = z.infer<typeof conditionsSchema>
