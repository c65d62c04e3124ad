import { CheckCircleOutlined, ErrorOutlined, RadioButtonUnchecked } from '@mui/icons-material'
import { Alert, Box, Button, Stack, Typography } from '@mui/material'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuid } from 'uuid'
import { planSchema, type DayView, type MarkerScheme, type Plan } from '@ochote/contracts'
import { readiness, type MarkedPlan } from '@ochote/core'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'
import { clock, shortDay } from '../format/format'
import { useUnits } from '../format/units'
import { TextLine } from '../forms/TextLine'
import { ProblemNotice } from '../problem/ProblemNotice'
import type { PlanDraftState } from './usePlanDraft'

interface ReadyTabProps {
  day: DayView
  plan: Plan
  marked: MarkedPlan
  scheme: MarkerScheme
  state: PlanDraftState
}

/** The computed checklist of a plan, and its release, which stores the version that stints drive from then on. */
export function ReadyTab({ day, plan, marked, scheme, state }: ReadyTabProps) {
  const { draft, saving, version } = state
  const client = useQueryClient()
  const [by, setBy] = useState(plan.ready?.by ?? '')
  const mine = day.stints.filter((s) => s.stint.planId === plan.id)
  const units = useUnits()
  const items = readiness({
    marked,
    scheme,
    answers: draft.unsafeAnswers,
    students: mine.length,
    briefed: mine.filter((s) => s.stint.briefedAt !== null).length,
    units,
  })
  const open = items.filter((item) => item.must && !item.done)
  const mark = useMutation({
    mutationFn: () =>
      request(planSchema, `/api/plans/${plan.id}/versions`, { method: 'POST', body: { id: uuid(), by: by.trim(), fromVersion: version } }),
    onSuccess: (stored) =>
      client.setQueryData<DayView>(
        dayQuery(stored.dayId).queryKey,
        (file) => file && { ...file, plans: file.plans.map((p) => (p.id === stored.id ? stored : p)) },
      ),
  })
  const { ready } = plan
  const current = ready !== null && ready.version === version && saving === 'saved'
  return (
    <Box component="section" aria-labelledby="ready">
      <Typography id="ready" variant="h2" sx={{ mb: 1 }}>
        Before it can be used
      </Typography>
      <Stack component="ul" sx={{ listStyle: 'none', p: 0, m: 0, gap: 1 }}>
        {items.map((item) => (
          <Stack component="li" key={item.key} direction="row" sx={{ gap: 1, alignItems: 'flex-start' }}>
            {item.done ? (
              <CheckCircleOutlined color="success" titleAccess="done" />
            ) : item.must ? (
              <ErrorOutlined color="error" titleAccess="must be done" />
            ) : (
              <RadioButtonUnchecked color="warning" titleAccess="open" />
            )}
            <Typography variant="body2" color={item.done ? 'text.primary' : item.must ? 'error' : 'warning.main'}>
              {item.says}
            </Typography>
          </Stack>
        ))}
      </Stack>
      {ready && (
        <Alert severity={current ? 'success' : 'info'} sx={{ mt: 2 }}>
          Version {ready.version} was released by {ready.by}, {shortDay(ready.at)} {clock(ready.at)}.
          {current
            ? ' Every stint of this plan drives it. What you change from here on is tried out beside it.'
            : ' It is what stints drive. What you see here is a draft beside it: release it, or drop it.'}
        </Alert>
      )}
      {!current && (
        <Stack sx={{ gap: 1, mt: 2 }}>
          <TextLine label="Name" required value={by} most={80} onText={setBy} />
          <Button
            variant="contained"
            disabled={open.length > 0 || by.trim() === '' || saving !== 'saved' || mark.isPending}
            onClick={() => mark.mutate()}
          >
            Release version {version}
          </Button>
          <Typography variant="caption" color="text.secondary">
            {open.length > 0
              ? 'It can be released once every unsafe finding has an answer.'
              : 'A released version is stored with its circuit, vehicle and markers, and is what stints drive until another is released.'}
          </Typography>
          {mark.error && <ProblemNotice error={mark.error} />}
        </Stack>
      )}
      <Typography variant="caption" color="text.secondary" component="p" sx={{ mt: 2 }}>
        {ready ? 'From' : 'Until a version is released, stints drive the plan as it stands. From'} its first logged entry, a stint keeps the
        version that it was driven on.
      </Typography>
    </Box>
  )
}
