import * as z from 'zod'

export const circuitRoles = [
  'centreline',
  'corner',
  'landmark',
  'hazard',
  'runoff',
  'surface',
  'dry-line',
  'post',
  'pit-lane',
  'cone',
] as const
export type CircuitRole = (typeof circuitRoles)[number]

export const landmarkKinds = [
  'board',
  'kerb-start',
  'kerb-end',
  'patch',
  'seam',
  'access-road',
  'bridge',
  'tree',
  'gate',
  'post',
  'building',
  'sign',
  'other',
] as const
export const hazardKinds = [
  'bump',
  'dip',
  'drop-off',
  'ditch',
  'wall',
  'tall-kerb',
  'ripple',
  'blind-crest',
  'off-camber',
  'loose',
  'soft-surface',
  'standing-water',
  'never-cross-line',
] as const
export const duties = ['lift', 'brake', 'release', 'turn', 'apex', 'hold', 'exit', 'gate', 'align', 'board', 'keep-out'] as const
export type Duty = (typeof duties)[number]

/** Most positions in one line: a 25 km circuit surveyed every half metre. */
const MOST_POSITIONS = 50_000

const longitude = z.number().min(-180).max(180)
const latitude = z.number().min(-89).max(89)
const positionSchema = z.union([z.tuple([longitude, latitude]), z.tuple([longitude, latitude, z.number().min(-1000).max(10_000)])], {
  error: '[lon -180…180, lat -89…89] or [lon, lat, alt]',
})
export type Position = z.infer<typeof positionSchema>

const point = z.object({ type: z.literal('Point'), coordinates: positionSchema })
const lineString = z.object({
  type: z.literal('LineString'),
  coordinates: z.array(positionSchema).min(2).max(MOST_POSITIONS),
})
const polygon = z.object({ type: z.literal('Polygon'), coordinates: z.array(z.array(positionSchema).min(4)).min(1) })
const side = z.enum(['left', 'right'])
const perPosition = (one: z.ZodNumber) => z.union([one, z.array(one)])

const feature = <P extends z.ZodRawShape, G extends z.ZodType>(geometry: G, properties: P) =>
  z.object({ type: z.literal('Feature'), properties: z.looseObject(properties), geometry })

/** One schema for each role of docs/formats.md. A feature is checked by the schema that its role names. */
export const featureSchemas = {
  centreline: feature(lineString, {
    role: z.literal('centreline'),
    name: z.string().optional(),
    closed: z.boolean().optional(),
    widthLeft: perPosition(z.number().positive().max(60)),
    widthRight: perPosition(z.number().positive().max(60)),
    crossfall: perPosition(z.number().min(-45).max(45)).default(0),
    grip: perPosition(z.number().min(0.05).max(3)).default(1),
    rubberedBand: z.number().positive().max(30).optional(),
  }),
  corner: feature(point, {
    role: z.literal('corner'),
    number: z.string().trim().min(1).max(6),
    name: z.string().max(60).optional(),
    direction: side.optional(),
    start: z.number().min(0).optional(),
    end: z.number().min(0).optional(),
  }),
  landmark: feature(point, {
    role: z.literal('landmark'),
    name: z.string().max(60).optional(),
    kind: z.enum(landmarkKinds),
    side: side.optional(),
  }),
  hazard: feature(z.union([point, lineString]), {
    role: z.literal('hazard'),
    kind: z.enum(hazardKinds),
    note: z.string().max(200).optional(),
    side: side.optional(),
    severity: z.number().int().min(1).max(3).optional(),
  }),
  runoff: feature(lineString, {
    role: z.literal('runoff'),
    side,
    depth: z.number().min(0).max(1000),
    surface: z.enum(['asphalt', 'grass', 'gravel']),
  }),
  surface: feature(polygon, {
    role: z.literal('surface'),
    grip: z.number().min(0.05).max(3),
    note: z.string().max(200).optional(),
  }),
  'dry-line': feature(lineString, { role: z.literal('dry-line') }),
  post: feature(point, { role: z.literal('post'), number: z.union([z.string(), z.number()]).transform(String) }),
  'pit-lane': feature(lineString, {
    role: z.literal('pit-lane'),
    speedLimitKmh: z.number().positive().max(200).optional(),
    entryStation: z.number().min(0).optional(),
    exitStation: z.number().min(0).optional(),
    blendUntilStation: z.number().min(0).optional(),
  }),
  cone: feature(point, {
    role: z.literal('cone'),
    cornerNumber: z.string().optional(),
    duty: z.enum(duties),
    count: z.number().int().min(1).max(20).optional(),
    colour: z.string().max(30).optional(),
    side: side.optional(),
    note: z.string().max(200).optional(),
  }),
} satisfies Record<CircuitRole, z.ZodType>

export type CircuitFeature<R extends CircuitRole = CircuitRole> = { [K in R]: z.infer<(typeof featureSchemas)[K]> }[R]

/** The envelope of a circuit file; its features are then checked one by one, by role. */
export const circuitEnvelopeSchema = z.looseObject({
  type: z.literal('FeatureCollection'),
  ochote: z.object({ format: z.literal('circuit'), version: z.literal(1), name: z.string().trim().min(1).max(80) }),
  features: z.array(z.unknown()).min(1).max(5_000),
})

/** A circuit file as it is stored and sent: the GeoJSON text's own document, already checked by the reader. */
export const circuitDocumentSchema = z.looseObject({
  type: z.literal('FeatureCollection'),
  ochote: z.looseObject({ format: z.literal('circuit'), version: z.literal(1), name: z.string() }),
  features: z.array(z.looseObject({ type: z.literal('Feature') })),
})
export type CircuitDocument = z.infer<typeof circuitDocumentSchema>
