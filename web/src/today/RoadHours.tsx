import { DeleteOutlined } from '@mui/icons-material'
import { Box, Button, IconButton, Stack, Typography } from '@mui/material'
import type { Day, DayDraft, RoadState } from '@ochote/contracts'
import { CommitField } from '../forms/CommitField'
import { SelectField } from '../forms/SelectField'
import { TextLine } from '../forms/TextLine'
import { wrongTime } from '../forms/times'

type Hours = DayDraft['hours']

const FIRST = '08:00'
const MOST = 24
const roads: readonly { id: RoadState; name: string }[] = [
  { id: 'dry', name: 'Dry' },
  { id: 'damp', name: 'Damp' },
  { id: 'wet', name: 'Wet' },
]
const inOrder = (hours: Hours): Hours => [...hours].sort((a, b) => a.from.localeCompare(b.from))
const hourAfter = (time: string) => `${String(Math.min(23, Number(time.slice(0, 2)) + 1)).padStart(2, '0')}:00`

/** The road and the forecast of a day, each from a time on. */
export function RoadHoursFields({ hours, onChange }: { hours: Hours; onChange: (hours: Hours) => void }) {
  const taken = (time: string, own: string) => time !== own && hours.some(({ from }) => from === time)
  const set = (at: number, change: Partial<Hours[number]>) =>
    onChange(inOrder(hours.map((one, k) => (k === at ? { ...one, ...change } : one))))
  const last = hours.at(-1)
  const next = last ? hourAfter(last.from) : FIRST
  return (
    <Stack component="fieldset" sx={{ gap: 1.5, border: 0, p: 0, m: 0 }}>
      <Typography component="legend" sx={{ fontWeight: 650, mb: 1 }}>
        Road and forecast
      </Typography>
      {hours.map(({ from, road, forecast }, k) => (
        <Stack key={from} role="group" aria-label={`From ${from}`} direction="row" sx={{ gap: 1, alignItems: 'flex-start' }}>
          <CommitField
            label="From"
            required
            value={from}
            wrong={(text) =>
              wrongTime(text.trim()) ?? (taken(text.trim(), from) ? `found ${text.trim()}, expected a time that is not listed yet` : null)
            }
            onTake={(time) => set(k, { from: time })}
            sx={{ width: 92 }}
          />
          <SelectField label="Road" value={road} options={roads} onChange={(id) => set(k, { road: id })} sx={{ width: 100 }} />
          <TextLine label="Forecast" value={forecast} most={80} onText={(text) => set(k, { forecast: text })} sx={{ flex: 1 }} />
          <IconButton aria-label={`Take ${from} off`} onClick={() => onChange(hours.filter((_, n) => n !== k))}>
            <DeleteOutlined />
          </IconButton>
        </Stack>
      ))}
      {hours.length < MOST && !taken(next, '') && (
        <Button
          sx={{ alignSelf: 'flex-start' }}
          onClick={() => onChange(inOrder([...hours, { from: next, road: last?.road ?? 'dry', forecast: '' }]))}
        >
          Add {next}
        </Button>
      )}
    </Stack>
  )
}

/** The road and the forecast of a day in a line, as far as anyone has said them. */
export function RoadLine({ hours }: Pick<Day, 'hours'>) {
  if (hours.length === 0) return null
  return (
    <Box
      component="ol"
      aria-label="Road and forecast"
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, listStyle: 'none', p: 0, m: 0, mb: 1 }}
    >
      {hours.map(({ from, road, forecast }) => (
        <li key={from}>
          <Typography component="span" sx={{ fontWeight: 650 }}>
            {from} {road} road
          </Typography>
          {forecast && (
            <Typography component="span" color="text.secondary">
              {' '}
              {forecast}
            </Typography>
          )}
        </li>
      ))}
    </Box>
  )
}
