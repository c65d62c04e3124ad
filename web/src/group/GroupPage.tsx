import { Box, Button, FormControlLabel, LinearProgress, MenuItem, Switch, TextField, Typography } from '@mui/material'
import { SlideshowOutlined } from '@mui/icons-material'
import { useQuery } from '@tanstack/react-query'
import { useCallback, useMemo, useState } from 'react'
import { useParams } from 'react-router'
import type { DayView } from '@ochote/contracts'
import { groupDebrief, stintRecord, type GroupCornerTime } from '@ochote/core'
import { dayQuery } from '../api/queries'
import { count, longDay } from '../format/format'
import { Loaded } from '../problem/Loaded'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { useCornerNumbers } from '../stint/useCornerNumbers'
import { useDayLogs } from '../stintLog/useDayLogs'
import { GroupGrid } from './GroupGrid'
import { GroupLarge } from './GroupLarge'
import { GroupTime } from './GroupTime'
import { exampleWords, faultDetail, faultWords, groupSlides, sectionWords } from './groupSlides'
import { useGroupTime } from './useGroupTime'

/** The debrief of a whole group, for a day or one of its sessions. */
export function GroupPage() {
  const { dayId = '' } = useParams()
  const day = useQuery(dayQuery(dayId))
  return <Loaded query={day}>{(data) => <Group day={data} />}</Loaded>
}

const WHOLE_DAY = ''
const NOT_YET: readonly GroupCornerTime[] = []

function Group({ day }: { day: DayView }) {
  const { stints, isKnown } = useDayLogs(day)
  const corners = useCornerNumbers(day.circuit.id)
  const [sessionId, setSession] = useState(WHOLE_DAY)
  const [named, setNamed] = useState(false)
  const [isLarge, setLarge] = useState(false)
  const close = useCallback(() => setLarge(false), [])
  const session = day.sessions.find(({ id }) => id === sessionId)
  const own = useMemo(() => stints.filter(({ stint }) => !session || session.stintIds.includes(stint.id)), [stints, session])
  const timeState = useGroupTime(day, own, corners)
  // half of the group's laps are not the group's
  const times = timeState.isRead ? timeState.times : NOT_YET
  const students = useMemo(() => {
    const records = own.map(({ stint, log }) => ({ studentId: stint.studentId, record: stintRecord(log) }))
    const driven = records.filter(({ record }) => record.laps.length > 0)
    return [...new Set(driven.map(({ studentId }) => studentId))].map((id) => ({
      id,
      records: driven.filter(({ studentId }) => studentId === id).map(({ record }) => record),
    }))
  }, [own])
  const group = useMemo(() => groupDebrief(students, corners), [students, corners])
  const realName = (id: string) => day.people.find((one) => one.id === id)?.name ?? 'someone'
  // a number stays with its student while names are hidden
  const shownName = (id: string) => (named ? realName(id) : `Student ${students.findIndex((one) => one.id === id) + 1}`)
  const nameOf = named ? realName : null
  const mayBeShown = (id: string) => day.people.some((one) => one.id === id && one.mayBeShown)
  const slides = groupSlides(group, nameOf, mayBeShown, times)
  if (!isKnown) return <LinearProgress aria-label="Loading" />
  if (isLarge && slides.length > 0) return <GroupLarge slides={slides} named={named} onNamed={setNamed} onClose={close} />
  return (
    <Page
      title="Debrief: the group"
      caution
      actions={
        <>
          {day.sessions.length > 0 && (
            <TextField
              select
              size="small"
              hiddenLabel
              value={sessionId}
              slotProps={{ select: { 'aria-label': 'Which stints', displayEmpty: true } }}
              sx={{ minWidth: 200 }}
              onChange={(e) => setSession(e.target.value)}
            >
              <MenuItem value={WHOLE_DAY}>The whole day</MenuItem>
              {day.sessions.map(({ id, name, startsAt }) => (
                <MenuItem key={id} value={id}>
                  {startsAt} {name}
                </MenuItem>
              ))}
            </TextField>
          )}
          <FormControlLabel control={<Switch checked={named} onChange={(_, checked) => setNamed(checked)} />} label="Names" />
          <Button variant="contained" startIcon={<SlideshowOutlined />} disabled={slides.length === 0} onClick={() => setLarge(true)}>
            Large screen
          </Button>
        </>
      }
    >
      <Typography color="text.secondary">
        {longDay(day.date)} · {count(group.driven, 'student')}, {count(group.laps, 'timed lap')}. Faults and praise come from the logs, time
        from recorded laps. Ask before you name someone in front of the others.
      </Typography>
      {group.corners.length === 0 ? (
        <EmptyState title="Nothing logged yet">What the group has in common appears here once faults are logged.</EmptyState>
      ) : (
        <Box
          sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,6fr) minmax(0,5fr)' }, columnGap: 4, rowGap: 3 }}
        >
          <Box component="section" aria-labelledby="in-common">
            <Typography id="in-common" variant="h2">
              What they have in common
            </Typography>
            {group.common.length === 0 && (
              <Typography color="text.secondary">Nothing was logged of two students at one corner, and nothing unsafe.</Typography>
            )}
            <Box component="ol" sx={{ pl: 2.5, my: 1, display: 'grid', gap: 1 }}>
              {group.common.map((fault) => (
                <li key={`${fault.corner} ${fault.code}`}>
                  <strong>{faultWords(fault)}</strong>
                  <Typography variant="body2">
                    {faultDetail(fault, nameOf)}.
                    {fault.goodExamples.length > 0 &&
                      ` A good example: ${exampleWords(fault.goodExamples, nameOf, mayBeShown)}, praised there.`}
                  </Typography>
                </li>
              ))}
            </Box>
          </Box>
          <Box component="section" aria-labelledby="next-session">
            <Typography id="next-session" variant="h2">
              Sections for the next session
            </Typography>
            {group.sections.length === 0 && <Typography color="text.secondary">None stands out.</Typography>}
            <Box component="ol" sx={{ pl: 2.5, my: 1, display: 'grid', gap: 1 }}>
              {group.sections.map((section) => {
                const { name, why } = sectionWords(section, nameOf, times)
                return (
                  <li key={name}>
                    <strong>{name}</strong>
                    <Typography variant="body2">Why: {why}.</Typography>
                  </li>
                )
              })}
            </Box>
          </Box>
          <Box component="section" aria-labelledby="by-corner" sx={{ gridColumn: '1 / -1' }}>
            <Typography id="by-corner" variant="h2">
              Corner by corner
            </Typography>
            <GroupGrid corners={group.corners} studentIds={students.map(({ id }) => id)} nameOf={shownName} />
          </Box>
        </Box>
      )}
      <GroupTime state={timeState} studentIds={students.map(({ id }) => id)} nameOf={shownName} />
    </Page>
  )
}
