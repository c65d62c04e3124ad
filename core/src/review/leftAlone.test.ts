import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../../fixtures/circuits'
import { readLaps } from '../files/readLaps'
import { valueAt, wrapStation } from '../geometry/track'
import { solvePlan } from '../plan/solvePlan'
import { drive, logged } from '../simulator'
import { valueAlong } from './along'
import { analysisOf, driveOn } from './analysis'

const plan = accepted(
  solvePlan({
    circuit: checkCircuit('nine-corner'),
    vehicle: checkVehicle('hatch'),
    setup: { ...checkSetup('blend-080'), lineSchool: 'given', givenLine: [[0, 0]] },
  }),
)
const csv = gunzipSync(readFileSync(join(import.meta.dirname, '../../fixtures/checks/nine-corner.laps.csv.gz'))).toString()
const onPlan = driveOn(plan, accepted(readLaps(csv, 'nine-corner.laps.csv')))
const { places } = analysisOf(plan, onPlan).passes.find((one) => one.lap === 2 && one.places.corner.number === '5')!

/** The drive with a hazard across 30 m at the exit of corner 5, so that the side of the car on lap 2 is so far beyond it in the middle. */
function withHazard(kind: string, beyondM: number) {
  const at = (m: number) => ({ stationM: wrapStation(plan.track, m), offsetM: valueAlong(onPlan.drive, onPlan.drive.offsetM, m) })
  const side = Math.sign(at(places.exitM).offsetM - valueAt(plan.track, plan.line.offsetM, wrapStation(plan.track, places.exitM)))
  const drawn = [-15, 0, 15].map((d) => {
    const on = at(places.exitM + d)
    return { ...on, offsetM: on.offsetM + side * (plan.vehicle.widthM / 2 - beyondM) }
  })
  const hazard = { ...drawn[0]!, endM: drawn[2]!.stationM, drawn, kind, note: '', severity: 3 }
  return analysisOf({ ...plan, features: { ...plan.features, hazards: [hazard] } }, onPlan).findings
}

describe.each([
  ['a kerb to be left alone', 'tall-kerb', 'ak'],
  ['a line never to be crossed', 'never-cross-line', 'tr'],
] as const)('%s', (_name, kind, code) => {
  const on = (findings: ReturnType<typeof withHazard>) => findings.find((one) => one.fault === code && one.lap === 2 && one.corner === '5')

  it('is found crossed, by as much as the side of the car was beyond it', () => {
    const found = on(withHazard(kind, 1.1))!
    expect(found.size).toBeGreaterThan(1.05)
    expect(found.size).toBeLessThan(1.5)
    expect(found.unit).toBe('m')
  })

  it('is crossed by a simulated driver with that fault, on that lap only', () => {
    const exitM = plan.corners[4]!.points.exit!.stationM
    const place = (m: number) => ({ stationM: wrapStation(plan.track, m), offsetM: 2.4 })
    const drawn = [place(exitM - 5), place(exitM + 5)]
    const hazard = { ...drawn[0]!, endM: drawn[1]!.stationM, drawn, kind, note: '', severity: 3 }
    const withIt = { ...plan, features: { ...plan.features, hazards: [hazard] } }
    const driven = drive({ plan: withIt, laps: 2, faults: [{ lap: 2, corner: '5', code, size: 1.3 }], seed: 4, unsteady: 0.3 })
    const recording = logged(plan.track, driven, { rateHz: 25, seed: 4, noise: 0.5 })
    const found = analysisOf(withIt, driveOn(withIt, recording)).findings.filter((one) => one.fault === code)
    expect(found.map((one) => [one.lap, one.corner])).toEqual([[2, '5']])
    expect(Math.abs(found[0]!.size - 1.3)).toBeLessThan(0.6)
  })

  it('is not said to be crossed where positions are not good enough to tell, or the car stayed inside', () => {
    expect(on(withHazard(kind, 0.1))).toBeUndefined()
    expect(on(withHazard(kind, -1))).toBeUndefined()
  })
})
