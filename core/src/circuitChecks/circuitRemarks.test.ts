import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, circuitDocument, position, stadiumPoints } from '../../fixtures/circuits'
import { circuitFromDocument } from '../files/readCircuit'
import { cornersOf } from '../geometry/corners'
import { placeAt, sampleTrack, wrapStation } from '../geometry/track'
import { circuitRemarks } from './circuitRemarks'

const point = (x: number, y: number, properties: object) => ({
  type: 'Feature',
  properties,
  geometry: { type: 'Point', coordinates: position(x, y) },
})
const remarks = (properties: Record<string, unknown> = {}, features: object[] = []) =>
  circuitRemarks(accepted(circuitFromDocument(circuitDocument({ points: stadiumPoints(240, 45), properties, features })))).map(
    (r) => r.what,
  )

describe('what is odd or missing of a circuit', () => {
  it('is text of one that has only its track', () => {
    const text = remarks().join('\n')
    expect(text).toContain('no run-off outside corners 1, 2')
    expect(text).toContain('no marshal post')
    expect(text).toContain('no landmark')
  })

  it('names a width that jumps, with where', () => {
    const count = stadiumPoints(240, 45).length + 1
    const widthLeft = Array.from({ length: count }, (_, i) => (i === 5 ? 15 : 4))
    const circuit = accepted(circuitFromDocument(circuitDocument({ points: stadiumPoints(240, 45), properties: { widthLeft } })))
    const found = circuitRemarks(circuit).find((r) => r.what.includes('a width that changes'))
    expect(found?.stationsM).toHaveLength(1)
  })

  it('names an inside edge that folds over itself', () => {
    expect(remarks({ widthLeft: 60, widthRight: 4 }).join()).toContain('the inside edge folds over itself')
  })

  it('names a feature far from the track by its place in the file', () => {
    const features = [point(900, 900, { role: 'post', number: '4' })]
    const found = circuitRemarks(accepted(circuitFromDocument(circuitDocument({ points: stadiumPoints(240, 45), features })))).find(
      (r) => r.feature !== null,
    )
    expect(found).toMatchObject({ feature: 1 })
    expect(found!.what).toMatch(/^a post \d+ m from the track$/)
  })

  it('names a kerb without an end and a corner number given twice', () => {
    const text = remarks({}, [
      point(0, -50, { role: 'landmark', kind: 'kerb-start' }),
      point(150, 0, { role: 'corner', number: '1' }),
      point(-150, 0, { role: 'corner', number: '1' }),
    ]).join('\n')
    expect(text).toContain('a kerb begins and has no end')
    expect(text).toContain('two corners are number 1')
  })

  it('names corners whose outside has run-off only in part, and none that is covered all along', () => {
    const track = sampleTrack(accepted(circuitFromDocument(circuitDocument({ points: stadiumPoints(240, 45) }))))
    const [corner] = cornersOf(track)
    const runOff = (fromM: number, toM: number) => ({
      type: 'Feature',
      properties: { role: 'runoff', side: 'right', depth: 20, surface: 'grass' },
      geometry: {
        type: 'LineString',
        coordinates: Array.from({ length: 12 }, (_, k) => {
          const { x, y } = placeAt(track, wrapStation(track, fromM + ((toM - fromM) * k) / 11), -7)
          return position(x, y)
        }),
      },
    })
    const of = (fromM: number, toM: number) => remarks({}, [runOff(fromM, toM)]).join('\n')
    const partly = of(corner!.startM - 10, corner!.startM + 40)
    expect(partly).toContain('run-off covers only part of the outside of corner 1')
    expect(partly).toContain('no run-off outside corner 2:')
    expect(of(corner!.startM + 30, corner!.startM + 60)).toContain('only part of the outside of corner 1')
    expect(of(corner!.startM - 10, corner!.endM + 40)).not.toContain('only part')
  })

  it('names a corner that can hardly be one: longer than half the lap, or a few metres long', () => {
    const circuit = accepted(circuitFromDocument(circuitDocument({ points: stadiumPoints(240, 45) })))
    const track = sampleTrack(circuit)
    const at = (stationM: number) => placeAt(track, stationM, 0)
    const corner = (number: string, start: number, end: number) => point(at(start).x, at(start).y, { role: 'corner', number, start, end })
    const text = remarks({}, [corner('1', 300, 250), corner('2', 260, 272)]).join('\n')
    expect(text).toMatch(/corner 1 is \d+ m long, more than half the lap/)
    expect(text).toContain('corner 2 is only 12 m long: a wobble of the recording?')
  })

  it('finds nothing about the shape of a circuit that has none of this', () => {
    const about = circuitRemarks(checkCircuit('nine-corner')).map((r) => r.what)
    expect(about.filter((w) => /tighter|folds|changes|steeper|guessed/.test(w))).toEqual([])
  })
})

describe('features of a circuit’s file', () => {
  it('in another hemisphere are refused, with how far away they are', () => {
    const far = circuitDocument({ points: stadiumPoints(240, 45), features: [point(0, 0, { role: 'post', number: '1' })] })
    const post = far.features[1] as { geometry: { coordinates: number[] } }
    const [lon, lat] = post.geometry.coordinates as [number, number]
    post.geometry.coordinates = [lon, -lat]
    const refused = circuitFromDocument(far)
    expect(refused.ok).toBe(false)
    expect(JSON.stringify(refused)).toContain('features[1].geometry.coordinates')
    expect(JSON.stringify(refused)).toMatch(/\d{4} km from the track/)
  })
})
