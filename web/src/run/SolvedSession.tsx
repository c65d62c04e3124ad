import { useMemo, type ReactNode } from 'react'
import type { DayView, ListedStint, Session } from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { Loaded } from '../problem/Loaded'
import { TrackCursorProvider } from '../ribbon/trackCursor'
import { namedBy } from '../stint/openStint'
import { usePlanVersions } from '../stint/usePlanVersions'
import { useSolutions, type SolutionInput } from '../workers/useSolution'

/** A stint of a session with the planned lap of its own car. */
export interface SessionStint extends ListedStint {
  readonly solution: PlanSolution
}

interface SolvedSessionProps {
  day: DayView
  session: Session
  children: (stints: readonly SessionStint[]) => ReactNode
}

/** Solves each stint of a session for its own car and plan version. */
export function SolvedSession({ day, session, children }: SolvedSessionProps) {
  const listed = useMemo(
    () => session.stintIds.flatMap((id) => day.stints.find((s) => s.stint.id === id) ?? []),
    [session.stintIds, day.stints],
  )
  if (listed.length === 0)
    return (
      <Page title={session.name}>
        <EmptyState title="This session has no stints">Its stints are not part of this day.</EmptyState>
      </Page>
    )
  return (
    <TrackCursorProvider>
      <Solved day={day} listed={listed}>
        {children}
      </Solved>
    </TrackCursorProvider>
  )
}

interface SolvedProps {
  day: DayView
  listed: readonly ListedStint[]
  children: SolvedSessionProps['children']
}

function Solved({ day, listed, children }: SolvedProps) {
  const versions = usePlanVersions(day, listed)
  const inputs = useMemo(
    () =>
      listed.map((one, k): SolutionInput => {
        const version = versions[k] ?? null
        const { plan, vehicleType } = namedBy(day, one, version)
        const { circuitId, setup } = plan
        return {
          circuitId,
          setup,
          vehicle: vehicleType.vehicle,
          ...(version ? { document: version.circuit, planVersionId: version.id } : {}),
        }
      }),
    [day, listed, versions],
  )
  const solutions = useSolutions(inputs)
  const pending = solutions.find((query) => query.data === undefined)
  if (pending) return <Loaded query={pending}>{() => null}</Loaded>
  return children(listed.map((one, k) => ({ ...one, solution: solutions[k]!.data! })))
}
