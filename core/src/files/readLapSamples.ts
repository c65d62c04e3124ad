import Papa from 'papaparse'
import { showValue, type FieldProblem } from '@ochote/contracts'
import { failure, success, type Outcome } from '../outcome/outcome'
import type { LapSample } from '../recorded/estimateVehicle'

const MOST_CHARACTERS = 30_000_000
const G_MPS2 = 9.80665

/** Known columns by their plain names, each with the factor to SI. */
const columns: Readonly<Record<keyof LapSample, Readonly<Record<string, number>>>> = {
  timeS: { times: 1, time: 1, t: 1, timems: 0.001 },
  speedMps: { speedkmh: 1 / 3.6, speedmph: 0.44704, speedmps: 1, speedms: 1, speedkph: 1 / 3.6 },
  alongMps2: { longg: G_MPS2, longitudinalg: G_MPS2 },
  acrossMps2: { latg: G_MPS2, lateralg: G_MPS2 },
}

const plain = (name: string) => name.toLowerCase().replace(/[^a-z0-9]/g, '')

/** Reads time, speed and accelerations of a recorded drive (`*.laps.csv`); what is not there is null. A later row of the same time is dropped. */
export function readLapSamples(text: string, fileName: string): Outcome<LapSample[], FieldProblem[]> {
  if (text.length > MOST_CHARACTERS)
    return failure([
      { field: fileName, found: `${(text.length / 1e6).toFixed(0)} MB`, expected: `${MOST_CHARACTERS / 1e6} MB at the most` },
    ])
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: 'greedy' })
  const found = (key: keyof LapSample) => {
    const name = meta.fields?.find((f) => plain(f) in columns[key])
    return name === undefined ? null : { name, factor: columns[key][plain(name)]! }
  }
  const [time, speed, along, across] = [found('timeS'), found('speedMps'), found('alongMps2'), found('acrossMps2')]
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
    const read = (column: { name: string; factor: number } | null) => {
      const cell = column && row[column.name]
      return cell === null || cell === undefined || cell.trim() === '' ? null : Number(cell) * column!.factor
    }
    const [timeS, speedMps] = [read(time), read(speed)]
    for (const [column, value] of [[time, timeS] as const, [speed, speedMps] as const]) {
      if (value === null || !Number.isFinite(value))
        return failure([{ field: `${fileName}, line ${i + 2}, ${column.name}`, found: showValue(row[column.name]), expected: 'a number' }])
    }
    const last = samples[samples.length - 1]
    if (last && timeS! <= last.timeS) continue
    samples.push({ timeS: timeS!, speedMps: speedMps!, alongMps2: read(along), acrossMps2: read(across) })
  }
  return success(samples)
}
