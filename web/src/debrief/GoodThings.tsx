import { Add, Close } from '@mui/icons-material'
import { Box, Button, Chip, IconButton, Stack, TextField, Typography } from '@mui/material'

interface GoodThingsProps {
  good: readonly string[]
  /** what the log offers */
  offered: readonly string[]
  /** @param of - the line that is typed in */
  onChange: (good: string[], of?: string) => void
}

const MOST = 6
const MOST_OFFERED = 4

/** What was good: said first. */
export function GoodThings({ good, offered, onChange }: GoodThingsProps) {
  const left = offered.filter((text) => !good.includes(text)).slice(0, MOST_OFFERED)
  return (
    <Box component="section" aria-labelledby="good">
      <Typography id="good" variant="h2" sx={{ mb: 1 }}>
        What was good
      </Typography>
      <Stack sx={{ gap: 1 }}>
        {good.map((text, i) => (
          <Stack key={i} direction="row" sx={{ gap: 0.5 }}>
            <TextField
              size="small"
              fullWidth
              hiddenLabel
              value={text}
              slotProps={{ htmlInput: { 'aria-label': `Good, ${i + 1}`, maxLength: 200 } }}
              onChange={(e) =>
                onChange(
                  good.map((g, k) => (k === i ? e.target.value : g)),
                  `good ${i}`,
                )
              }
            />
            <IconButton aria-label={`Remove: ${text}`} onClick={() => onChange(good.filter((_, k) => k !== i))}>
              <Close />
            </IconButton>
          </Stack>
        ))}
        {good.length < MOST && (
          <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
            {left.map((text) => (
              <Chip
                key={text}
                label={text}
                icon={<Add />}
                variant="outlined"
                sx={{ height: 'auto', minHeight: 32, '& .MuiChip-label': { whiteSpace: 'normal' } }}
                onClick={() => onChange([...good, text])}
              />
            ))}
            <Button size="small" startIcon={<Add />} onClick={() => onChange([...good, ''])}>
              Your own
            </Button>
          </Stack>
        )}
      </Stack>
    </Box>
  )
}
