import { Button } from '@mui/material'
import { useState } from 'react'
import { Link as RouterLink } from 'react-router'
import { Loaded } from '../../problem/Loaded'
import { EmptyState } from '../../shell/EmptyState'
import { Page } from '../../shell/Page'
import { stagePath } from '../../shell/stages'
import { SessionActions } from '../SessionActions'
import { RunSeats } from '../RunSeats'
import { SolvedSession } from '../SolvedSession'
import { useSessionDay } from '../useSessionDay'
import { ReleasedForm } from './ReleasedForm'
import { Wall } from './Wall'

/** The Run stage from the wall: every car that is out. */
export function WallPage() {
  const { dayId, sessionId, day } = useSessionDay()
  const [making, setMaking] = useState<'new' | 'changed' | null>(null)
  return (
    <Loaded query={day}>
      {(data) => {
        const released = data.sessions.flatMap((s) => (s.kind === 'released' ? [s] : []))
        const session = released.find((s) => s.id === sessionId) ?? released[released.length - 1]
        const seats = <RunSeats open="Wall" dayId={dayId} />
        if (making || !session)
          return (
            <Page title="Wall" actions={seats} caution>
              {!session && <EmptyState title="No wall session yet today">Choose the stints that are out together.</EmptyState>}
              <ReleasedForm
                day={data}
                session={making === 'changed' ? (session ?? null) : null}
                onDone={() => setMaking(null)}
                onCancel={session ? () => setMaking(null) : null}
              />
            </Page>
          )
        return (
          <SolvedSession key={session.id} day={data} session={session}>
            {(stints) => (
              <Wall
                day={data}
                session={session}
                stints={stints}
                actions={
                  <>
                    {seats}
                    <Button component={RouterLink} to={`${stagePath(dayId, 'run/wall', session.id)}/spacing`}>
                      Spacing
                    </Button>
                    <SessionActions session={session} onNew={() => setMaking('new')} onChange={() => setMaking('changed')} />
                  </>
                }
              />
            )}
          </SolvedSession>
        )
      }}
    </Loaded>
  )
}
