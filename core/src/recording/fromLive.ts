import type { LiveSample } from '@ochote/contracts'
import { GRAVITY_MPS2 } from '../vehicle/forces'
import type { Channel, Recording } from './recording'

const SCALES: readonly (readonly [keyof LiveSample, Channel, number])[] = [
  ...([
    ['speedKmh', 'speedMps', 1 / 3.6],
    ['longG', 'longMps2', GRAVITY_MPS2],
    ['latG', 'latMps2', GRAVITY_MPS2],
  ] as const),
  ...([
    ['gear', 'gear', 1],
    ['throttlePct', 'throttle', 0.01],
    ['brakePct', 'brake', 0.01],
  ] as const),
]

/** What a live logger sent, as a recording: it does not matter in what packets it came. Samples whose time does not rise are left out and counted. */
export function recordingOfSamples(samples: readonly LiveSample[]): Recording {
  const dropped = { repeated: 0, backwards: 0, noPosition: 0, cutOff: 0 }
  const kept: LiveSample[] = []
  for (const sample of samples) {
    const last = kept.at(-1)
    if (last && sample.timeMs === last.timeMs) dropped.repeated++
    else if (last && sample.timeMs < last.timeMs) dropped.backwards++
    else kept.push(sample)
  }
  const zeroAtMs = kept[0]?.timeMs ?? null
  const column = (value: (sample: LiveSample) => number | undefined) => Float64Array.from(kept, (sample) => value(sample) ?? NaN)
  const of: Partial<Record<Channel, Float64Array>> = {}
  for (const [field, channel, scale] of SCALES)
    if (kept.some((sample) => sample[field] !== undefined)) of[channel] = column((sample) => (sample[field] ?? NaN) * scale)
  return {
    ...{
      timeS: column(({ timeMs }) => (timeMs - (zeroAtMs ?? 0)) / 1000),
      latDeg: column(({ lat }) => lat),
      lonDeg: column(({ lon }) => lon),
    },
    ...{ of, zeroAtMs, report: { rows: samples.length, dropped, unknown: [] } },
  }
}
