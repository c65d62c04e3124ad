import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { readCircuit } from '../files/readCircuit'
import { readLaps } from '../files/readLaps'
import type { Circuit } from '../geometry/circuit'
import { solvePlan } from '../plan/solvePlan'
import type { Recording } from '../recording/recording'
import { analyse } from './analysis'

const checks = join(import.meta.dirname, '../../fixtures/checks')
const LAT_DEG = 45.2
const flipped = (latDeg: number) => 2 * LAT_DEG - latDeg

/** The circuit seen in a mirror that lies east and west. Its two sides are equally wide. */
function mirroredCircuit(): Circuit {
  const document = JSON.parse(readFileSync(join(checks, 'nine-corner.circuit.geojson'), 'utf8')) as {
    features: { geometry: { coordinates: [number, number][] } }[]
  }
  for (const { geometry } of document.features) geometry.coordinates = geometry.coordinates.map(([lon, lat]) => [lon, flipped(lat)])
  return accepted(readCircuit(JSON.stringify(document)))
}

function mirroredRecording(recording: Recording): Recording {
  const { steerRad, latMps2, headingRad, ...rest } = recording.of
  const negated = (values: Float64Array) => values.map((value) => -value)
  return {
    ...recording,
    latDeg: recording.latDeg.map(flipped),
    of: {
      ...rest,
      ...(steerRad ? { steerRad: negated(steerRad) } : {}),
      ...(latMps2 ? { latMps2: negated(latMps2) } : {}),
      ...(headingRad ? { headingRad: headingRad.map((h) => Math.PI - h) } : {}),
    },
  }
}

it('a drive on the mirrored circuit has the same findings, of the same size', () => {
  const [vehicle, setup] = [checkVehicle('hatch'), checkSetup('blend-080')]
  const found = accepted(solvePlan({ circuit: checkCircuit('nine-corner'), vehicle, setup }))
  const every = 6
  const line = found.track.stationM.filter((_, i) => i % every === 0)
  const givenLine = (sign: 1 | -1) => Array.from(line, (s, k): [number, number] => [s, sign * found.line.offsetM[k * every]!])
  const planOn = (circuit: Circuit, sign: 1 | -1) =>
    accepted(solvePlan({ circuit, vehicle, setup: { ...setup, lineSchool: 'given', givenLine: givenLine(sign) } }))
  const recorded = accepted(readLaps(gunzipSync(readFileSync(join(checks, 'nine-corner.laps.csv.gz'))).toString(), 'nine-corner.laps.csv'))
  const own = analyse(planOn(checkCircuit('nine-corner'), 1), recorded).findings
  const other = analyse(planOn(mirroredCircuit(), -1), mirroredRecording(recorded)).findings
  const places = (findings: typeof own) => findings.map(({ lap, corner, fault }) => `${lap}/${corner} ${fault}`)
  expect(places(other)).toEqual(places(own))
  expect(own.length).toBeGreaterThan(14)
  other.forEach(({ size }, k) => expect(Math.abs(size - own[k]!.size)).toBeLessThan(0.05 * own[k]!.size + 0.1))
})
