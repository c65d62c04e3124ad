import { expose } from 'comlink'
import { readRecording, circuitFromDrives, type Outcome, type CircuitFromDrives, type DrivesInput } from '@ochote/core'
import type { FieldProblem } from '@ochote/contracts'

/** Recordings as files, read and made into a circuit off the interface's thread. */
export interface RecceFiles extends Omit<DrivesInput, 'driven' | 'rightEdge'> {
  driven: File
  rightEdge: File | null
}

/** A recorded place, thinned for drawing. */
type DrawnPlace = readonly [number, number]

export interface RecceAnswer {
  circuit: CircuitFromDrives
  driven: DrawnPlace[]
}

const MOST_DRAWN = 3000

const api = {
  async make({ driven, rightEdge, ...rest }: RecceFiles): Promise<Outcome<RecceAnswer, FieldProblem[]>> {
    const first = readRecording(await driven.text(), driven.name)
    if (!first.ok) return first
    const second = rightEdge ? readRecording(await rightEdge.text(), rightEdge.name) : null
    if (second && !second.ok) return second
    const circuit = circuitFromDrives({ ...rest, driven: first.value, rightEdge: second?.ok ? second.value : null })
    if (!circuit.ok) return circuit
    const every = Math.max(1, Math.ceil(first.value.length / MOST_DRAWN))
    return {
      ok: true,
      value: { circuit: circuit.value, driven: first.value.filter((_, i) => i % every === 0).map((p) => [p.lon, p.lat] as const) },
    }
  },
}
export type RecceWorker = typeof api

expose(api)
