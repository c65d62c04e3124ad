// Where a thread begins: threads are given plain JavaScript, which brings in the tasks.
import { tsImport } from 'tsx/esm/api'

export const { solution, whole, unready, summary, readRecordingFile, drivenSamples } = await tsImport('./computeTasks.ts', import.meta.url)
