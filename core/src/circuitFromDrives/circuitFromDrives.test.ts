import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit } from '../../fixtures/circuits'
import { circuitFromDocument } from '../files/readCircuit'
import { readRecording } from '../files/readRecording'
import { toLonLat } from '../geometry/localMetres'
import { nearestOnTrack } from '../geometry/nearest'
import { placeAt, sampleTrack } from '../geometry/track'
import { randomFrom } from '../random/random'
import { lapsOf, placeComeBackTo } from './lapsOf'
import { resampled, smoothed } from './polyline'
import { circuitFromDrives, type DrivesInput, type RecordedPlace } from './circuitFromDrives'

const circuit = checkCircuit('nine-corner')
const track = sampleTrack(circuit, 2)

/** A drive round the circuit at an offset, every 4 m, with noise that drifts as positions do. */
function drive(laps: number, offsetM: (i: number) => number, noiseM: number, seed = 3): RecordedPlace[] {
  const random = randomFrom(seed)
  const wander = () => (random() - 0.5) * 2 * noiseM
  let [driftX, driftY] = [0, 0]
  return Array.from({ length: Math.floor((laps * track.count) / 2) + 30 }, (_, k) => {
    const i = (2 * k) % track.count
    driftX = 0.9 * driftX + 0.3 * wander()
    driftY = 0.9 * driftY + 0.3 * wander()
    const p = placeAt(track, track.stationM[i]!, offsetM(i))
    const { lon, lat } = toLonLat(circuit.frame, p.x + driftX, p.y + driftY)
    return { lon, lat, altM: null }
  })
}
const input = (change: Partial<DrivesInput>): DrivesInput => ({
  name: 'Driven',
  driven: drive(3, () => 0, 0),
  rightEdge: null,
  widthLeftM: 5,
  widthRightM: 5,
  insetM: 1,
  start: null,
  reversed: false,
  ...change,
})
const made = (change: Partial<DrivesInput>) => {
  const recce = accepted(circuitFromDrives(input(change)))
  return { ...recce, track: sampleTrack(accepted(circuitFromDocument(recce.document))) }
}
/** How far a made track's middle lies from the true one, metres, mean and most. */
function off(other: typeof track) {
  const away = Array.from(other.x, (x, i) => {
    const { lon, lat } = toLonLat(other.circuit.frame, x, other.y[i]!)
    const at = {
      x: (lon - circuit.frame.lonDeg) * circuit.frame.mPerLonDeg,
      y: (lat - circuit.frame.latDeg) * circuit.frame.mPerLatDeg,
    }
    return Math.abs(nearestOnTrack(track, at.x, at.y).offsetM)
  })
  return { mean: away.reduce((a, b) => a + b, 0) / away.length, most: Math.max(...away) }
}

describe('a circuit from a recce drive', () => {
  it('lies on the track driven, to two decimetres where nothing was noisy', () => {
    const recce = made({})
    expect(recce.laps).toBe(3)
    expect(off(recce.track).most).toBeLessThan(0.2)
    expect(recce.lengthM / track.lengthM).toBeCloseTo(1, 3)
    expect(recce.spreadM).toBeLessThan(0.1)
  })

  it('averages noise away: several laps lie nearer than one, and it gives their spread', () => {
    const one = off(made({ driven: drive(1, () => 0, 4) }).track).mean
    const six = made({ driven: drive(6, () => 0, 4) })
    expect(off(six.track).mean).toBeLessThan(one)
    expect(six.spreadM).toBeGreaterThan(0.3)
  })

  it('begins where the start line was put, and runs the other way when asked to', () => {
    const at = placeAt(track, 300, 0)
    const start = toLonLat(circuit.frame, at.x, at.y)
    const ahead = made({ start })
    const back = made({ start, reversed: true })
    for (const { track: own } of [ahead, back]) {
      const { lon, lat } = toLonLat(own.circuit.frame, own.x[0]!, own.y[0]!)
      expect(Math.hypot((lon - start.lon) * circuit.frame.mPerLonDeg, (lat - start.lat) * circuit.frame.mPerLatDeg)).toBeLessThan(5)
    }
    const turned = Math.abs(ahead.track.headingRad[0]! - back.track.headingRad[0]!) % (2 * Math.PI)
    expect(Math.abs(turned - Math.PI)).toBeLessThan(0.1)
  })

  it('has its widths from a drive along each edge', () => {
    const left = drive(2, (i) => track.halfLeftM[i]! - 1, 0)
    const right = drive(2, (i) => -(track.halfRightM[i]! - 1), 0)
    const recce = made({ driven: left, rightEdge: right })
    const mean = (values: Float64Array) => values.reduce((a, b) => a + b, 0) / values.length
    const [own, real] = [recce.track, track].map((t) => mean(t.halfLeftM) + mean(t.halfRightM))
    expect(own! - real!).toBeCloseTo(0, 1)
    expect(off(recce.track).mean).toBeLessThan(0.3)
  })

  it.each([
    { what: 'less than a lap', change: { driven: drive(0.5, () => 0, 0) }, says: 'no place that is come back to' },
    { what: 'a handful of places', change: { driven: drive(1, () => 0, 0).slice(0, 8) }, says: '8 places' },
    {
      what: 'edges changed about',
      change: { driven: drive(2, () => -4, 0), rightEdge: drive(2, () => 4, 0) },
      says: 'm between them somewhere',
    },
    {
      what: 'a right edge in another hemisphere',
      change: { driven: drive(2, () => 4, 0), rightEdge: drive(2, () => -4, 0).map((p) => ({ ...p, lat: -p.lat })) },
      says: 'no complete lap past the start line',
    },
  ])('refuses $what, saying what it found', ({ change, says }) => {
    const refused = circuitFromDrives(input(change))
    expect(refused.ok).toBe(false)
    expect(JSON.stringify(refused)).toContain(says)
  })
})

describe('laps of a drive', () => {
  it('are cut where the start is passed in the same direction, not where it is passed the other way', () => {
    const there = { x: Float64Array.from({ length: 101 }, (_, k) => 4 * k), y: new Float64Array(101), z: new Float64Array(101) }
    expect(placeComeBackTo(there)).toBeNull()
    const andBack = {
      x: Float64Array.of(...there.x, ...there.x.slice().reverse()),
      y: new Float64Array(202),
      z: new Float64Array(202),
    }
    expect(lapsOf(andBack, 200, 0)).toHaveLength(0)
  })

  it('keep a circle’s radius when they are smoothed', () => {
    const n = 60
    const circle = {
      x: Float64Array.from({ length: n }, (_, k) => 20 * Math.cos((2 * Math.PI * k) / n)),
      y: Float64Array.from({ length: n }, (_, k) => 20 * Math.sin((2 * Math.PI * k) / n)),
      z: new Float64Array(n),
    }
    const { x, y } = smoothed(circle, 1.5)
    x.forEach((v, i) => expect(Math.hypot(v, y[i]!)).toBeCloseTo(20, 1))
    expect(resampled(circle, 30, true).x).toHaveLength(30)
  })
})

const gpx = (points: string) =>
  `<?xml version="1.0"?><gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><trkseg>${points}</trkseg></trk></gpx>`

describe('a recording’s file', () => {
  it('is GPX or CSV, and gives the same places', () => {
    const wanted = [
      { lat: -30.5, lon: -20.25, altM: 12.5 },
      { lat: -30.6, lon: -20.3, altM: null },
    ]
    const asGpx = gpx('<trkpt lat="-30.5" lon="-20.25"><ele>12.5</ele></trkpt><trkpt lat="-30.6" lon="-20.3"/>')
    expect(accepted(readRecording(asGpx, 'a.gpx'))).toEqual(wanted)
    const asCsv = '\uFEFFTime (s),Latitude [deg],LON,Alt_m\r\n0,-30.5,-20.25,12.5\r\n1,-30.6,-20.3,\r\n'
    expect(accepted(readRecording(asCsv, 'a.csv'))).toEqual(wanted)
  })

  it.each([
    { what: 'entities', text: `<!DOCTYPE x [<!ENTITY a "aaaa">]>${gpx('')}`, says: 'document type or entity' },
    { what: 'tags nested deep', text: '<a>'.repeat(100_000), says: 'GPX 1.1' },
    { what: 'a tag that never ends', text: gpx('').slice(0, -9), says: 'GPX 1.1' },
    { what: 'no track', text: gpx(''), says: 'no trkpt' },
    { what: 'NaN', text: gpx('<trkpt lat="NaN" lon="2"/>'), says: 'trk[0].trkseg[0].trkpt[0], lat' },
    { what: 'a place off the earth', text: gpx('<trkpt lat="10" lon="2"/><trkpt lat="10" lon="222"/>'), says: 'trkpt[1], lon' },
    { what: 'a CSV without places', text: 'time,speed\n1,2\n', says: 'a header with lat and lon' },
    { what: 'a word for a number', text: 'lat,lon\n1,2\n1,east\n', says: 'line 3, lon' },
    { what: 'more than is read', text: `lat,lon\n${'1.00000,2.00000\n'.repeat(2_000_000)}`, says: '32 MB' },
  ])('with $what is refused with the place', ({ text, says }) => {
    const began = performance.now()
    const refused = readRecording(text, 'drive')
    expect(performance.now() - began).toBeLessThan(5000)
    expect(refused.ok).toBe(false)
    expect(JSON.stringify(refused)).toContain(says)
  })
})
