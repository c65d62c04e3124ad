import { useState } from 'react'
import { Button } from '@mui/material'
import { Loaded } from '../../problem/Loaded'
import { EmptyState } from '../../shell/EmptyState'
import { Page } from '../../shell/Page'
import { SolvedSession } from '../SolvedSession'
import { RunSeats } from '../RunSeats'
import { useSessionDay } from '../useSessionDay'
import { Lead } from './Lead'
import { LedForm } from './LedForm'

/** The Run stage from the car in front. */
export function LeadPage() {
  const { dayId, sessionId, day } = useSessionDay()
  const [making, setMaking] = useState(false)
  return (
    <Loaded query={day}>
      {(data) => {
        const led = data.sessions.flatMap((s) => (s.kind === 'led' ? [s] : []))
        const session = led.find((s) => s.id === sessionId) ?? led[led.length - 1]
        const seats = <RunSeats open="Lead" dayId={dayId} />
        if (making || !session)
          return (
            <Page title="Lead" actions={seats} caution>
              {!making && led.length === 0 && (
                <EmptyState title="No led session yet today">Choose who follows, and how often they change places.</EmptyState>
              )}
              <LedForm day={data} onDone={() => setMaking(false)} onCancel={led.length > 0 ? () => setMaking(false) : null} />
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
                    <Button onClick={() => setMaking(true)}>New led session</Button>
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
