import * as z from 'zod'

/** Outside these, nothing that is driven is described, and no table of speeds ends. */
const between = (least: number, most: number) =>
  z.number().min(least, `a number from ${least} to ${most}`).max(most, `a number from ${least} to ${most}`)
const FASTEST_MPS = 150
/** Speed of the redline in top gear, m/s. */
const topSpeedMps = (v: { redlineRpm: number; wheelRadiusM: number; finalDrive: number; gears: number[] }): number =>
  ((v.redlineRpm / 60) * 2 * Math.PI * v.wheelRadiusM) / (v.finalDrive * (v.gears.at(-1) ?? 1))
const increasing = (points: [number, number][]) => points.every((point, i) => i === 0 || point[0] > (points[i - 1]?.[0] ?? -Infinity))

export const vehicleKinds = ['car', 'kart', 'motorcycle'] as const

/** A vehicle file (`*.vehicle.json`), mass as driven: vehicle, driver, instructor, half a tank. */
export const vehicleSchema = z
  .object({
    ochote: z.object({ format: z.literal('vehicle'), version: z.literal(1) }),
    name: z.string().trim().min(1).max(80),
    kind: z.enum(vehicleKinds),
    massKg: between(30, 20_000),
    widthM: between(0.1, 4),
    wheelbaseM: between(0.3, 10),
    cgHeightM: between(0.05, 3),
    muLat: between(0.05, 4),
    muBrake: between(0.05, 4),
    muDrive: between(0.05, 4),
    drivenShare: between(0.05, 1),
    brakeMaxG: between(0.05, 5),
    dragAreaM2: z.number().min(0).max(10),
    downforceAreaM2: z.number().min(-2).max(20),
    rollingCoeff: z.number().min(0).max(0.2),
    wheelRadiusM: between(0.05, 1),
    drivelineEfficiency: between(0.1, 1),
    finalDrive: between(0.5, 30),
    gears: z.array(between(0.2, 30)).min(1).max(12),
    torqueNm: z
      .array(z.tuple([z.number().min(0).max(30_000), z.number().min(0).max(5_000)]))
      .min(1)
      .max(200)
      .refine(increasing, 'rpm rising from point to point'),
    shiftRpm: between(100, 30_000),
    redlineRpm: between(100, 30_000),
    shiftTimeS: z.number().min(0).max(3),
    maxLeanDeg: z.number().positive().max(70).nullable().default(null),
    notes: z.string().max(4000).default(''),
  })
  .refine((v) => topSpeedMps(v) <= FASTEST_MPS, {
    path: ['gears'],
    message: `gears in which the redline is at most ${FASTEST_MPS * 3.6} km/h`,
  })
  .refine((v) => v.shiftRpm <= v.redlineRpm, { path: ['shiftRpm'], message: 'no more than redlineRpm' })
  .refine((v) => v.kind !== 'motorcycle' || v.maxLeanDeg !== null, {
    path: ['maxLeanDeg'],
    message: 'a lean in degrees, since kind is motorcycle',
  })
  .refine((v) => v.gears.every((ratio, i) => i === 0 || ratio < (v.gears[i - 1] ?? Infinity)), {
    path: ['gears'],
    message: 'ratios falling from first gear to top',
  })
export type Vehicle = z.infer<typeof vehicleSchema>
