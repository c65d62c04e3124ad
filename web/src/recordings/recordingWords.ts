import type { RecordingOverview, StoredRecording } from '@ochote/contracts'
import { count, lapTime } from '../format/format'

const flawWords: Readonly<Record<RecordingOverview['laps'][number]['flaws'][number], string>> = {
  ...{
    out: 'out lap',
    in: 'in lap',
    pit: 'through the pit lane',
    gap: 'a gap in the recording',
    stop: 'stopped',
    off: 'away from the circuit',
    after: 'after the stint',
  },
}
type Lap = Pick<RecordingOverview['laps'][number], 'complete' | 'flaws'>

/** What is special about a lap, in words; empty for a whole one. */
export const lapWords = ({ flaws }: { readonly flaws: readonly Lap['flaws'][number][] }): string =>
  flaws.map((flaw) => flawWords[flaw]).join(', ')

const whole = ({ laps }: RecordingOverview) => laps.filter(({ complete, flaws }) => complete && flaws.length === 0)

/** "5 whole laps, best 1:48.95 · 9 min, 25 samples a second" */
export function overviewWords(overview: RecordingOverview): string {
  const laps = whole(overview)
  const best = laps.length > 0 ? `, best ${lapTime(Math.min(...laps.map(({ timeS }) => timeS)))}` : ''
  const rate = overview.rateHz >= 1.5 ? `${Math.round(overview.rateHz)} samples a second` : 'one sample a second'
  return `${count(laps.length, 'whole lap')}${best} · ${Math.max(1, Math.round(overview.durationS / 60))} min, ${rate}`
}

const channelWords: Readonly<Record<string, string>> = {
  ...{ altM: 'height', speedMps: 'speed', headingRad: 'heading', throttle: 'throttle', brake: 'brake', steerRad: 'steering', gear: 'gear' },
  ...{ rpm: 'engine speed', longMps2: 'acceleration along', latMps2: 'acceleration across', lap: 'lap' },
  ...{ wheelFlMps: 'front left wheel', wheelFrMps: 'front right wheel', wheelRlMps: 'rear left wheel', wheelRrMps: 'rear right wheel' },
}
/** What a recording may have that is reviewed. */
const wanted = ['speedMps', 'throttle', 'brake', 'steerRad', 'gear', 'rpm', 'longMps2', 'latMps2'] as const
const named = (channels: readonly string[]) => channels.map((name) => channelWords[name] ?? name).join(', ')

/** What was read, dropped, derived and is missing, each as a sentence. */
export function reportWords({ rows, dropped, unknown, channels, derived, onTrack }: RecordingOverview): string[] {
  const missing = wanted.filter((name) => !channels.includes(name) && !derived.includes(name))
  const lost = [
    [dropped.noPosition, 'without a position'],
    [dropped.repeated, 'with the same time as the row before'],
    [dropped.backwards, 'whose time goes back'],
    [dropped.cutOff, 'cut off at the end'],
  ] as const
  const left = lost.filter(([n]) => n > 0).map(([n, why]) => `${n} ${why}`)
  return [
    `${rows.toLocaleString('en-GB')} rows read. ${left.length > 0 ? `Left out: ${left.join(', ')}.` : 'None left out.'}`,
    channels.length > 0 ? `Recorded: ${named(channels)}.` : 'Recorded: positions only.',
    ...(derived.length > 0 ? [`Worked out from positions: ${named(derived)}.`] : []),
    ...(missing.length > 0 ? [`Not available: ${named(missing)}.`] : []),
    ...(unknown.length > 0 ? [`Unknown columns: ${unknown.join(', ')}.`] : []),
    onTrack === null
      ? 'It was not driven on any circuit on the shelf, so it has no laps.'
      : `${Math.floor(onTrack * 100)} % of it is on the circuit.`,
  ]
}

/** Sizes in words: "0.4 MB, kept in 0.2 MB". */
export const sizeOf = ({ sizeBytes, keptBytes }: StoredRecording): string =>
  `${(sizeBytes / 1e6).toFixed(1)} MB, kept in ${(keptBytes / 1e6).toFixed(1)} MB`
