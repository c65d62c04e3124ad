import type { Setup, Vehicle } from '@ochote/contracts'
import { analyse, circuitFromDocument, solvePlan, type Circuit, type Finding, type PlanSolution } from '@ochote/core'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../core/fixtures/circuits'
import { drive, drivenFaults, logged, randomFrom, type DrivenFault } from '@ochote/core/simulator'
import { skerrowBasin } from '../server/src/demo/circuits'
import { vehicleTypes } from '../server/src/demo/school'

/** Prints how many faults that were put into simulated drives are found, how many clean passes are accused, and how far sizes are off. */
const LAPS = 8
const FAULTY_SHARE = 0.35

type Code = DrivenFault['code']
/** Smallest and largest size that is put in. */
const sizes: Readonly<Record<Code, readonly [number, number]>> = {
  ...{ be: [15, 25], bl: [10, 15], bh: [9, 14], bd: [2, 2], te: [10, 14], tl: [8, 12], tn: [3, 3], am: [2, 3], co: [0.9, 1.3] },
  ...{ pe: [1, 1], pl: [25, 40], xn: [2.5, 3.5], gw: [1, 1], dg: [4, 5], pa: [1, 1] },
}
/** A fault shows by its own code, or by what it leads to at once. */
const alsoRight: Readonly<Partial<Record<Code, readonly string[]>>> = { bl: ['am', 'of'], te: ['ae'], tl: ['am'] }
/** Counted things are right or wrong; these have a size. */
const sized: readonly Code[] = ['be', 'bl', 'bh', 'te', 'tl', 'am', 'pl', 'xn']

function faultsFor(plan: PlanSolution): DrivenFault[] {
  const random = randomFrom(7)
  return Array.from({ length: LAPS }, (_, k) => k + 1).flatMap((lap) =>
    plan.corners.flatMap((corner): DrivenFault[] => {
      if (random() > FAULTY_SHARE) return []
      const drawn = drivenFaults[Math.floor(random() * drivenFaults.length)]!
      const isOfBraking = drawn !== 'am' && drawn !== 'xn'
      const code = corner.points.brakeStart === null && isOfBraking ? (random() < 0.5 ? 'am' : 'xn') : drawn
      const [least, most] = sizes[code]
      return [{ lap, corner: corner.number, code, size: code === 'tn' ? least : least + (most - least) * random() }]
    }),
  )
}

const setup = checkSetup('blend-080')
const gentle: Setup = { ...setup, brakingSchool: 'separate', pace: { lateral: 0.7, brake: 0.7, drive: 0.75 } }
const nineCorner = checkCircuit('nine-corner')
const basin = accepted(circuitFromDocument(skerrowBasin()))
const drives: readonly (readonly [string, Circuit, Vehicle, Setup])[] = [
  ['nine corners, hatch, blend', nineCorner, checkVehicle('hatch'), setup],
  ['nine corners, coupe, separate', nineCorner, checkVehicle('coupe'), gentle],
  ['basin, hatch, blend', basin, vehicleTypes.hatch.vehicle, setup],
  ['basin, estate, late apex', basin, vehicleTypes.estate.vehicle, { ...setup, lineSchool: 'late-apex' }],
]
const total = { found: 0, faults: 0, accused: 0, clean: 0 }
const errors = new Map<Code, number[]>()
const row = (name: string, found: number, faults: number, accused: number, clean: number) =>
  console.log(
    `${name.padEnd(42)} ${(found / faults).toFixed(2)} of ${faults} faults found, ${(accused / clean).toFixed(3)} of ${clean} clean passes accused`,
  )

for (const [name, circuit, vehicle, own] of drives) {
  const plan = accepted(solvePlan({ circuit, vehicle, setup: own }))
  const faults = faultsFor(plan)
  const driven = drive({ plan, laps: LAPS, faults, seed: 3, unsteady: 1 })
  for (const rateHz of [25, 10]) {
    const { findings } = analyse(plan, logged(plan.track, driven, { rateHz, seed: 5, noise: 1 }))
    const at = ({ lap, corner }: { lap: number; corner: string }) => `${lap} ${corner}`
    const ownTo = (fault: DrivenFault): Finding[] => findings.filter((one) => at(one) === at(fault))
    const found = faults.filter((fault) =>
      ownTo(fault).some((one) => one.fault === fault.code || alsoRight[fault.code]?.includes(one.fault)),
    )
    for (const fault of faults) {
      const same = ownTo(fault).find((one) => one.fault === fault.code)
      if (same && sized.includes(fault.code)) errors.set(fault.code, [...(errors.get(fault.code) ?? []), same.size / fault.size])
    }
    const faulty = new Set(faults.map(at))
    const accused = new Set(findings.map(at).filter((place) => !faulty.has(place))).size
    const clean = LAPS * plan.corners.length - faulty.size
    row(`${name}, ${rateHz} Hz`, found.length, faults.length, accused, clean)
    total.found += found.length
    total.faults += faults.length
    total.accused += accused
    total.clean += clean
  }
}
row('all', total.found, total.faults, total.accused, total.clean)
for (const [code, shares] of errors) {
  const middle = [...shares].sort((a, b) => a - b)[shares.length >> 1]!
  console.log(`  ${code}: the size found is ${middle.toFixed(2)} × the size put in, in the middle of ${shares.length}`)
}
