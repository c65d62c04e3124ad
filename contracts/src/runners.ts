import * as z from 'zod'

const seconds = (least: number, most: number) =>
  z.number().min(least, `seconds from ${least} to ${most}`).max(most, `seconds from ${least} to ${most}`)
const metres = z.number().min(0, 'metres from 0 to 60000').max(60_000, 'metres from 0 to 60000')

/** One who is released, and how their laps spread. */
const runnerSchema = z.object({
  id: z.string().min(1, 'an id').max(80),
  name: z.string().max(80).default(''),
  lapS: seconds(5, 3600),
  /** how their own mean varies from day to day */
  daySpreadS: seconds(0, 600).default(0),
  /** how their laps vary from lap to lap */
  lapSpreadS: seconds(0, 600).default(0),
})
export type Runner = z.infer<typeof runnerSchema>

/** A runners file (`*.runners.json`): who is released one after the other, and how far apart. */
export const runnersSchema = z
  .object({
    ochote: z.object({ format: z.literal('runners'), version: z.literal(1) }),
    laps: z.number().int().min(1, 'laps from 1 to 60').max(60, 'laps from 1 to 60'),
    outLapFactor: z.number().min(0.7, 'a factor from 0.7 to 3').max(3, 'a factor from 0.7 to 3').default(1.1),
    behindS: seconds(0, 60).default(1.5),
    lapLengthM: z.number().min(40, 'metres from 40 to 60000').max(60_000, 'metres from 40 to 60000'),
    passing: z
      .object({
        allowed: z.boolean(),
        zones: z
          .array(z.tuple([metres, metres]))
          .max(40)
          .default([]),
        passS: seconds(0, 60).default(2),
      })
      .default({ allowed: false, zones: [], passS: 2 }),
    intervalS: seconds(0, 3600).optional(),
    order: z.array(z.string()).max(60).optional(),
    wantedChance: z.number().min(0, 'a chance from 0 to 1').max(1, 'a chance from 0 to 1').optional(),
    runners: z.array(runnerSchema).min(1, 'at least one runner').max(60),
  })
  .refine((r) => new Set(r.runners.map((one) => one.id)).size === r.runners.length, {
    path: ['runners'],
    message: 'runners with ids of their own',
  })
  .refine((r) => !r.order || (r.order.length === r.runners.length && r.runners.every((one) => r.order!.includes(one.id))), {
    path: ['order'],
    message: 'the id of every runner, once each',
  })
export type Runners = z.infer<typeof runnersSchema>
