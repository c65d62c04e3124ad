import { LinearProgress } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense } from 'react'
import { daysQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { dayToOpen } from '../shell/dayToOpen'
import { OpenDay } from './OpenDay'

const FirstSteps = lazy(async () => ({ default: (await import('./FirstSteps')).FirstSteps }))

/** Today's day, else the next one, else the last one. */
export function TodayPage() {
  const days = useQuery(daysQuery)
  return (
    <Loaded query={days}>
      {(list) => {
        const open = dayToOpen(list)
        return open ? (
          <OpenDay dayId={open.id} />
        ) : (
          <Suspense fallback={<LinearProgress aria-label="Loading" />}>
            <FirstSteps />
          </Suspense>
        )
      }}
    </Loaded>
  )
}
