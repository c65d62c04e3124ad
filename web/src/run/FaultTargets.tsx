import { Box, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import { faultOf, severityNames, type LoggedFault, type OfferedFault } from '@ochote/core'
import { Target } from './Target'

interface FaultTargetsProps {
  offered: readonly OfferedFault[]
  /** what is logged already for this corner on this lap */
  logged: readonly LoggedFault[]
  disabled: boolean
  onFault: (code: string) => void
  /** null where nothing was logged at this corner before */
  again: (() => void) | null
  better: (() => void) | null
  lastCode: string | null
}

const Grid = styled('div')(({ theme }) => ({
  display: 'grid',
  gridTemplateColumns: 'repeat(3, minmax(0, 1fr))',
  gap: theme.spacing(0.75),
  [theme.breakpoints.down('sm')]: { gridTemplateColumns: 'repeat(2, minmax(0, 1fr))' },
}))

const marks = { 1: '●○○', 2: '●●○', 3: '●●●' } as const

/** Six faults, each in its own place; a second tap raises the severity. Again and better are always there. */
export function FaultTargets({ offered, logged, disabled, onFault, again, better, lastCode }: FaultTargetsProps) {
  const lastName = lastCode ? faultOf(lastCode)?.name : null
  return (
    <Box component="section" aria-label="What happened" sx={{ display: 'flex', flexDirection: 'column', gap: 0.75 }}>
      <Grid>
        {offered.map(({ code, likely }) => {
          const here = logged.find((f) => f.code === code)
          const name = faultOf(code)?.name ?? code
          return (
            <Target
              key={code}
              disabled={disabled}
              aria-pressed={here !== undefined}
              sx={{ minHeight: { xs: 70, sm: 80 }, fontSize: { xs: '1rem', sm: '1.12rem' } }}
              onClick={() => onFault(code)}
            >
              {name}
              <Typography component="span" variant="body2" sx={{ color: 'inherit', mt: 0.25 }}>
                {here ? `${marks[here.severity]} ${severityNames[here.severity]}` : likely ? `${code} · seen here` : code}
              </Typography>
            </Target>
          )
        })}
      </Grid>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75 }}>
        <Target disabled={disabled || again === null} onClick={() => again?.()}>
          Again
          <Typography component="span" variant="body2" sx={{ color: 'inherit' }}>
            {lastName ?? 'none here before'}
          </Typography>
        </Target>
        <Target tone="good" disabled={disabled || better === null} onClick={() => better?.()}>
          Better
          <Typography component="span" variant="body2" sx={{ color: 'inherit' }}>
            {lastName ?? 'none here before'}
          </Typography>
        </Target>
      </Box>
    </Box>
  )
}
