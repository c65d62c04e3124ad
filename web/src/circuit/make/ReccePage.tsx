import { Alert, Box, Button, FormControlLabel, LinearProgress, Stack, Switch, Typography } from '@mui/material'
import { useState } from 'react'
import { Link } from 'react-router'
import { count, fineDistance, lapLength } from '../../format/format'
import { TextLine } from '../../forms/TextLine'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { Page } from '../../shell/Page'
import { FileButton } from '../../forms/FileButton'
import { LengthField } from './LengthField'
import { RecceMap } from './RecceMap'
import { useAddCircuit } from './useAddCircuit'
import { INSET_M, useRecce, WIDTH_M, type RecceDrive } from './useRecce'

const RECORDINGS = '.gpx,.csv,application/gpx+xml,text/csv'

/** A circuit made from a slow drive with a recorder: laps averaged, start line and direction chosen on the map. */
export function ReccePage() {
  const [name, setName] = useState('')
  const { drive, change, made } = useRecce()
  const { byEdges, widths, reversed } = drive
  const width = (to: Partial<RecceDrive['widths']>) => change({ widths: { ...widths, ...to } })
  const add = useAddCircuit()
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
            control={<Switch checked={byEdges} onChange={(_e, on) => change({ byEdges: on })} />}
            label="Measure widths from two edge drives"
          />
          <FileButton
            label={byEdges ? 'Recording along the left edge' : 'Recording'}
            accept={RECORDINGS}
            named
            onFile={(driven) => change({ driven })}
          />
          {byEdges ? (
            <>
              <FileButton label="Recording along the right edge" accept={RECORDINGS} named onFile={(rightEdge) => change({ rightEdge })} />
              <LengthField
                bounds={INSET_M}
                label="Distance kept from the edge: half the vehicle and the gap"
                value={widths.inset}
                onChange={(inset) => width({ inset })}
              />
            </>
          ) : (
            <Stack direction="row" sx={{ gap: 1 }}>
              <LengthField bounds={WIDTH_M} label="Width to the left" value={widths.left} onChange={(left) => width({ left })} />
              <LengthField bounds={WIDTH_M} label="Width to the right" value={widths.right} onChange={(right) => width({ right })} />
            </Stack>
          )}
          <FormControlLabel
            control={<Switch checked={reversed} onChange={(_e, on) => change({ reversed: on })} />}
            label="Driven the other way round"
          />
          {answer && (
            <Alert severity={answer.circuit.spreadM > 3 ? 'warning' : 'info'}>
              {lapLength(answer.circuit.lengthM)}, {count(answer.circuit.laps, 'lap')} averaged and smoothed over {fineDistance(5)}; on
              average the laps are {fineDistance(answer.circuit.spreadM)} from the middle.
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
                <RecceMap answer={answer} onStart={(start) => change({ start })} />
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
