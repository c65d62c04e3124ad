import { readFileSync } from 'node:fs'
import { basename } from 'node:path'
import { parseArgs } from 'node:util'
import { noConeEdits, usualTerms, type FieldProblem } from '@ochote/contracts'
import {
  analyse,
  analysisDocument,
  coneFinder,
  DEFAULT_REACTION_S,
  FIRST_SESSION_REACTION_S,
  makeTimetable,
  markPlan,
  planCalls,
  planDocument,
  readCircuit,
  readDayFile,
  readLaps,
  readRunners,
  readSetup,
  readVehicle,
  releaseDocument,
  solvePlan,
  type MarkedPlan,
  type MilpSolver,
  type Outcome,
} from '@ochote/core'

const USAGE =
  'ochote plan|calls --circuit FILE --vehicle FILE --setup FILE [--step METRES] [--first-session]; calls also [--words-per-second RATE]; ochote analyse --circuit FILE --vehicle FILE --setup FILE --laps FILE; ochote release --runners FILE; ochote timetable --day FILE [--seconds SECONDS]'

/** Bad input, already in words for the person at the terminal. */
class InputError extends Error {}

/** Why a path gives no file, by the system's code for it. */
const UNREADABLE: Partial<Record<string, string>> = {
  ENOENT: 'nothing there',
  EISDIR: 'a folder',
  EACCES: 'a file that may not be read',
}

function readFile(path: string): string {
  try {
    return readFileSync(path, 'utf8')
  } catch (error) {
    throw new InputError(
      `${path}: found ${UNREADABLE[(error as { code?: string }).code ?? ''] ?? 'a file that cannot be read'}, expected a file`,
    )
  }
}

function accept<T>(where: string, outcome: Outcome<T, FieldProblem[]>): T {
  if (outcome.ok) return outcome.value
  throw new InputError(outcome.problem.map((p) => `${where}: ${p.field}: found ${p.found}, expected ${p.expected}`).join('\n'))
}

const planOptions = {
  circuit: { type: 'string' },
  vehicle: { type: 'string' },
  setup: { type: 'string' },
  step: { type: 'string', default: '2' },
  'first-session': { type: 'boolean', default: false },
} as const

interface PlanFiles {
  circuit?: string | undefined
  vehicle?: string | undefined
  setup?: string | undefined
  step: string
  'first-session': boolean
}

/** A number given on the command line, between bounds. */
function numberOf(option: string, text: string, low: number, high: number, unit: string): number {
  const value = Number(text)
  if (text.trim() !== '' && value >= low && value <= high) return value
  throw new InputError(`--${option}: found ${text}, expected ${unit} from ${low} to ${high}`)
}

function solve({ circuit, vehicle, setup, step, 'first-session': firstSession }: PlanFiles): MarkedPlan {
  if (!circuit || !vehicle || !setup) throw new InputError(`usage: ${USAGE}`)
  const stepM = numberOf('step', step, 0.1, 20, 'metres')
  const solution = solvePlan({
    circuit: accept(circuit, readCircuit(readFile(circuit))),
    vehicle: accept(vehicle, readVehicle(readFile(vehicle))),
    setup: accept(setup, readSetup(readFile(setup))),
    stepM,
  })
  return markPlan(accept(setup, solution), { firstSession, coneEdits: noConeEdits }, usualTerms)
}

function plan(args: string[]): unknown {
  return planDocument(solve(parseArgs({ args, options: planOptions }).values))
}

function calls(args: string[]): unknown {
  const { values } = parseArgs({ args, options: { ...planOptions, 'words-per-second': { type: 'string', default: '2.8' } } })
  const wordsPerSecond = numberOf('words-per-second', values['words-per-second'], 0.5, 10, 'words')
  const reactionS = values['first-session'] ? FIRST_SESSION_REACTION_S : DEFAULT_REACTION_S
  const marked = solve(values)
  const sheet = planCalls(marked, { timing: { wordsPerSecond, reactionS } })
  return {
    lapTimeS: marked.solution.trace.lapTimeS,
    ...sheet.timing,
    calls: sheet.calls.map((call) => ({ ...call, ...sheet.about[call.id] })),
    dropped: sheet.dropped,
    clashes: sheet.clashes,
  }
}

function analysis(args: string[]): unknown {
  const { laps, ...values } = parseArgs({ args, options: { ...planOptions, laps: { type: 'string' } } }).values
  if (!laps) throw new InputError(`usage: ${USAGE}`)
  const recording = accept(laps, readLaps(readFile(laps), basename(laps)))
  const { solution, cones } = solve(values)
  const shown = analyse(solution, recording)
  if (shown.laps.length === 0)
    throw new InputError(`${laps}: found no position near the circuit, expected some within 60 m of ${solution.track.circuit.name}`)
  return analysisDocument(solution, shown, coneFinder(cones))
}

function releases(args: string[]): unknown {
  const { runners } = parseArgs({ args, options: { runners: { type: 'string' } } }).values
  if (!runners) throw new InputError(`usage: ${USAGE}`)
  return releaseDocument(accept(runners, readRunners(readFile(runners))))
}

/** An answer within a minute, with what it takes to start. */
const USUAL_SECONDS = '45'

function timetable(args: string[], solve: MilpSolver): unknown {
  const options = { day: { type: 'string' }, seconds: { type: 'string', default: USUAL_SECONDS } } as const
  const { day, seconds } = parseArgs({ args, options }).values
  if (!day) throw new InputError(`usage: ${USAGE}`)
  const within = numberOf('seconds', seconds, 1, 3600, 'seconds')
  const answer = makeTimetable(accept(day, readDayFile(readFile(day))), { solve, now: () => performance.now() }, { seconds: within })
  return answer.ok ? answer : { ...answer, mends: answer.mends.map((mend) => mend.says) }
}

function answer(argv: readonly string[], solve: MilpSolver): unknown {
  const [command, ...args] = argv
  if (command === 'plan') return plan(args)
  if (command === 'calls') return calls(args)
  if (command === 'analyse') return analysis(args)
  if (command === 'release') return releases(args)
  if (command === 'timetable') return timetable(args, solve)
  throw new InputError(`found command ${command ?? 'nothing'}, expected: ${USAGE}`)
}

/** Why there is no answer: bad input in words, a defect with its stack. */
function whyNot(error: unknown, argv: readonly string[]): string {
  if (error instanceof InputError) return error.message
  if ((error as { code?: string }).code?.startsWith('ERR_PARSE_ARGS')) return `found ${argv.join(' ')}, expected: ${USAGE}`
  return (error as Error).stack ?? String(error)
}

/** What a command prints, and its exit status. */
export interface Printed {
  readonly stdout: string
  readonly stderr: string
  readonly status: 0 | 2
}

/**
 * Runs `ochote` with arguments; reads the files that they name.
 * @param solve - solves the models of timetables
 * @returns one JSON document, or why there is none: bad input in words, a defect with its stack
 */
export function ochote(argv: readonly string[], solve: MilpSolver): Printed {
  try {
    return { stdout: `${JSON.stringify(answer(argv, solve))}\n`, stderr: '', status: 0 }
  } catch (error) {
    return { stdout: '', stderr: `${whyNot(error, argv)}\n`, status: 2 }
  }
}
