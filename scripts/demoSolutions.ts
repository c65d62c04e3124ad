import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { circuitFromDocument, solvePlan } from '@ochote/core'
import { circuits, plans, typeOf } from '../server/src/demo/seed'
import { solutionHash } from '../server/src/solutions/solutionHash'

/** Solves the demonstration's plans and stores the solutions in a file, lines to a tenth of a millimetre. */
const rounded = (values: readonly number[]) => values.map((v) => Math.round(v * 1e4) / 1e4)

const circuit = circuitFromDocument(circuits.skerrow)
if (!circuit.ok) throw new Error('the demonstration circuit is refused')
const kept: Record<string, unknown> = {}
for (const plan of Object.values(plans)) {
  const { vehicle } = typeOf(plan)
  const solved = solvePlan({ circuit: circuit.value, vehicle, setup: plan.setup })
  if (!solved.ok) throw new Error(JSON.stringify(solved.problem))
  const { stored, lineReport, trace } = solved.value
  const unmet = lineReport.lateApex.filter((c) => !c.met && c.exempt === null).map((c) => c.cornerNumber)
  console.log(
    `${plan.name}: ${trace.lapTimeS.toFixed(2)} s, fastest ${lineReport.fastestLapS?.toFixed(2)} s, no late apex at ${unmet.join(', ') || 'none'}`,
  )
  const { line } = stored
  kept[solutionHash(circuits.skerrow, { vehicle, setup: plan.setup })] = {
    ...stored,
    line: line && {
      coefficients: rounded(line.coefficients),
      fastest: line.fastest && rounded(line.fastest),
      usual: line.usual && rounded(line.usual),
      exempt: line.exempt,
    },
  }
}
writeFileSync(join(import.meta.dirname, '../server/src/demo/solutions.json'), `${JSON.stringify(kept)}\n`)
