import Papa from 'papaparse'
import { showValue, type FieldProblem } from '@ochote/contracts'
import { failure, success, type Outcome } from '../outcome/outcome'
import type { LapSample } from '../vehicle/identifyFromDrive'
import { knownColumn, type KnownColumn } from './lapColumns'

const MOST_CHARACTERS = 30_000_000

/** A column of the file: its own name, and the factor to SI. */
interface Column {
  readonly name: string
  readonly factor: number
}

/** Reads time, speed and lateral acceleration of a recorded drive (`*.laps.csv`); a later row of the same time is dropped. */
export function readLapSamples(text: string, fileName: string): Outcome<LapSample[], FieldProblem[]> {
  if (text.length > MOST_CHARACTERS)
    return failure([
      { field: fileName, found: `${(text.length / 1e6).toFixed(0)} MB`, expected: `${MOST_CHARACTERS / 1e6} MB at the most` },
    ])
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: 'greedy' })
  const found = (is: KnownColumn['is']): Column | null => {
    const name = meta.fields?.find((field) => knownColumn(field)?.is === is)
    return name === undefined ? null : { name, factor: knownColumn(name)!.factor }
  }
  const [time, speed, across] = [found('timeS'), found('speedMps'), found('latMps2')]
  if (!time || !speed)
    return failure([
      {
        field: `${fileName}, line 1`,
        found: (meta.fields ?? []).join(', ').slice(0, 120) || 'nothing',
        expected: 'a header with time_s and speed_kmh, speed_mph or speed_mps',
      },
    ])
  const samples: LapSample[] = []
  for (const [i, row] of data.entries()) {
    const read = (column: Column) => {
      const cell = row[column.name]?.trim() ?? ''
      return cell === '' ? null : Number(cell) * column.factor
    }
    const [timeS, speedMps, acrossMps2] = [read(time), read(speed), across && read(across)]
    const wrong =
      timeS === null || Number.isNaN(timeS)
        ? time
        : speedMps === null || Number.isNaN(speedMps)
          ? speed
          : acrossMps2 !== null && Number.isNaN(acrossMps2)
            ? across
            : null
    if (wrong || timeS === null || speedMps === null) {
      const { name } = wrong ?? time
      return failure([{ field: `${fileName}, line ${i + 2}, ${name}`, found: showValue(row[name]), expected: 'a number' }])
    }
    const last = samples[samples.length - 1]
    if (!last || timeS > last.timeS) samples.push({ timeS, speedMps, acrossMps2 })
  }
  return success(samples)
}
