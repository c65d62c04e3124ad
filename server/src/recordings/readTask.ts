import { createHash } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import { liveSampleSchema, type CircuitDocument, type FieldProblem, type RecordingOverview } from '@ochote/contracts'
import {
  circuitFromDocument,
  overviewOf,
  packColumns,
  readLaps,
  recordingOfSamples,
  sampleTrack,
  success,
  type ColumnMeanings,
  type Outcome,
  type Recording,
} from '@ochote/core'

/** A recording to be read: a file's bytes, or what a logger sent, a sample a line. */
export interface ReadTask {
  readonly source: 'file' | 'logger'
  readonly bytes: Uint8Array
  readonly fileName: string
  readonly meanings: ColumnMeanings
  /** circuits that it may have been driven on */
  readonly circuits: readonly { readonly id: string; readonly document: CircuitDocument }[]
}

/** What was read: what is listed of it, and its bytes as they are stored. */
export interface ReadRecording {
  readonly sha256: string
  readonly circuitId: string | null
  readonly startedAtMs: number | null
  readonly overview: RecordingOverview
  readonly file: Uint8Array
  readonly columns: Uint8Array
}

/** Reads a recording and packs it. It is plain data in and out, for a thread beside the server. */
export function readRecordingFile({ source, bytes, fileName, meanings, circuits }: ReadTask): Outcome<ReadRecording, FieldProblem[]> {
  const text = new TextDecoder().decode(bytes)
  const read: Outcome<Recording, FieldProblem[]> =
    source === 'logger'
      ? success(recordingOfSamples(text.split('\n').map((line) => liveSampleSchema.parse(JSON.parse(line)))))
      : readLaps(text, fileName, meanings)
  if (!read.ok) return read
  const recording = read.value
  const tracks = circuits.flatMap(({ id, document }) => {
    const circuit = circuitFromDocument(document)
    return circuit.ok ? [{ id, track: sampleTrack(circuit.value) }] : []
  })
  const { track, overview } = overviewOf(
    recording,
    tracks.map((one) => one.track),
  )
  const { rows, dropped, unknown } = recording.report
  const { zeroAtMs, timeS } = recording
  return success({
    sha256: createHash('sha256').update(bytes).digest('hex'),
    circuitId: tracks.find((one) => one.track === track)?.id ?? null,
    startedAtMs: zeroAtMs === null ? null : Math.round(zeroAtMs + timeS[0]! * 1000),
    overview: {
      ...{ rows, dropped, unknown: unknown.map((header) => header.slice(0, 200)).slice(0, 500) },
      ...{ durationS: overview.durationS, rateHz: overview.rateHz, channels: [...overview.channels], derived: [...overview.derived] },
      onTrack: track === null ? null : overview.onTrack,
      laps: overview.laps.slice(0, 1000).map((lap) => ({ ...lap, flaws: [...lap.flaws] })),
    },
    file: gzipSync(bytes),
    columns: gzipSync(packColumns(recording)),
  })
}
