// Where a thread begins from its source: threads are given plain JavaScript, which brings in the task.
import { tsImport } from 'tsx/esm/api'

await tsImport('./solveTask.ts', import.meta.url)
