import { describe, expect, it } from 'vitest'
import { checkCircuit } from '../../fixtures/circuits'
import type { Circuit } from '../geometry/circuit'
import { toLonLat } from '../geometry/localMetres'
import { placeAt, sampleTrack, wrapStation, type Track } from '../geometry/track'
import { lapsOf } from './laps'
import { placed } from './placed'
import type { Recording } from './recording'

const oval = checkCircuit('oval')
const track = sampleTrack(oval)
const LANE_M = 14
/** Metres along from which to which, before and after the start line, the lane runs beside the road. */
const [ENTRY_M, EXIT_M] = [track.lengthM - 90, track.lengthM + 110]

const position = (m: number, offsetM: number): [number, number] => {
  const { x, y } = placeAt(track, wrapStation(track, m), offsetM)
  const { lon, lat } = toLonLat(track.circuit.frame, x, y)
  return [lon, lat]
}
const withLane: Circuit = {
  ...oval,
  features: [
    ...oval.features,
    {
      type: 'Feature',
      properties: { role: 'pit-lane' },
      geometry: { type: 'LineString', coordinates: Array.from({ length: 21 }, (_, k) => position(ENTRY_M + 10 * k, LANE_M)) },
    },
  ],
}

/** Four times round at 20 m/s and five samples a second, at an offset by distance driven. */
function driven(offsetM: (m: number) => number): Recording {
  const places = Array.from({ length: Math.floor((4 * track.lengthM) / 4) }, (_, i) => position(200 + 4 * i, offsetM(200 + 4 * i)))
  return {
    timeS: Float64Array.from(places, (_, i) => i / 5),
    lonDeg: Float64Array.from(places, ([lon]) => lon),
    latDeg: Float64Array.from(places, ([, lat]) => lat),
    of: {},
    zeroAtMs: null,
    report: { rows: places.length, dropped: { repeated: 0, backwards: 0, noPosition: 0, cutOff: 0 }, unknown: [] },
  }
}
const flaws = (on: Track, offsetM: (m: number) => number) => lapsOf(on, placed(on, driven(offsetM))).map((lap) => lap.flaws)
/** At the end of the second whole lap. */
const secondTime = (m: number) => m > ENTRY_M + 2 * track.lengthM && m < EXIT_M + 2 * track.lengthM

describe('a drive through the pit lane', () => {
  const on = sampleTrack(withLane)

  it('marks the lap that goes in and the one that comes out, and no other', () => {
    expect(flaws(on, (m) => (secondTime(m) ? LANE_M - 1 : 0))).toEqual([['out'], [], ['pit'], ['pit'], ['in']])
  })

  it('is none on the road beside it, nor for a moment on the grass between them', () => {
    expect(flaws(on, (m) => (secondTime(m) ? 3 : 0)).flat()).toEqual(['out', 'in'])
    const wideM = (m: number) => (m > ENTRY_M + 2 * track.lengthM && m < ENTRY_M + 2 * track.lengthM + 45 ? LANE_M - 6 : 0)
    expect(flaws(on, wideM).flat()).toEqual(['out', 'in'])
  })

  it('can’t be told where the circuit has no pit lane', () => {
    expect(flaws(track, (m) => (secondTime(m) ? LANE_M : 0)).flat()).toEqual(['out', 'in'])
  })
})
