import { vehicleSchema, type Vehicle } from '@ochote/contracts'
import type { FieldErrors, Resolver } from 'react-hook-form'
import { fieldGroups, type NumberKey } from './vehicleFields'

/** A vehicle as it is typed: numbers as text, lists a line each. */
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

/** A typed number; what is none stays as it was typed, so that the message shows it. */
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

/** What was typed as a vehicle file has it, not checked. */
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

/** Checks what was typed against the file's own schema; each field says what is expected of it. */
export const vehicleResolver: Resolver<VehicleForm> = (values) => {
  const parsed = vehicleSchema.safeParse(fromForm(values))
  if (parsed.success) return { values, errors: {} }
  const errors: FieldErrors<VehicleForm> = {}
  for (const issue of parsed.error.issues) {
    const key = issue.path[0] as keyof VehicleForm
    errors[key] ??= { type: issue.code ?? 'invalid', message: messageOf(issue) }
  }
  return { values: {}, errors }
}

function messageOf({ message, path }: { message: string; path: readonly PropertyKey[] }): string {
  const where = path.length > 1 ? `entry ${Number(path[1]) + 1}: ` : ''
  return `${where}${message.replace(/^Invalid input: /, '')}`
}
