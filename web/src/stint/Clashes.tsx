import { Box, Typography } from '@mui/material'

/** What a stint needs that is out already, said while the stint is made. Nothing where nothing clashes. */
export function Clashes({ clashes }: { clashes: readonly string[] }) {
  return (
    <Box role="status">
      {clashes.map((words) => (
        <Typography key={words} color="error" sx={{ fontWeight: 600 }}>
          {words}
        </Typography>
      ))}
    </Box>
  )
}
