import { gunzipSync, gzipSync } from 'node:zlib'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { LiveSample } from '@ochote/contracts'
import { accepted, checkCircuit } from '../../fixtures/circuits'
import { lapHeaders } from '../files/lapHeaders'
import { readLaps } from '../files/readLaps'
import { sampleTrack } from '../geometry/track'
import { belongsTo } from './belongsTo'
import { packColumns, unpackColumns } from './columns'
import { joined } from './joined'
import { recordingOfSamples } from './fromLive'
import { overviewOf } from './overview'
import type { Recording } from './recording'

const csv = gunzipSync(readFileSync(join(import.meta.dirname, '../../fixtures/checks/nine-corner.laps.csv.gz'))).toString()
const recorded = accepted(readLaps(csv, 'nine-corner.laps.csv'))
const nothingDropped = { rows: 3, dropped: { repeated: 0, backwards: 0, noPosition: 0, cutOff: 0 }, unknown: [] }

describe('packed columns', () => {
  it('hold a recording to far below what a logger resolves, in a fraction of its file', () => {
    const bytes = packColumns(recorded)
    const read = unpackColumns(bytes)
    expect(Object.keys(read.of)).toEqual(Object.keys(recorded.of))
    const widest = (a: Float64Array, b: Float64Array) => a.reduce((most, value, i) => Math.max(most, Math.abs(value - b[i]!)), 0)
    expect(widest(read.timeS, recorded.timeS)).toBeLessThan(1e-4)
    expect(widest(read.latDeg, recorded.latDeg)).toBeLessThan(1e-8)
    expect(widest(read.of.speedMps!, recorded.of.speedMps!)).toBeLessThan(1e-4)
    expect(read.report).toEqual(recorded.report)
    expect(gzipSync(bytes).length).toBeLessThan(csv.length / 4)
  })

  it('hold any values, and what is missing stays missing', () => {
    const value = fc.oneof(fc.constant(NaN), fc.double({ min: -1e4, max: 1e4, noNaN: true }))
    fc.assert(
      fc.property(fc.array(value, { minLength: 3, maxLength: 3 }), fc.double({ min: 0, max: 2e9, noNaN: true }), (values, zero) => {
        const recording: Recording = {
          ...{
            timeS: Float64Array.of(0, 0.5, 1).map((t) => t + zero),
            latDeg: Float64Array.of(50, 50, 50),
            lonDeg: Float64Array.of(8, 8, 8),
          },
          ...{ of: { altM: Float64Array.from(values) }, zeroAtMs: null, report: nothingDropped },
        }
        const read = unpackColumns(packColumns(recording))
        read.of.altM!.forEach((own, i) => {
          if (Number.isNaN(values[i]!)) expect(own).toBeNaN()
          else expect(Math.abs(own - values[i]!)).toBeLessThan(1e-3)
        })
        expect(read.timeS[2]! - read.timeS[0]!).toBeCloseTo(1, 3)
      }),
    )
  })

  it('that were cut off are refused', () => {
    const bytes = packColumns(recorded)
    expect(() => unpackColumns(bytes.subarray(0, bytes.length - 5))).toThrow(/expected/)
    expect(() => unpackColumns(Uint8Array.of(1, 2, 3))).toThrow(/first line/)
  })
})

describe('where a recording belongs', () => {
  const stint = (id: string, fromMin: number, lapsS: number[]) => ({ id, fromMs: fromMin * 60_000, toMs: (fromMin + 15) * 60_000, lapsS })

  it('goes by the time of day if only one stint was driven then', () => {
    const [first, ...rest] = belongsTo({ fromMs: 601_000, toMs: 1_400_000, lapsS: [] }, [stint('a', 10, []), stint('b', 40, [])])
    expect([first?.id, first?.isSure, rest.length]).toEqual(['a', true, 0])
  })

  it('goes by lap times if two cars were out at once', () => {
    const both = [stint('a', 10, [100, 99, 98, 97]), stint('b', 10, [104, 103.2, 102.8, 101])]
    const found = belongsTo({ fromMs: 601_000, toMs: 1_400_000, lapsS: [130, 103.9, 103.4, 102.7, 101.9] }, both)
    expect(found.map(({ id, isSure, lapsAlike }) => [id, isSure, lapsAlike])).toEqual([
      ['b', true, 4],
      ['a', false, 0],
    ])
    // without laps nobody can say which
    expect(belongsTo({ fromMs: 601_000, toMs: 1_400_000, lapsS: [] }, both).some(({ isSure }) => isSure)).toBe(false)
  })

  it('goes by lap times alone if the logger has no date, but never by two that match by chance', () => {
    const stints = [stint('a', 10, [100, 99, 98]), stint('b', 40, [104, 103, 102])]
    expect(belongsTo({ fromMs: null, toMs: null, lapsS: [103.5, 102.8, 102.2] }, stints)[0]).toMatchObject({ id: 'b', isSure: true })
    expect(belongsTo({ fromMs: null, toMs: null, lapsS: [100.2, 99.1] }, stints)).toEqual([])
  })
})

describe('two files of one outing', () => {
  it('are one recording, whichever comes first, and nothing counts twice', () => {
    const dated = { ...recorded, zeroAtMs: 1_700_000_000_000 }
    const cut = (from: number, to: number): Recording => ({
      ...{ timeS: dated.timeS.slice(from, to), latDeg: dated.latDeg.slice(from, to), lonDeg: dated.lonDeg.slice(from, to) },
      of: Object.fromEntries(Object.entries(dated.of).map(([name, values]) => [name, values.slice(from, to)])),
      ...{ zeroAtMs: dated.zeroAtMs, report: nothingDropped },
    })
    const [early, late] = [cut(0, 6000), cut(5900, dated.timeS.length)]
    for (const both of [
      [early, late],
      [late, early],
    ]) {
      const whole = joined(both)
      expect(whole.timeS).toEqual(dated.timeS.map((t) => t))
      expect(whole.of.speedMps).toEqual(dated.of.speedMps)
    }
    expect(() => joined([early, { ...late, zeroAtMs: null }])).toThrow(/date/)
  })
})

describe('a recording in a list', () => {
  const tracks = ['oval', 'nine-corner'].map((name) => sampleTrack(checkCircuit(name)))

  it('says how long it is, what it has, and which laps, on the circuit that it was driven on', () => {
    const { track, overview } = overviewOf(recorded, tracks)
    expect(track).toBe(tracks[1])
    expect(overview.laps.filter(({ complete }) => complete)).toHaveLength(5)
    expect(overview.onTrack).toBe(1)
    expect(overview.rateHz).toBeCloseTo(25, 1)
    expect(overview.channels).toContain('steerRad')
  })

  it('has no laps where it was driven elsewhere', () => {
    expect(overviewOf(recorded, [tracks[0]!])).toMatchObject({ track: null, overview: { laps: [], channels: Object.keys(recorded.of) } })
    expect(overviewOf(recorded, []).track).toBeNull()
  })
})

describe('a live stream', () => {
  const samples = Array.from({ length: 40 }, (_, seq): LiveSample => ({
    seq,
    timeMs: 1.76e12 + seq * 40,
    lat: 50,
    lon: 8 + seq / 1e5,
    speedKmh: 36,
  }))

  it('is the same recording however its packets came', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 40 }), (sizes) => {
        const packets: LiveSample[][] = []
        let [at, k] = [0, 0]
        while (at < samples.length) {
          const size = sizes[k++ % sizes.length]!
          packets.push(samples.slice(at, at + size))
          at += size
        }
        expect(recordingOfSamples(packets.flat())).toEqual(recordingOfSamples(samples))
      }),
    )
  })

  it('leaves out what does not rise, and says how much', () => {
    const { timeS, report, of, zeroAtMs } = recordingOfSamples([samples[0]!, samples[2]!, samples[1]!, samples[2]!, samples[3]!])
    expect(timeS.length).toBe(3)
    expect(report.dropped).toMatchObject({ backwards: 1, repeated: 1 })
    expect(of.speedMps?.[0]).toBeCloseTo(10, 9)
    expect(zeroAtMs).toBe(1.76e12)
  })
})

describe('columns of other names', () => {
  const text = 'Zeit;Breite;Laenge;Geschwindigkeit;Foo\n0,0;50,1;8,1;100,5;1\n0,5;50,10001;8,1;101;2\n1;50,10002;8,1;102;3\n'

  it('are offered with a guess and their first values', () => {
    expect(lapHeaders(text).map(({ header, guess, isKnown }) => [header, guess, isKnown])).toEqual([
      ['Zeit', 'time_s', false],
      ['Breite', 'lat', false],
      ['Laenge', 'lon', false],
      ['Geschwindigkeit', 'speed_kmh', false],
      ['Foo', null, false],
    ])
    expect(lapHeaders(text)[0]!.first).toEqual(['0,0', '0,5', '1'])
  })

  it('are read once someone has said what they are', () => {
    expect(readLaps(text, 'a.csv').ok).toBe(false)
    const meanings = { Zeit: 'time_s', Breite: 'lat', Laenge: 'lon', Geschwindigkeit: 'speed_kmh', Foo: '' }
    const read = accepted(readLaps(text, 'a.csv', meanings))
    expect(read.of.speedMps?.[0]).toBeCloseTo(100.5 / 3.6, 6)
    expect(read.report.unknown).toEqual([])
  })
})

describe('the clock of a recording', () => {
  it('tells a date where its times are seconds since 1970', () => {
    const rows = [0, 0.5, 1].map((t) => `${1_760_000_000 + t},50.1,8.1`).join('\n')
    expect(accepted(readLaps(`time_s,lat,lon\n${rows}\n`, 'a.csv')).zeroAtMs).toBe(0)
    expect(recorded.zeroAtMs).toBeNull()
  })
})
