import { Box, Link, Typography } from '@mui/material'
import { Link as RouterLink } from 'react-router'
import type { DayView } from '@ochote/contracts'
import { stagePath } from '../shell/stages'
import type { LoggedStint } from '../stintLog/useDayLogs'
import { notReady } from './readiness'

/** What the day still lacks, each a link to where it is put right. */
export function Missing({ day, stints }: { day: DayView; stints: readonly LoggedStint[] }) {
  const missing = notReady(day, stints)
  return (
    <Box component="section" aria-labelledby="missing">
      <Typography id="missing" variant="h2">
        Not ready yet
      </Typography>
      {missing.length === 0 ? (
        <Typography color="text.secondary">Everyone is briefed, and every driven stint is debriefed.</Typography>
      ) : (
        <Box component="ul" sx={{ pl: 2.5, my: 0.5, columns: { sm: 2, md: 1, lg: 2 } }}>
          {missing.map((m) => (
            <li key={m.id}>
              <Link component={RouterLink} to={stagePath(day.id, m.stage, m.openId)}>
                {m.text}
              </Link>
            </li>
          ))}
        </Box>
      )}
    </Box>
  )
}
