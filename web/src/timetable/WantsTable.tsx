import { Box, Typography } from '@mui/material'
import type { FoundTimetable } from '@ochote/contracts'
import { wantWords } from './RulesAndWants'

const figure = (value: number) => (Number.isInteger(value) ? String(value) : value.toFixed(2))
const numbers = { fontVariantNumeric: 'tabular-nums', textAlign: 'right' } as const

/** What a timetable costs, want by want: its value times its weight. */
export function WantsTable({ wants, cost }: Pick<FoundTimetable, 'wants' | 'cost'>) {
  return (
    <Box
      role="table"
      aria-label="What it costs"
      sx={{ display: 'grid', gridTemplateColumns: 'minmax(0,1fr) auto', columnGap: 2, rowGap: 0.75 }}
    >
      {wants.map((want) => (
        <Box key={want.name} role="row" sx={{ display: 'contents' }}>
          <Box role="cell">
            <Typography variant="body2">{wantWords[want.name].name}</Typography>
            <Typography variant="caption" color="text.secondary">
              {figure(want.value)} {wantWords[want.name].unit} × {figure(want.weight)}
            </Typography>
          </Box>
          <Typography role="cell" sx={numbers}>
            {figure(want.cost)}
          </Typography>
        </Box>
      ))}
      <Box role="row" sx={{ display: 'contents' }}>
        <Typography role="cell" sx={{ fontWeight: 700 }}>
          Cost
        </Typography>
        <Typography role="cell" sx={{ ...numbers, fontWeight: 700 }}>
          {figure(cost)}
        </Typography>
      </Box>
    </Box>
  )
}
