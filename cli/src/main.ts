import { loadSolver } from '@ochote/solver'
import { ochote } from './ochote'

const { stdout, stderr, status } = ochote(process.argv.slice(2), await loadSolver())
process.stdout.write(stdout)
process.stderr.write(stderr)
process.exitCode = status
