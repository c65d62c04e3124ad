import * as z from 'zod'
import { expectedOf, vehicleKinds, vehicleSchema, type Vehicle } from '@ochote/contracts'
import { found, numberText, typedNumber } from '../forms/numbers'
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
    ...(Object.fromEntries(numberKeys.map((key) => [key, numberText(vehicle[key])])) as Record<NumberKey, string>),
    name: vehicle.name,
    kind: vehicle.kind,
    gears: vehicle.gears.map((ratio) => numberText(ratio)).join(' '),
    torqueNm: vehicle.torqueNm.map((pair) => pair.map((n) => numberText(n)).join(' ')).join('\n'),
    maxLeanDeg: vehicle.maxLeanDeg === null ? '' : numberText(vehicle.maxLeanDeg),
    notes: vehicle.notes,
  }
}

/** A typed number. Text that is not a number stays as it was typed, so that the message shows it. */
const number = (text: string): unknown => {
  const value = typedNumber(text)
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

/** A form kept on this device. @throws where it is none */
export const readForm = (kept: unknown): VehicleForm => {
  const text = z.string().max(4000)
  const shape = { ...Object.fromEntries(numberKeys.map((key) => [key, text])), name: text, kind: z.enum(vehicleKinds) }
  return z.object({ ...shape, gears: text, torqueNm: text, maxLeanDeg: text, notes: text }).parse(kept) as VehicleForm
}

type FormProblems = Partial<Record<keyof VehicleForm, string>>

/** What is wrong with a typed vehicle, by field; empty where nothing is. Checked against the schema of the vehicle file. */
export function vehicleProblems(form: VehicleForm): FormProblems {
  const problems: FormProblems = {}
  for (const issue of vehicleSchema.safeParse(fromForm(form)).error?.issues ?? []) {
    const [name, at] = issue.path as [keyof VehicleForm, number | undefined]
    const where = at === undefined ? '' : `entry ${at + 1}: `
    problems[name] ??=
      at === undefined ? `found ${found(form[name])}, expected ${expectedOf(issue)}` : `${where}expected ${expectedOf(issue)}`
  }
  return problems
}
