import * as z from 'zod'

/** What lengths and speeds are said in: metres and km/h, or yards and mph. */
export const unitsSchema = z.enum(['metric', 'imperial'])
export type Units = z.infer<typeof unitsSchema>
