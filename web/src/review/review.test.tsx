import { describe, expect, it } from 'vitest'
import { noReview, type RecordingOverview, type ReviewDraft } from '@ochote/contracts'
import type { Finding, LapTrace, RecordedLap, StintRecord, Track } from '@ochote/core'
import { lapWords, overviewWords, reportWords } from '../recordings/recordingWords'
import { tokens } from '../theme/tokens'
import { decided, decisionOn, logLapOf, seenFindings } from '../recordings/decisions'
import { lapInk } from './lapInks'
import { placeOfTime, timeOfPlace } from './lapPlaces'
import { lacks, lanesHeight, placeLanes } from './traceLanes'

const finding = (lap: number, corner: string, fault: Finding['fault']): Finding => ({
  ...{ lap, corner, fault, size: 14, unit: 'm', stationM: 200, confidence: 0.8, because: null },
})
const trace = (change: Partial<LapTrace> = {}): LapTrace => ({
  ...{ lap: 1, timeS: Float64Array.of(0, 1, 2, 3), offsetM: new Float64Array(4), speedMps: Float64Array.of(10, 20, 20, 10) },
  ...{ brake: null, throttle: Float64Array.of(1, 0, 0, 1), steerRad: null, gear: null },
  ...{ longMps2: new Float64Array(4), latMps2: new Float64Array(4) },
  ...change,
})

describe('what an instructor decides about a finding', () => {
  const all = [finding(1, '3', 'be'), finding(2, '3', 'be'), finding(2, '4', 'am')]
  const reject = (review: ReviewDraft, one: Finding, verdict: 'rejected' | 'never') =>
    decided(review, one, { verdict, words: '', entryId: null })

  it('rejected on one lap is away there alone', () => {
    const { seen, away } = seenFindings(all, reject(noReview, all[0]!, 'rejected'), [])
    expect([seen, away]).toEqual([[all[1], all[2]], [all[0]]])
  })

  it('rejected for good is away at that corner on every lap, here and in other reviews', () => {
    expect(seenFindings(all, reject(noReview, all[0]!, 'never'), []).seen).toEqual([all[2]])
    expect(seenFindings(all, noReview, [{ corner: '4', fault: 'am' }]).seen).toEqual([all[0], all[1]])
  })

  it('unsafe is never switched off, but can be rejected on its lap', () => {
    const off = [finding(1, '3', 'of'), finding(2, '3', 'of')]
    expect(seenFindings(off, reject(noReview, off[0]!, 'never'), [{ corner: '3', fault: 'of' }]).seen).toEqual(off)
    expect(seenFindings(off, reject(noReview, off[0]!, 'rejected'), []).seen).toEqual([off[1]])
  })

  it('accepted stays in sight, whatever was rejected for good', () => {
    const review = decided(noReview, all[1]!, { verdict: 'accepted', words: 'brake at the board', entryId: null })
    expect(seenFindings(all, review, [{ corner: '3', fault: 'be' }]).seen).toEqual([all[1], all[2]])
    expect(decisionOn(review, all[1]!)?.words).toBe('brake at the board')
  })

  it('can be taken back, and a second decision replaces the first', () => {
    const twice = reject(reject(noReview, all[0]!, 'rejected'), all[0]!, 'never')
    expect(twice.decisions).toHaveLength(1)
    expect(decided(twice, all[0]!, null).decisions).toEqual([])
  })
})

describe('the lap of the log that a recorded lap is', () => {
  const record = (times: number[]) =>
    ({ laps: times.map((timeS, k) => ({ number: k + 1, startedAtMs: 0, timeS })) }) as unknown as StintRecord
  const laps = (times: number[]) => times.map((timeS, k) => ({ lap: k, timeS, complete: k > 0 })) as unknown as RecordedLap[]

  it('is told by the times, where the recording began a lap late', () => {
    const logged = record([110, 108, 107, 106.5])
    expect(logLapOf(logged, laps([50, 108.3, 107.2, 106.4]), 1)).toBe(2)
    expect(logLapOf(logged, laps([50, 110.2, 108.1, 107.3]), 2)).toBe(2)
  })

  it('is the same number where nothing agrees', () => {
    expect(logLapOf(record([]), laps([50, 90]), 1)).toBe(1)
    expect(logLapOf(record([200]), laps([50, 90]), 1)).toBe(1)
  })
})

describe('moments of a drive', () => {
  const track = { count: 4, stepM: 10, stationM: Float64Array.of(0, 10, 20, 30) } as unknown as Track
  const lap = (number: number, startS: number) => ({ lap: number, startS, timeS: 4, complete: true }) as unknown as RecordedLap
  const laps = [
    { lap: lap(1, 100), trace: trace() },
    { lap: lap(2, 104), trace: trace({ lap: 2, timeS: Float64Array.of(0, 1.2, 2.4, 3.6) }) },
  ]

  it('go from place to time and back', () => {
    expect(timeOfPlace(laps, track, { lap: 2, stationM: 20 })).toBeCloseTo(106.4, 9)
    expect(placeOfTime(laps, track, 106.4)).toEqual({ lap: 2, stationM: 20 })
    expect(placeOfTime(laps, track, 100)).toEqual({ lap: 1, stationM: 0 })
  })

  it('are nowhere where the recording has nothing', () => {
    expect(placeOfTime(laps, track, 99)).toBeNull()
    expect(timeOfPlace(laps, track, { lap: 7, stationM: 0 })).toBeNull()
    const out = [{ lap: lap(0, 96), trace: trace({ lap: 0, timeS: Float64Array.of(NaN, NaN, 0, 2) }) }]
    expect(timeOfPlace(out, track, { lap: 0, stationM: 0 })).toBeNull()
    expect(placeOfTime(out, track, 97)).toEqual({ lap: 0, stationM: 20 })
  })
})

describe('traces under the ribbon', () => {
  it('have room for what is driven, and say what was not recorded', () => {
    const laps = [{ trace: trace(), behind: Float64Array.of(0, 0.1, 0.4, 1.2) }]
    const [behind, speed, brake] = placeLanes(['behind', 'speed', 'brake'], laps)
    expect(behind!.y.domain()).toEqual([-0.2, 1.2])
    expect(speed!.y.domain()[1]).toBeCloseTo(72, 6)
    expect([lacks(speed!), lacks(brake!)]).toEqual([false, true])
    expect(brake!.topPx).toBeGreaterThan(speed!.topPx + speed!.lane.heightPx)
    expect(lanesHeight(['behind', 'speed', 'brake'])).toBeGreaterThan(brake!.topPx + brake!.lane.heightPx)
  })

  it('are told apart without colour', () => {
    const inks = Array.from({ length: 10 }, (_, n) => lapInk(n, tokens.light))
    expect(new Set(inks.map(({ colour, dash }) => `${colour} ${dash.join()}`)).size).toBe(10)
    for (const { colour } of inks)
      expect(new Set(inks.filter((one) => one.colour === colour).map(({ dash }) => dash.join())).size).toBe(
        inks.filter((one) => one.colour === colour).length,
      )
  })
})

describe('what is said of a recording', () => {
  const overview: RecordingOverview = {
    ...{ rows: 1200, dropped: { repeated: 0, backwards: 2, noPosition: 3, cutOff: 1 }, unknown: ['Foo'], durationS: 610, rateHz: 10 },
    ...{ channels: ['throttle'], derived: ['speedMps'], onTrack: 0.98 },
    laps: [
      { lap: 0, startS: 0, timeS: 60, complete: false, flaws: ['out'] },
      { lap: 1, startS: 60, timeS: 108.95, complete: true, flaws: [] },
      { lap: 2, startS: 169, timeS: 140, complete: true, flaws: ['gap', 'stop'] },
    ],
  }

  it('counts whole laps alone', () => {
    expect(overviewWords(overview)).toBe('1 whole lap, best 1:48.95 · 10 min, 10 samples a second')
    expect(lapWords(overview.laps[2]!)).toBe('a gap in the recording, stopped')
  })

  it('names what was left out, worked out and missing', () => {
    expect(reportWords(overview)).toEqual([
      '1,200 rows read. Left out: 3 without a position, 2 whose time goes back, 1 cut off at the end.',
      'Recorded: throttle.',
      'Worked out from positions: speed.',
      'Not available: brake, steering, gear, engine speed, acceleration along, acceleration across.',
      'Unknown columns: Foo.',
      '98 % of it is on the circuit.',
    ])
  })
})
