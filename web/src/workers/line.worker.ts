import { expose } from 'comlink'
import { circuitFromDocument, editableLine, editLine, gripMapOf, usualLineOf, knotSpacingFor, sampleTrack, valueAt } from '@ochote/core'
import type { EditableLine, EditedLine, OffsetLine } from '@ochote/core'
import type { CircuitDocument, Setup, Vehicle } from '@ochote/contracts'

/** A line to edit, with the vehicle and set-up that drive it. */
export interface LineToHold {
  document: CircuitDocument
  vehicle: Vehicle
  setup: Setup
  line: OffsetLine
}

/** Where a line is dragged to. */
export interface LineMove {
  stationM: number
  /** null leaves the line as it is */
  offsetM: number | null
  /** what is moved: an earlier answer's coefficients; null for the line as it was before */
  from: Float64Array | null
}

let held: { editable: EditableLine; line: OffsetLine } | null = null

const api = {
  hold({ document, vehicle, setup, line }: LineToHold): void {
    const circuit = circuitFromDocument(document)
    if (!circuit.ok) throw new Error('a plan was solved on a circuit that is refused')
    const track = sampleTrack(circuit.value)
    const grip = gripMapOf(track, setup.conditions, usualLineOf(circuit.value, setup.conditions))
    held = { line, editable: editableLine({ track, line }, grip, vehicle, setup, knotSpacingFor(vehicle.kind)) }
  },
  move({ stationM, offsetM, from }: LineMove): EditedLine {
    if (!held) throw new Error('no line was opened')
    const { editable, line } = held
    const moved = from ? { ...editable, coefficients: from } : editable
    return editLine(moved, stationM, offsetM ?? valueAt(editable.track, line.offsetM, stationM))
  },
}
export type LineWorker = typeof api

expose(api)
