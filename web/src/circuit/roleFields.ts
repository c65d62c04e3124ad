import { hazardKinds, landmarkKinds, duties, type CircuitRole } from '@ochote/contracts'

/** A property of a feature as it is asked for. */
export interface RoleField {
  readonly key: string
  readonly label: string
  readonly kind: 'text' | 'number' | 'choice'
  /** what a number is stored in: it is shown and typed in the school's own */
  readonly unit?: 'm' | 'km/h'
  readonly choices?: readonly string[]
  readonly required?: boolean
}

export const runOffSurfaces = ['asphalt', 'grass', 'gravel'] as const

const side: RoleField = { key: 'side', label: 'Side', kind: 'choice', choices: ['left', 'right'] }
const note: RoleField = { key: 'note', label: 'Note', kind: 'text' }
const name: RoleField = { key: 'name', label: 'Name', kind: 'text' }
const station = (key: string, label: string): RoleField => ({ key, label: `${label}, from the start line`, kind: 'number', unit: 'm' })

/** The properties of each role; the track and the corners have forms of their own. */
export const roleFields: Readonly<Record<Exclude<CircuitRole, 'centreline' | 'corner'>, readonly RoleField[]>> = {
  landmark: [{ key: 'kind', label: 'Kind', kind: 'choice', choices: landmarkKinds, required: true }, name, side],
  hazard: [
    { key: 'kind', label: 'Kind', kind: 'choice', choices: hazardKinds, required: true },
    { key: 'severity', label: 'Severity, 1 to 3', kind: 'number' },
    side,
    note,
  ],
  runoff: [
    { ...side, required: true },
    { key: 'depth', label: 'Depth, to the first obstacle', kind: 'number', unit: 'm', required: true },
    { key: 'surface', label: 'Surface', kind: 'choice', choices: runOffSurfaces, required: true },
  ],
  surface: [{ key: 'grip', label: 'Grip inside it; 1 is the same as the road', kind: 'number', required: true }, note],
  'dry-line': [],
  post: [{ key: 'number', label: 'Number', kind: 'text', required: true }],
  'pit-lane': [
    { key: 'speedLimitKmh', label: 'Speed limit', kind: 'number', unit: 'km/h' },
    station('entryStation', 'Entry leaves the track at'),
    station('exitStation', 'Exit joins the track at'),
    station('blendUntilStation', 'Inside the blend line until'),
  ],
  cone: [
    { key: 'duty', label: 'Duty', kind: 'choice', choices: duties, required: true },
    { key: 'cornerNumber', label: 'Corner', kind: 'text' },
    { key: 'count', label: 'Count', kind: 'number' },
    { key: 'colour', label: 'Colour', kind: 'text' },
    side,
    note,
  ],
}

/** A kind of feature that can be added: its role, how it is drawn, and its first properties. */
export interface Addable {
  readonly name: string
  readonly role: Exclude<CircuitRole, 'centreline' | 'corner'>
  readonly geometry: 'Point' | 'LineString' | 'Polygon'
  readonly properties: Readonly<Record<string, unknown>>
}

export const addables: readonly Addable[] = [
  { name: 'Landmark', role: 'landmark', geometry: 'Point', properties: { kind: 'other' } },
  { name: 'Distance board', role: 'landmark', geometry: 'Point', properties: { kind: 'board', name: '100' } },
  { name: 'Start of a kerb', role: 'landmark', geometry: 'Point', properties: { kind: 'kerb-start' } },
  { name: 'End of a kerb', role: 'landmark', geometry: 'Point', properties: { kind: 'kerb-end' } },
  { name: 'Kerb to avoid', role: 'hazard', geometry: 'LineString', properties: { kind: 'tall-kerb', severity: 2 } },
  { name: 'Hazard at a place', role: 'hazard', geometry: 'Point', properties: { kind: 'bump', severity: 1 } },
  { name: 'Hazard along a stretch', role: 'hazard', geometry: 'LineString', properties: { kind: 'ripple', severity: 1 } },
  { name: 'Line that must not be crossed', role: 'hazard', geometry: 'LineString', properties: { kind: 'never-cross-line', severity: 3 } },
  { name: 'Run-off', role: 'runoff', geometry: 'LineString', properties: {} },
  { name: 'Grip patch', role: 'surface', geometry: 'Polygon', properties: { grip: 0.8 } },
  { name: 'Marshal post', role: 'post', geometry: 'Point', properties: { number: '1' } },
  { name: 'Pit lane', role: 'pit-lane', geometry: 'LineString', properties: { speedLimitKmh: 40 } },
  { name: 'Surveyed dry line', role: 'dry-line', geometry: 'LineString', properties: {} },
  { name: 'Cone', role: 'cone', geometry: 'Point', properties: { duty: 'gate' } },
]

/** A feature's name in lists: "landmark, board 100". */
export function featureName(properties: Readonly<Record<string, unknown>>): string {
  const { role, kind, name: own, number, note, surface, duty } = properties
  const text = (value: unknown) => (typeof value === 'string' || typeof value === 'number' ? String(value) : '')
  return [role === 'runoff' ? 'run-off' : text(role), [kind, duty, surface, own, number, note].map(text).filter(Boolean).join(' ')]
    .filter(Boolean)
    .join(', ')
}
