import { Box, Typography } from '@mui/material'
import { nextCall, type PlanCallSheet, type PlanSolution, type StintRecord } from '@ochote/core'
import { differenceFrom } from '../format/format'
import type { LiveSource } from '../telemetry/liveSource'
import { useNow } from './useNow'
import { whereNow } from './whereNow'

interface NextCallBarProps {
  sheet: PlanCallSheet
  solution: PlanSolution
  record: StintRecord
  source: LiveSource
  /** every planned lap is driven */
  coolingDown: boolean
}

const EVERY_MS = 200
const COOL_DOWN = 'Cool-down: no brakes, high gear, on the line, then in'

/** The next call with its lead, large: what to say, and when to begin. It says how the place is known. */
export function NextCallBar({ sheet, solution, record, source, coolingDown }: NextCallBarProps) {
  const now = useNow(EVERY_MS, record.phase === 'running')
  const where = whereNow(solution, record, source.car(), now)
  const { lapTimeS } = solution.trace
  const next = where && !coolingDown ? nextCall(sheet, where.plannedS % lapTimeS, lapTimeS) : null
  const saying = next !== null && next.inS <= 0
  const about = next ? sheet.about[next.call.id] : undefined
  return (
    <Box
      component="section"
      aria-label="Next call"
      sx={{
        display: 'grid',
        gridTemplateColumns: 'auto minmax(0, 1fr)',
        columnGap: 2,
        alignItems: 'baseline',
        borderLeft: 6,
        borderColor: saying ? 'primary.main' : 'divider',
        pl: 1.5,
        // a longer call takes its second line from this space, so that nothing below moves from under a finger
        minHeight: { xs: 88, sm: 76 },
        alignContent: 'start',
      }}
    >
      <Typography sx={{ fontSize: { xs: '1.6rem', sm: '2rem' }, fontWeight: 800, minWidth: '3.2ch' }}>
        {next ? (saying ? 'Say' : `${Math.ceil(next.inS)} s`) : '–'}
      </Typography>
      <Typography sx={{ fontSize: { xs: '1.25rem', sm: '1.75rem' }, fontWeight: saying ? 800 : 600, lineHeight: 1.15 }}>
        {coolingDown ? COOL_DOWN : next ? next.call.text : sheet.calls.length === 0 ? 'No more calls' : 'Calls start with the first lap'}
      </Typography>
      <Typography color="text.secondary" sx={{ gridColumn: '2', fontSize: { xs: '0.9rem', sm: '1rem' }, lineHeight: 1.25 }}>
        {about ? `${about.cornerNumber ? `corner ${about.cornerNumber}, ` : ''}${about.verb} · ` : ''}
        {where ? where.words : 'no place yet: tap the line'}
        {where?.behindS != null && ` · ${differenceFrom(where.behindS, 'planned so far')}`}
      </Typography>
    </Box>
  )
}
