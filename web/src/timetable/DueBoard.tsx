import { Box, Button, Stack, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link as RouterLink, useParams } from 'react-router'
import type { DayView, StoredTimetable, TimetablePlace } from '@ochote/contracts'
import { clockTimeOf, endOfPlace, minutesOf } from '@ochote/core'
import { dayQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { useNames } from './names'
import { timetableQuery } from './timetableQuery'

const POLL_MS = 10_000
/** Starts that are shown after the next one. */
const MOST_LATER = 4

/** The minute of the day, as the device has it. */
function useMinute(): number {
  const now = () => {
    const date = new Date()
    return date.getHours() * 60 + date.getMinutes()
  }
  const [minute, setMinute] = useState(now)
  useEffect(() => {
    const timer = setInterval(() => setMinute(now()), 5_000)
    return () => clearInterval(timer)
  }, [])
  return minute
}

/** A large screen for everybody: who is out, who is due next and where, and who comes after. */
export function DueBoard() {
  const { dayId = '' } = useParams()
  const day = useQuery({ ...dayQuery(dayId), refetchInterval: POLL_MS })
  const timetable = useQuery({ ...timetableQuery(dayId), refetchInterval: POLL_MS })
  return <Loaded query={day}>{(data) => <Loaded query={timetable}>{(stored) => <Due day={data} stored={stored} />}</Loaded>}</Loaded>
}

function Due({ day, stored }: { day: DayView; stored: StoredTimetable }) {
  const names = useNames(day)
  const minute = useMinute()
  const { draft, told } = stored
  const inOrder = [...told].sort((a, b) => minutesOf(a.startsAt) - minutesOf(b.startsAt))
  const out = inOrder.filter((place) => minutesOf(place.startsAt) <= minute && minute < minutesOf(endOfPlace(draft, place)))
  const later = inOrder.filter((place) => minutesOf(place.startsAt) > minute)
  const starts = [...new Set(later.map((place) => place.startsAt))]
  const at = (start: string | undefined) => later.filter((place) => place.startsAt === start)
  if (told.length === 0)
    return (
      <Page title={day.name}>
        <EmptyState
          title="Nothing is told yet"
          action={
            <Button variant="contained" component={RouterLink} to={`/days/${day.id}/timetable`}>
              Make the timetable
            </Button>
          }
        >
          This screen shows who is due, as people have been told.
        </EmptyState>
      </Page>
    )
  return (
    <Page
      title={day.name}
      actions={
        <Typography component="time" sx={{ fontSize: '2.5rem', fontWeight: 750, fontVariantNumeric: 'tabular-nums' }}>
          {clockTimeOf(minute)}
        </Typography>
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'repeat(2, minmax(0,1fr))' }, gap: 5 }}>
        <Group title="Out now" places={out} none="Nobody is due out now." names={names} draft={draft} />
        <Group
          title={starts[0] === undefined ? 'Next' : `Next, ${starts[0]}: in ${minutesOf(starts[0]) - minute} min`}
          places={at(starts[0])}
          none="Nobody else is due today."
          names={names}
          draft={draft}
        />
      </Box>
      {starts.length > 1 && (
        <Box component="section" aria-label="After that">
          <Typography variant="h2" sx={{ fontSize: '1.6rem', mb: 1 }}>
            After that
          </Typography>
          <Stack sx={{ gap: 0.75 }}>
            {starts.slice(1, 1 + MOST_LATER).map((start) => (
              <Typography key={start} sx={{ fontSize: '1.35rem' }}>
                <strong>{start}</strong>{' '}
                {at(start)
                  .map((place) => `${names.of(place.student)} in ${names.of(place.vehicle)}`)
                  .join(' · ')}
              </Typography>
            ))}
          </Stack>
        </Box>
      )}
    </Page>
  )
}

interface GroupProps {
  title: string
  places: readonly TimetablePlace[]
  none: string
  names: ReturnType<typeof useNames>
  draft: StoredTimetable['draft']
}

function Group({ title, places, none, names, draft }: GroupProps) {
  return (
    <Box component="section" aria-label={title}>
      <Typography variant="h2" sx={{ fontSize: '1.6rem', mb: 1.5 }}>
        {title}
      </Typography>
      {places.length === 0 ? (
        <Typography sx={{ fontSize: '1.35rem' }}>{none}</Typography>
      ) : (
        places.map((place) => (
          <Box key={place.id} sx={{ mb: 2, borderLeft: 6, borderColor: 'primary.main', pl: 2 }}>
            <Typography sx={{ fontSize: '2.2rem', fontWeight: 750, lineHeight: 1.15 }}>{names.of(place.student)}</Typography>
            <Typography sx={{ fontSize: '1.35rem' }}>
              {names.of(place.vehicle)} with {names.of(place.instructor)}, until {endOfPlace(draft, place)}
            </Typography>
          </Box>
        ))
      )}
    </Box>
  )
}
