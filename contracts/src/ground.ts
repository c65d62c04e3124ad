import * as z from 'zod'

/** Braking that is left on a surface, in g: what a wheel finds there, and not what a tyre could do on a road. */
const grip = z.number().min(0.02, 'a number from 0.02 to 1.2').max(1.2, 'a number from 0.02 to 1.2')
const surface = z.object({ dry: grip, wet: grip })

/** How hard a vehicle brakes beyond the edge of the road, by surface, as a school takes it to be. */
export const groundSchema = z.object({ grass: surface, gravel: surface })
export type Ground = z.infer<typeof groundSchema>

/** Conservative estimates, for a school that has not measured its own. */
export const usualGround: Ground = { grass: { dry: 0.35, wet: 0.2 }, gravel: { dry: 0.55, wet: 0.5 } }
