import { vehicleSchema, type FieldProblem, type Vehicle } from '@ochote/contracts'
import type { Outcome } from '../outcome/outcome'
import { readAs, readJson } from './readDocument'

/** Reads a vehicle file's text. */
export function readVehicle(text: string): Outcome<Vehicle, FieldProblem[]> {
  const json = readJson(text)
  return json.ok ? readAs(vehicleSchema, json.value) : json
}
