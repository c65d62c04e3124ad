import type { SchoolRecord } from '@ochote/contracts'
import { followUps, isCalled } from '../stintLog/followUp'
import { groupedBy, type RecordedStint } from './recordedStint'

const WORKED: readonly string[] = ['fixed', 'better']
const FAILED: readonly string[] = ['no change', 'back again']

/** What came of the corrections that were called, fault by fault, those with most answers first. */
export const callsThatWork = (stints: readonly RecordedStint[]): SchoolRecord['calls'] =>
  groupedBy(
    stints.flatMap(({ record }) => followUps(record).filter(isCalled)),
    ({ code }) => code,
  )
    .map((own) => {
      const worked = own.filter(({ verdict }) => WORKED.includes(verdict)).length
      const failed = own.filter(({ verdict }) => FAILED.includes(verdict)).length
      return { code: own[0]!.code, called: own.length, worked, failed, unknown: own.length - worked - failed }
    })
    .sort((a, b) => b.worked + b.failed - a.worked - a.failed || b.called - a.called)
