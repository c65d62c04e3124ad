import { Box, Stack, Typography } from '@mui/material'

/** A recording, chosen from the device. */
export function FileField({ label, onFile }: { label: string; onFile: (file: File | null) => void }) {
  return (
    <Stack sx={{ gap: 0.5 }}>
      <Typography component="label" variant="body2">
        {label}
        <Box
          component="input"
          type="file"
          accept=".gpx,.csv,application/gpx+xml,text/csv"
          sx={{ display: 'block', mt: 0.5, font: 'inherit' }}
          onChange={(e) => onFile((e.target as HTMLInputElement).files?.[0] ?? null)}
        />
      </Typography>
    </Stack>
  )
}
