import { useState } from 'react'
import { Loaded } from '../../problem/Loaded'
import { EmptyState } from '../../shell/EmptyState'
import { Page } from '../../shell/Page'
import { SolvedSession } from '../SolvedSession'
import { SessionActions } from '../SessionActions'
import { RunSeats } from '../RunSeats'
import { useSessionDay } from '../useSessionDay'
import { Lead } from './Lead'
import { LedForm } from './LedForm'

/** The Run stage from the car in front. */
export function LeadPage() {
  const { dayId, sessionId, day } = useSessionDay()
  const [making, setMaking] = useState<'new' | 'changed' | null>(null)
  return (
    <Loaded query={day}>
      {(data) => {
        const led = data.sessions.flatMap((s) => (s.kind === 'led' ? [s] : []))
        const session = led.find((s) => s.id === sessionId) ?? led[led.length - 1]
        const seats = <RunSeats open="Lead" dayId={dayId} />
        if (making || !session)
          return (
            <Page title="Lead" actions={seats} caution>
              {making === null && led.length === 0 && (
                <EmptyState title="No led session yet today">Choose who follows, and how often they change places.</EmptyState>
              )}
              <LedForm
                day={data}
                session={making === 'changed' ? (session ?? null) : null}
                onDone={() => setMaking(null)}
                onCancel={led.length > 0 ? () => setMaking(null) : null}
              />
            </Page>
          )
        return (
          <SolvedSession key={session.id} day={data} session={session}>
            {(stints) => (
              <Lead
                day={data}
                session={session}
                stints={stints}
                actions={
                  <>
                    {seats}
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
