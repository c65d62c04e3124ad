import { describe, expect, it } from 'vitest'
import { accepted } from '../../fixtures/circuits'
import { knownColumn } from './lapColumns'
import { lapColumnChoices, lapHeaders } from './lapHeaders'
import { readLaps } from './readLaps'

const read = (lines: readonly string[]) => accepted(readLaps(lines.join('\n'), 'a.laps.csv'))
const problem = (lines: readonly string[]) => {
  const outcome = readLaps(lines.join('\n'), 'a.laps.csv')
  return outcome.ok ? null : outcome.problem[0]
}

describe('a column', () => {
  it.each([
    ['speed_kmh', 'speedMps', 1 / 3.6],
    ['Speed [km/h]', 'speedMps', 1 / 3.6],
    ['Speed (mph)', 'speedMps', 0.44704],
    ['brake_bar', 'brake', 1],
    ['Brake %', 'brake', 0.01],
    ['steer_deg', 'steerRad', Math.PI / 180],
    ['long_g', 'longMps2', 9.80665],
    ['lon', 'lonDeg', 1],
    ['Longitude', 'lonDeg', 1],
    ['Time (ms)', 'timeS', 0.001],
    ['RPM', 'rpm', 1],
    ['wheel_fl_kmh', 'wheelFlMps', 1 / 3.6],
    ['Wheel Speed RR [mph]', 'wheelRrMps', 0.44704],
    ['wheel_deg', 'steerRad', Math.PI / 180],
  ])('%s is known', (header, is, factor) => expect(knownColumn(header)).toEqual({ is, factor }))

  it('with a unit that it can’t have, or a name that means nothing, is not known', () => {
    expect(['speed [bar]', 'oil_temp', '', 'constructor', 'wheel_fl'].map(knownColumn)).toEqual([null, null, null, null, null])
  })
})

describe('a column of another name', () => {
  it.each([
    ['Wheel Speed Front Left', 'wheel_fl_kmh'],
    ['wheelspd front right', 'wheel_fr_kmh'],
    ['Wheel rear left', 'wheel_rl_kmh'],
    ['Raddrehzahl HR', 'wheel_rr_kmh'],
    ['Lenkwinkel', 'steer_deg'],
  ])('%s is taken for %s', (header, guess) => expect(lapHeaders(`${header}\n1\n`)[0]!.guess).toBe(guess))

  it('can be chosen only as one that is read', () => {
    expect(lapColumnChoices.filter(({ name }) => knownColumn(name) === null)).toEqual([])
  })
})

describe('recorded laps', () => {
  it('are converted to SI from commas or semicolons, and from points or decimal commas', () => {
    const comma = read(['time_s,lat,lon,speed_kmh,oil', '0,45,-22,36,90', '0.5,45.0001,-22,72,'])
    const semicolon = read(['\uFEFFtime_s;lat;lon;speed_kmh;oil', '0;45;-22;36;90', '0,5;45,0001;-22;72;'])
    for (const one of [comma, semicolon]) {
      expect([...one.timeS]).toEqual([0, 0.5])
      expect(one.latDeg[1]).toBeCloseTo(45.0001, 9)
      expect([...one.of.speedMps!].map((v) => v.toFixed(3))).toEqual(['10.000', '20.000'])
      expect(one.report.unknown).toEqual(['oil'])
    }
  })

  it('leave out rows that say nothing or go back, and count them', () => {
    const { timeS, report } = read([
      'time_s,lat,lon',
      '0,0,0',
      '0.1,,',
      '0.2,45,-22',
      '0.2,45,-22',
      '0.1,45,-22',
      '0.3,45.00001,-22',
      '0.4,45',
    ])
    expect([...timeS]).toEqual([0.2, 0.3])
    expect(report).toMatchObject({ rows: 7, dropped: { repeated: 1, backwards: 1, noPosition: 2, cutOff: 1 } })
  })

  it('are refused by line and column where a cell is no number, and without time and position', () => {
    expect(problem(['time_s,lat,lon,rpm', '0,45,-22,3000', '1,45,-22,fast'])).toEqual({
      field: 'a.laps.csv, line 3, rpm',
      found: '"fast"',
      expected: 'a number',
    })
    expect(problem(['time_s,speed_kmh', '0,36'])).toMatchObject({
      field: 'a.laps.csv, line 1',
      expected: 'a header with time_s, lat and lon',
    })
    expect(problem([''])).toMatchObject({ found: 'nothing' })
    expect(problem(['time_s,lat,lon', '0,45,-22'])).toMatchObject({ found: '1 rows with a time and a position' })
  })
})

describe('a GPX file', () => {
  const gpx = (...points: readonly string[]) =>
    `<?xml version="1.0"?><gpx version="1.1"><trk><trkseg>${points.join('')}</trkseg></trk></gpx>`
  const point = (lat: string, time: string) => `<trkpt lat="${lat}" lon="-22">${time && `<time>${time}</time>`}<ele>3.5</ele></trkpt>`

  it('is read by its times', () => {
    const { timeS, latDeg, of, report } = read([
      gpx(point('45', '2026-10-17T09:00:00Z'), point('45.0001', '2026-10-17T09:00:01.5Z'), point('45.0002', '2026-10-17T09:00:01Z')),
    ])
    expect([[...timeS], [...latDeg], [...of.altM!]]).toEqual([
      [0, 1.5],
      [45, 45.0001],
      [3.5, 3.5],
    ])
    expect(report.dropped.backwards).toBe(1)
  })

  it('is refused by its point where it has no time', () => {
    expect(problem([gpx(point('45', '2026-10-17T09:00:00Z'), point('45', ''))])).toEqual({
      field: 'a.laps.csv, trk[0].trkseg[0].trkpt[1], time',
      found: 'nothing',
      expected: 'a time, as in 2026-10-17T09:00:00Z',
    })
    expect(problem([gpx(point('45', 'noon'))])).toMatchObject({ found: '"noon"' })
  })

  it('of too many points, or of tags without end, is refused before it is parsed', () => {
    expect(problem([gpx('<trkpt/>'.repeat(150_001))])).toMatchObject({ found: '150001 points', expected: '150000 at the most' })
    expect(problem([gpx('<a>'.repeat(1_900_000))])).toMatchObject({
      found: expect.stringMatching(/^\d+ tags$/) as string,
      expected: '1800000 at the most',
    })
  })
})

it('a file of millions of lines is refused before its rows are read', () => {
  const text = `time_s,lat,lon\n${'x,y,z\n'.repeat(500_000)}`
  expect(problem([text])).toEqual({ field: 'a.laps.csv', found: '500001 lines', expected: '400000 rows at the most' })
})
