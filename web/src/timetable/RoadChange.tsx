import { Box, Button, Stack, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { daySchema, roadStates, stintViewSchema, type DayView, type RoadState, type Stint } from '@ochote/contracts'
import { onOtherRoad, roadFrom, roadOfPlan, type OnOtherRoad } from '@ochote/core'
import { askAgain } from '../api/askAgain'
import { request } from '../api/request'
import { count } from '../format/format'
import { ProblemNotice } from '../problem/ProblemNotice'

interface RoadChangeProps {
  day: DayView
  /** when the road changed */
  at: string
  onDone: () => void
}

/** The road from a time on, and the stints that go on another plan for it. */
export function RoadChange({ day, at, onDone }: RoadChangeProps) {
  const [road, setRoad] = useState<RoadState>('wet')
  const hours = roadFrom(day.hours, at, road)
  const stints = day.stints.map(({ stint }) => stint).filter((stint) => stint.startsAt >= at)
  const others = onOtherRoad(stints, day.plans, hours)
  const moves = others.flatMap(({ stint, to }) => (to ? [{ stint, to: to.id }] : []))
  const say = useSayRoad(day, onDone)
  const nameOf = (id: string) => day.people.find((person) => person.id === id)?.name ?? ''
  return (
    <Stack sx={{ gap: 1.5 }}>
      <ToggleButtonGroup
        exclusive
        size="small"
        aria-label="The road from then on"
        value={road}
        onChange={(_e, next: RoadState | null) => next && setRoad(next)}
      >
        {roadStates.map((one) => (
          <ToggleButton key={one} value={one}>
            {one}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      {say.error && <ProblemNotice error={say.error} />}
      <Typography>
        {others.length === 0
          ? `Every stint from ${at} is on a plan for such a road.`
          : `${count(others.length, 'stint')} from ${at} ${others.length === 1 ? 'is' : 'are'} on a plan for another road:`}
      </Typography>
      {others.length > 0 && (
        <Box component="ul" aria-label="Stints on a plan for another road" sx={{ my: 0, pl: 2.5 }}>
          {others.map((one) => (
            <li key={one.stint.id}>{sentence(one, nameOf(one.stint.studentId))}</li>
          ))}
        </Box>
      )}
      <Button variant="contained" disabled={say.isPending} sx={{ alignSelf: 'flex-start' }} onClick={() => say.mutate({ hours, moves })}>
        {moves.length === 0 ? `Set the road to ${road}` : `Set the road to ${road} and change ${count(moves.length, 'plan')}`}
      </Button>
    </Stack>
  )
}

function sentence({ stint, plan, to }: OnOtherRoad, student: string): string {
  const who = `${stint.startsAt} ${student}`
  if (!to) return `${who} stays on “${plan.name}”, for a ${roadOfPlan(plan.setup)} road: there is no other plan for the type.`
  const again = stint.briefedAt === null ? '' : ' Brief them again.'
  return `${who} goes from “${plan.name}” to “${to.name}”.${again}`
}

/** Stores the day's road, then each stint on its other plan. Where one is refused, those before it are stored. */
function useSayRoad(day: DayView, onDone: () => void) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async ({ hours, moves }: { hours: DayView['hours']; moves: readonly { stint: Stint; to: string }[] }) => {
      const { name, date, circuitId, weather, version } = day
      await request(daySchema, `/api/days/${day.id}`, {
        method: 'PUT',
        body: { day: { name, date, circuitId, weather, hours }, fromVersion: version },
      })
      for (const { stint, to } of moves) {
        const { studentId, instructorId, carId, otherTypesCones, plannedLaps, startsAt } = stint
        const draft = { planId: to, studentId, instructorId, carId, otherTypesCones, plannedLaps, startsAt }
        await request(stintViewSchema, `/api/stints/${stint.id}`, { method: 'PUT', body: { stint: draft, fromVersion: stint.version } })
      }
    },
    onSuccess: onDone,
    onSettled: () => Promise.all([askAgain(client, ['days']), askAgain(client, ['stints'])]),
  })
}
