import { channels, type Channel, type Recording } from './recording'

/**
 * Several recordings of one outing as one, in the order of their times: what one has and another has not is left open there. Where two say
 * the same moment, the earlier one stays.
 * @throws RangeError where there is more than one and one of them has no date
 */
export function joined(recordings: readonly Recording[]): Recording {
  const [only] = recordings
  if (!only) throw new RangeError('nothing to join')
  if (recordings.length === 1) return only
  if (recordings.some(({ zeroAtMs }) => zeroAtMs === null)) throw new RangeError('only recordings with a date can be joined')
  const ordered = [...recordings].sort((a, b) => startMs(a) - startMs(b))
  const zeroAtMs = ordered[0]!.zeroAtMs!
  const parts: { recording: Recording; offS: number; from: number }[] = []
  let lastS = -Infinity
  for (const recording of ordered) {
    const offS = (recording.zeroAtMs! - zeroAtMs) / 1000
    const from = recording.timeS.findIndex((t) => t + offS > lastS)
    if (from < 0) continue
    parts.push({ recording, offS, from })
    lastS = recording.timeS.at(-1)! + offS
  }
  const column = (of: (recording: Recording) => Float64Array | undefined) =>
    Float64Array.from(
      parts.flatMap(({ recording, from }) => [
        ...(of(recording)?.subarray(from) ?? new Float64Array(recording.timeS.length - from).fill(NaN)),
      ]),
    )
  const present = channels.filter((name) => parts.some(({ recording }) => recording.of[name]))
  const sum = (of: (recording: Recording) => number) => recordings.reduce((total, one) => total + of(one), 0)
  return {
    timeS: Float64Array.from(parts.flatMap(({ recording, offS, from }) => [...recording.timeS.subarray(from)].map((t) => t + offS))),
    ...{ latDeg: column((one) => one.latDeg), lonDeg: column((one) => one.lonDeg), zeroAtMs },
    of: Object.fromEntries(present.map((name): [Channel, Float64Array] => [name, column((one) => one.of[name])])),
    report: {
      rows: sum(({ report }) => report.rows),
      dropped: {
        repeated: sum(({ report }) => report.dropped.repeated),
        backwards: sum(({ report }) => report.dropped.backwards),
        noPosition: sum(({ report }) => report.dropped.noPosition),
        cutOff: sum(({ report }) => report.dropped.cutOff),
      },
      unknown: [...new Set(recordings.flatMap(({ report }) => report.unknown))],
    },
  }
}

const startMs = ({ zeroAtMs, timeS }: Recording) => zeroAtMs! + timeS[0]! * 1000
