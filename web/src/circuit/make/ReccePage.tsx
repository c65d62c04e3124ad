import { Alert, Box, Button, FormControlLabel, LinearProgress, Stack, Switch, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { count, kilometres } from '../../format/format'
import { outOfBounds, typedNumber } from '../../forms/numbers'
import { TextLine } from '../../forms/TextLine'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { Page } from '../../shell/Page'
import { recceInWorker } from '../../workers/fileReaders'
import { RecceMap } from './RecceMap'
import { useAddCircuit } from './useAddCircuit'

const WIDTH_M = { least: 1, most: 60 } as const
const INSET_M = { least: 0, most: 10 } as const

/** A circuit made from a slow drive with a recorder: laps averaged, start line and direction chosen on the map. */
export function ReccePage() {
  const [name, setName] = useState('')
  const [driven, setDriven] = useState<File | null>(null)
  const [rightEdge, setRightEdge] = useState<File | null>(null)
  const [byEdges, setByEdges] = useState(false)
  const [widths, setWidths] = useState({ left: '5', right: '5', inset: '1.2' })
  const [start, setStart] = useState<{ lon: number; lat: number } | null>(null)
  const [reversed, setReversed] = useState(false)
  const add = useAddCircuit()
  const [widthLeftM, widthRightM, insetM] = [widths.left, widths.right, widths.inset].map(typedNumber) as [number, number, number]
  const good = (text: string) => outOfBounds(text, WIDTH_M.least, WIDTH_M.most) === null
  const usable = byEdges
    ? rightEdge !== null && outOfBounds(widths.inset, INSET_M.least, INSET_M.most) === null
    : good(widths.left) && good(widths.right)
  const made = useQuery({
    queryKey: [
      'recce',
      driven?.name,
      driven?.size,
      driven?.lastModified,
      byEdges ? rightEdge?.name : null,
      byEdges ? rightEdge?.lastModified : null,
      widths,
      byEdges,
      start,
      reversed,
    ],
    queryFn: ({ signal }) =>
      recceInWorker(
        { name: 'New circuit', driven: driven!, rightEdge: byEdges ? rightEdge : null, widthLeftM, widthRightM, insetM, start, reversed },
        signal,
      ),
    enabled: driven !== null && usable,
    placeholderData: (before) => before,
    structuralSharing: false,
    retry: false,
    gcTime: 0,
  })
  const answer = made.data
  const put = () => {
    if (!answer) return
    const { document } = answer.circuit
    add.mutate({ ...document, ochote: { ...document.ochote, name: name.trim() } })
  }
  return (
    <Page
      title="A circuit from a recce drive"
      caution
      actions={
        <Button component={Link} to="/library/circuits">
          Circuits
        </Button>
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '360px minmax(0, 1fr)' }, gap: 4 }}>
        <Stack sx={{ gap: 2 }}>
          <Typography color="text.secondary">
            Drive slowly round in the middle of the track for two laps or more, with a recorder that writes GPX, or CSV with lat and lon. To
            measure widths, drive one lap along each edge instead.
          </Typography>
          <TextLine label="Name of the circuit" required value={name} most={80} onText={setName} />
          <FormControlLabel
            control={<Switch checked={byEdges} onChange={(_e, on) => setByEdges(on)} />}
            label="Measure widths from two edge drives"
          />
          <FileField label={byEdges ? 'Recording along the left edge' : 'Recording'} onFile={setDriven} />
          {byEdges ? (
            <>
              <FileField label="Recording along the right edge" onFile={setRightEdge} />
              <Metres
                bounds={INSET_M}
                label="Distance kept from the edge, m: half the vehicle and the gap"
                value={widths.inset}
                onChange={(inset) => setWidths({ ...widths, inset })}
              />
            </>
          ) : (
            <Stack direction="row" sx={{ gap: 1 }}>
              <Metres
                bounds={WIDTH_M}
                label="Width to the left, m"
                value={widths.left}
                onChange={(left) => setWidths({ ...widths, left })}
              />
              <Metres
                bounds={WIDTH_M}
                label="Width to the right, m"
                value={widths.right}
                onChange={(right) => setWidths({ ...widths, right })}
              />
            </Stack>
          )}
          <FormControlLabel
            control={<Switch checked={reversed} onChange={(_e, on) => setReversed(on)} />}
            label="Driven the other way round"
          />
          {answer && (
            <Alert severity={answer.circuit.spreadM > 3 ? 'warning' : 'info'}>
              {kilometres(answer.circuit.lengthM)}, {count(answer.circuit.laps, 'lap')} averaged and smoothed over 5 m; on average the laps
              are {answer.circuit.spreadM.toFixed(1)} m from the middle.
              {answer.circuit.leftOut > 0 && ` ${count(answer.circuit.leftOut, 'lap')} of another length left out.`}
            </Alert>
          )}
          {made.error && <ProblemNotice error={made.error} />}
          {add.error && <ProblemNotice error={add.error} />}
          <Button variant="contained" disabled={!answer || made.error !== null || name.trim() === '' || add.isPending} onClick={put}>
            Add to the shelf
          </Button>
        </Stack>
        <Box sx={{ minWidth: 0 }}>
          <Box sx={{ height: 3 }}>{made.isFetching && <LinearProgress aria-label="Reading the recording" sx={{ height: 3 }} />}</Box>
          {answer ? (
            <>
              <Typography variant="body2" color="text.secondary" sx={{ mb: 0.5 }}>
                Click where the start line is. The arrow shows the direction of driving.
              </Typography>
              <Box sx={{ height: { xs: 340, md: 520 } }}>
                <RecceMap answer={answer} onStart={setStart} />
              </Box>
            </>
          ) : (
            <Typography color="text.secondary">Choose a recording to see the track here.</Typography>
          )}
        </Box>
      </Box>
    </Page>
  )
}

function FileField({ label, onFile }: { label: string; onFile: (file: File | null) => void }) {
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

interface MetresProps {
  label: string
  value: string
  bounds: { least: number; most: number }
  onChange: (value: string) => void
}

function Metres({ label, value, bounds, onChange }: MetresProps) {
  const wrong = outOfBounds(value, bounds.least, bounds.most)
  return (
    <TextField
      size="small"
      label={label}
      value={value}
      error={wrong !== null}
      helperText={wrong ?? undefined}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      onChange={(e) => onChange(e.target.value)}
      sx={{ flex: 1 }}
    />
  )
}
