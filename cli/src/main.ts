import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import type { FieldProblem } from '@ochote/contracts'
import { planDocument, readCircuit, readSetup, readVehicle, solvePlan, type Outcome } from '@ochote/core'

const USAGE = 'ochote plan --circuit FILE --vehicle FILE --setup FILE [--step METRES] [--first-session]'

/** Bad input, already in words for the person at the terminal. */
class InputError extends Error {}

function readFile(path: string): string {
  try {
    return readFileSync(path, 'utf8')
  } catch (error) {
    throw new InputError(`${path}: ${(error as Error).message}`)
  }
}

function accept<T>(where: string, outcome: Outcome<T, FieldProblem[]>): T {
  if (outcome.ok) return outcome.value
  throw new InputError(outcome.problem.map((p) => `${where}: ${p.field}: found ${p.found}, expected ${p.expected}`).join('\n'))
}

function plan(args: string[]): unknown {
  const { values } = parseArgs({
    args,
    options: {
      circuit: { type: 'string' },
      vehicle: { type: 'string' },
      setup: { type: 'string' },
      step: { type: 'string', default: '2' },
      'first-session': { type: 'boolean', default: false },
    },
  })
  const { circuit, vehicle, setup } = values
  if (!circuit || !vehicle || !setup) throw new InputError(`usage: ${USAGE}`)
  const stepM = Number(values.step)
  if (!(stepM >= 0.1 && stepM <= 20)) throw new InputError(`--step: found ${values.step}, expected metres from 0.1 to 20`)
  const solution = solvePlan({
    circuit: accept(circuit, readCircuit(readFile(circuit))),
    vehicle: accept(vehicle, readVehicle(readFile(vehicle))),
    setup: accept(setup, readSetup(readFile(setup))),
    firstSession: values['first-session'],
    stepM,
  })
  return planDocument(accept(setup, solution))
}

function run(argv: string[]): unknown {
  const [command, ...args] = argv
  if (command === 'plan') return plan(args)
  throw new InputError(`found command ${command ?? 'nothing'}, expected: ${USAGE}`)
}

try {
  process.stdout.write(`${JSON.stringify(run(process.argv.slice(2)))}\n`)
} catch (error) {
  const expected = error instanceof InputError || (error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS')
  process.stderr.write(expected ? `${(error as Error).message}\n` : `${(error as Error).stack}\n`)
  process.exitCode = 2
}
