import { writeLaps, type Recording } from '@ochote/core'
import type { Stint } from '@ochote/contracts'
import { readRecordingFile } from '../recordings/readTask'
import type { ByNoun } from '../repositories'
import { circuits } from './demoCircuits'
import { demoId } from './demoId'
import { circuitId } from './demoRows'

/** A logger is read when the car is back. */
const HOUR_MS = 3_600_000

/** Stores what a logger in the car of a simulated stint recorded. */
export async function addDemoRecording(all: ByNoun, stint: Stint, recording: Recording): Promise<void> {
  const bytes = new TextEncoder().encode(writeLaps(recording))
  const fileName = `${stint.startsAt.replace(':', '')}-logger.csv`
  const onDay = { id: circuitId('skerrow'), document: circuits.skerrow! }
  const read = readRecordingFile({ source: 'file', bytes, fileName, meanings: {}, circuits: [onDay] })
  if (!read.ok) throw new Error(`the demonstration’s recording is refused: ${JSON.stringify(read.problem)}`)
  const { sha256, circuitId: on, startedAtMs: atMs, overview, file, columns } = read.value
  await all.recordings.store(
    {
      ...{
        id: demoId(`recording/${stint.id}`),
        dayId: stint.dayId,
        stintId: stint.id,
        studentId: null,
        circuitId: on,
        note: '',
        guessed: '',
      },
      ...{ source: 'file', fileName, sha256, sizeBytes: bytes.length, keptBytes: file.length + columns.length, overview, version: 1 },
      ...{
        addedAt: new Date((recording.zeroAtMs ?? 0) + HOUR_MS).toISOString(),
        startedAt: atMs === null ? null : new Date(atMs).toISOString(),
      },
    },
    { file, columns },
  )
}
