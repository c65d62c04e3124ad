import type { Setup, Vehicle } from '@ochote/contracts'
import { analyse, circuitFromDocument, solvePlan, type Circuit, type Finding, type PlanSolution } from '@ochote/core'
import { accepted, checkCircuit, checkSetup, checkVehicle } from '../core/fixtures/circuits'
import { drive, drivenFaults, logged, randomFrom, type DrivenFault } from '@ochote/core/simulator'
import { skerrowBasin } from '../server/src/demo/circuits'
import { vehicleTypes } from '../server/src/demo/school'
import { hasRoomFor, sizes } from './faultRoom'

/** Prints how many faults that were put into simulated drives are found, how many clean passes are accused, and how far sizes are off. */
const LAPS = 8
/** Each plan is driven so often, with other faults. */
const SEEDS = [7, 21, 31, 101, 202]
const FAULTY_SHARE = 0.35

type Code = DrivenFault['code']
/** A fault shows by its own code, or by what it leads to at once. */
const alsoRight: Readonly<Partial<Record<Code, readonly string[]>>> = { bl: ['am', 'of'], te: ['ae'], tl: ['am'] }
/** Counted things are right or wrong; these have a size. */
const sized: readonly Code[] = ['be', 'bl', 'bh', 'te', 'tl', 'am', 'pl', 'xn', 'ly', 'bo', 'ae', 'xw', 'of']
/** Faults of corners that nobody brakes for. */
const withoutBraking: readonly Code[] = ['am', 'xn', 'xp', 'xw', 'of', 'ge', 'gl', 'sl']

function faultsFor(plan: PlanSolution, seed: number): DrivenFault[] {
  const random = randomFrom(seed)
  return Array.from({ length: LAPS }, (_, k) => k + 1).flatMap((lap) =>
    plan.corners.flatMap((corner, at): DrivenFault[] => {
      if (random() > FAULTY_SHARE) return []
      const drawn = drivenFaults[Math.floor(random() * drivenFaults.length)]!
      const isBraked = corner.points.brakeStart !== null
      const isPossible = hasRoomFor(drawn, plan, at) && (isBraked || withoutBraking.includes(drawn))
      const otherwise = isBraked ? 'be' : random() < 0.5 ? 'am' : 'xn'
      const code = isPossible ? drawn : otherwise
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
const byCode = new Map<Code, { found: number; of: number }>()
const wrong = new Map<string, number>()
const row = (name: string, { found, faults, accused, clean }: typeof total) =>
  console.log(
    `${name.padEnd(42)} ${(found / faults).toFixed(2)} of ${faults} faults found, ${(accused / clean).toFixed(3)} of ${clean} clean passes accused`,
  )

for (const [name, circuit, vehicle, own] of drives) {
  const plan = accepted(solvePlan({ circuit, vehicle, setup: own }))
  const drivesOf = SEEDS.map((seed) => {
    const faults = faultsFor(plan, seed)
    return { faults, driven: drive({ plan, laps: LAPS, faults, seed, unsteady: 1 }) }
  })
  for (const rateHz of [25, 10]) {
    const sum = { found: 0, faults: 0, accused: 0, clean: 0 }
    for (const { faults, driven } of drivesOf) {
      const { findings } = analyse(plan, logged(plan.track, driven, { rateHz, seed: 5, noise: 1, wheels: true }))
      const at = ({ lap, corner }: { lap: number; corner: string }) => `${lap} ${corner}`
      const ownTo = (fault: DrivenFault): Finding[] => findings.filter((one) => at(one) === at(fault))
      const isFound = (fault: DrivenFault) =>
        ownTo(fault).some((one) => one.fault === fault.code || alsoRight[fault.code]?.includes(one.fault))
      for (const fault of faults) {
        const { found, of } = byCode.get(fault.code) ?? { found: 0, of: 0 }
        byCode.set(fault.code, { found: found + Number(isFound(fault)), of: of + 1 })
        const same = ownTo(fault).find((one) => one.fault === fault.code)
        if (same && sized.includes(fault.code)) errors.set(fault.code, [...(errors.get(fault.code) ?? []), same.size / fault.size])
      }
      const faulty = new Set(faults.map(at))
      const accusing = findings.filter((one) => !faulty.has(at(one)))
      for (const { fault } of accusing) wrong.set(fault, (wrong.get(fault) ?? 0) + 1)
      sum.found += faults.filter(isFound).length
      sum.faults += faults.length
      sum.accused += new Set(accusing.map(at)).size
      sum.clean += LAPS * plan.corners.length - faulty.size
    }
    row(`${name}, ${rateHz} Hz`, sum)
    for (const key of ['found', 'faults', 'accused', 'clean'] as const) total[key] += sum[key]
  }
}
row('all', total)
const codes = [...byCode].map(([code, { found, of }]) => `${code} ${found}/${of}`)
console.log(`  found by fault: ${codes.join(', ')}`)
console.log(`  findings on clean passes: ${[...wrong].map(([code, count]) => `${code} ${count}`).join(', ')}`)
for (const [code, shares] of errors) {
  const middle = [...shares].sort((a, b) => a - b)[shares.length >> 1]!
  console.log(`  ${code}: the size found is ${middle.toFixed(2)} × the size put in, in the middle of ${shares.length}`)
}
