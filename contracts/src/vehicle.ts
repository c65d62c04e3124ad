import * as z from 'zod'

const positive = (most: number) => z.number().positive(`a number above 0`).max(most)
const increasing = (points: [number, number][]) => points.every((point, i) => i === 0 || point[0] > (points[i - 1]?.[0] ?? -Infinity))

export const vehicleKinds = ['car', 'kart', 'motorcycle'] as const

/** A vehicle file (`*.vehicle.json`), mass as driven: vehicle, driver, instructor, half a tank. */
export const vehicleSchema = z
  .object({
    ochote: z.object({ format: z.literal('vehicle'), version: z.literal(1) }),
    name: z.string().trim().min(1).max(80),
    kind: z.enum(vehicleKinds),
    massKg: positive(20_000),
    widthM: positive(4),
    wheelbaseM: positive(10),
    cgHeightM: positive(3),
    muLat: positive(4),
    muBrake: positive(4),
    muDrive: positive(4),
    drivenShare: positive(1),
    brakeMaxG: positive(5),
    dragAreaM2: z.number().min(0).max(10),
    downforceAreaM2: z.number().min(-2).max(20),
    rollingCoeff: z.number().min(0).max(0.2),
    wheelRadiusM: positive(1),
    drivelineEfficiency: positive(1),
    finalDrive: positive(30),
    gears: z.array(positive(30)).min(1).max(12),
    torqueNm: z
      .array(z.tuple([z.number().min(0).max(30_000), z.number().min(0).max(5_000)]))
      .min(1)
      .max(200)
      .refine(increasing, 'rpm rising from point to point'),
    shiftRpm: positive(30_000),
    redlineRpm: positive(30_000),
    shiftTimeS: z.number().min(0).max(3),
    maxLeanDeg: z.number().positive().max(70).nullable().default(null),
    notes: z.string().max(4000).default(''),
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
