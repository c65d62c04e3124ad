import { vehicleSchema, type Vehicle } from '@ochote/contracts'
import { fieldGroups, type NumberKey } from './vehicleFields'

/** A vehicle while it is typed: numbers as text, lists with one entry on each line. */
export type VehicleForm = Record<NumberKey, string> & {
  name: string
  kind: Vehicle['kind']
  gears: string
  torqueNm: string
  maxLeanDeg: string
  notes: string
}

const numberKeys = fieldGroups.flatMap((group) => group.fields.map((field) => field.key))

export function toForm(vehicle: Vehicle): VehicleForm {
  return {
    ...(Object.fromEntries(numberKeys.map((key) => [key, String(vehicle[key])])) as Record<NumberKey, string>),
    name: vehicle.name,
    kind: vehicle.kind,
    gears: vehicle.gears.join(' '),
    torqueNm: vehicle.torqueNm.map(([rpm, nm]) => `${rpm} ${nm}`).join('\n'),
    maxLeanDeg: vehicle.maxLeanDeg === null ? '' : String(vehicle.maxLeanDeg),
    notes: vehicle.notes,
  }
}

/** A typed number. Text that is not a number stays as it was typed, so that the message shows it. */
const number = (text: string): unknown => {
  const value = Number(text.trim().replace(',', '.'))
  return text.trim() === '' ? undefined : Number.isFinite(value) ? value : text
}
const numbers = (text: string): unknown[] =>
  text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean)
    .map(number)

/** What was typed, in the form of a vehicle file, not checked. */
export function fromForm(form: VehicleForm): unknown {
  return {
    ochote: { format: 'vehicle', version: 1 },
    ...Object.fromEntries(numberKeys.map((key) => [key, number(form[key])])),
    name: form.name,
    kind: form.kind,
    gears: numbers(form.gears),
    torqueNm: form.torqueNm
      .split('\n')
      .filter((line) => line.trim() !== '')
      .map(numbers),
    maxLeanDeg: form.maxLeanDeg.trim() === '' ? null : number(form.maxLeanDeg),
    notes: form.notes,
  }
}

/** What is wrong with a typed vehicle, by field; empty where nothing is. Checked against the schema of the vehicle file. */
export function vehicleProblems(form: VehicleForm): Partial<Record<keyof VehicleForm, string>> {
  const parsed = vehicleSchema.safeParse(fromForm(form))
  const problems: Partial<Record<keyof VehicleForm, string>> = {}
  for (const issue of parsed.error?.issues ?? []) problems[issue.path[0] as keyof VehicleForm] ??= messageOf(issue)
  return problems
}

function messageOf({ message, path }: { message: string; path: readonly PropertyKey[] }): string {
  const where = path.length > 1 ? `entry ${Number(path[1]) + 1}: ` : ''
  return `${where}${message.replace(/^Invalid input: /, '')}`
}
