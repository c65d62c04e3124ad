import { ArrowBack, FileDownloadOutlined, PrintOutlined } from '@mui/icons-material'
import {
  Box,
  Button,
  Checkbox,
  Stack,
  Table,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import type { DayView, MarkerScheme, Plan } from '@ochote/contracts'
import { OUTSIDE_EDGE_M, stockTotals, type Cone, type MarkedPlan } from '@ochote/core'
import { circuitQuery } from '../../api/queries'
import { distanceNumber, distanceUnit, fineDistance, longDay } from '../../format/format'
import { DutyMark } from '../../cones/DutyMark'
import { saveFile } from '../../device/saveFile'
import { Page } from '../../shell/Page'
import { stagePath } from '../../shell/stages'
import { placingCsv, placingGeoJson, placingGpx } from './placingFiles'
import { edgeWords, isUsualPlace, markerWords, markName, placingList, roundStart, type Stop } from './placingList'

interface PlacingListProps {
  day: DayView
  plan: Plan
  marked: MarkedPlan
  scheme: MarkerScheme
}

/** The marks in the order of one drive round, to put them out by their places or to pick them up and count them. */
export function PlacingList({ day, plan, marked: { solution, cones }, scheme }: PlacingListProps) {
  const [use, setUse] = useState<'put out' | 'pick up'>('put out')
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const circuit = useQuery(circuitQuery(plan.circuitId))
  const stops = useMemo(() => placingList(solution, cones, scheme), [solution, cones, scheme])
  const name = `${day.date} ${plan.name} placing list`
  const save = (text: string, type: string, extension: string) => saveFile(new Blob([text], { type }), `${name}.${extension}`)
  const tick = (id: string) => {
    const next = new Set(ticked)
    if (!next.delete(id)) next.add(id)
    setTicked(next)
  }
  return (
    <Page
      title={use === 'put out' ? 'Placing list' : 'Pick-up list'}
      caution
      actions={
        <Stack direction="row" className="no-print" sx={{ gap: 1, flexWrap: 'wrap' }}>
          <Button component={Link} to={stagePath(day.id, 'plan', plan.id)} startIcon={<ArrowBack />}>
            Plan
          </Button>
          <Button startIcon={<PrintOutlined />} onClick={() => window.print()}>
            Print
          </Button>
          <Button startIcon={<FileDownloadOutlined />} onClick={() => save(placingCsv(stops), 'text/csv;charset=utf-8', 'csv')}>
            CSV
          </Button>
          <Button startIcon={<FileDownloadOutlined />} onClick={() => save(placingGpx(stops, plan.name), 'application/gpx+xml', 'gpx')}>
            GPX
          </Button>
          <Button
            startIcon={<FileDownloadOutlined />}
            disabled={!circuit.data}
            onClick={() =>
              circuit.data &&
              save(JSON.stringify(placingGeoJson(stops, circuit.data.document), null, 1), 'application/geo+json', 'circuit.geojson')
            }
          >
            GeoJSON
          </Button>
        </Stack>
      }
    >
      <Stack direction="row" sx={{ gap: 3, flexWrap: 'wrap', alignItems: 'center' }}>
        <ToggleButtonGroup
          exclusive
          size="small"
          color="primary"
          className="no-print"
          aria-label="What the list is for"
          value={use}
          onChange={(_e, next: typeof use | null) => next && setUse(next)}
        >
          <ToggleButton value="put out" sx={{ textTransform: 'none' }}>
            Put out
          </ToggleButton>
          <ToggleButton value="pick up" sx={{ textTransform: 'none' }}>
            Pick up
          </ToggleButton>
        </ToggleButtonGroup>
        <Typography>
          <strong>{plan.name}</strong>, {day.circuit.name}, {longDay(day.date)}. One drive round from {roundStart(solution.track).name}, in
          the direction of driving. Wheel: along the lap from the mark before. Marks stand {fineDistance(OUTSIDE_EDGE_M)} outside the
          painted edge unless it says otherwise.
        </Typography>
      </Stack>
      <Totals cones={cones} scheme={scheme} />
      <Box sx={{ overflowX: 'auto' }}>
        <Table size="small" aria-label={use === 'put out' ? 'Marks to put out' : 'Marks to pick up'}>
          <TableHead>
            <TableRow>
              {[
                'Done',
                '#',
                'Mark',
                'Markers',
                `Wheel, ${distanceUnit()}`,
                'Where',
                ...(use === 'put out' ? ['Edge', 'GPS (lat, lon)', 'Remark'] : ['Picked up so far']),
              ].map((head) => (
                <TableCell key={head}>{head}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {stops.map((stop, i) => (
              <StopRow
                key={stop.cone.id}
                stop={stop}
                scheme={scheme}
                use={use}
                soFar={stops.slice(0, i + 1).reduce((sum, s) => sum + s.count, 0)}
                ticked={ticked.has(stop.cone.id)}
                onTick={() => tick(stop.cone.id)}
              />
            ))}
          </TableBody>
        </Table>
      </Box>
    </Page>
  )
}

interface StopRowProps {
  stop: Stop
  scheme: MarkerScheme
  use: 'put out' | 'pick up'
  soFar: number
  ticked: boolean
  onTick: () => void
}

function StopRow({ stop, scheme, use, soFar, ticked, onTick }: StopRowProps) {
  const { cone, order } = stop
  return (
    <TableRow sx={{ textDecoration: ticked ? 'line-through' : 'none', breakInside: 'avoid' }}>
      <TableCell padding="checkbox">
        <Checkbox checked={ticked} onChange={onTick} slotProps={{ input: { 'aria-label': `Mark ${order}, ${markName(cone)}, done` } }} />
      </TableCell>
      <TableCell>{order}</TableCell>
      <TableCell sx={{ whiteSpace: 'nowrap' }}>
        <Stack direction="row" sx={{ gap: 1, alignItems: 'center' }}>
          <svg width={18} height={18} viewBox="-9 -9 18 18" aria-hidden>
            <DutyMark duty={cone.duty} scheme={scheme} />
          </svg>
          <strong>{markName(cone)}</strong>
        </Stack>
      </TableCell>
      <TableCell sx={{ whiteSpace: 'nowrap' }}>{markerWords(stop)}</TableCell>
      <TableCell align="right">{stop.fromLastM === null ? '–' : distanceNumber(stop.fromLastM)}</TableCell>
      <TableCell>{cone.foundBy}</TableCell>
      {use === 'put out' ? (
        <>
          <TableCell>{isUsualPlace(cone) ? cone.side : edgeWords(cone)}</TableCell>
          <TableCell sx={{ whiteSpace: 'nowrap' }}>
            {cone.lat.toFixed(6)}, {cone.lon.toFixed(6)}
          </TableCell>
          <TableCell>{[cone.note, cone.remark].filter(Boolean).join('. ')}</TableCell>
        </>
      ) : (
        <TableCell>{soFar}</TableCell>
      )}
    </TableRow>
  )
}

/** Markers by colour, and where the stock is short. */
function Totals({ cones, scheme }: { cones: readonly Cone[]; scheme: MarkerScheme }) {
  return (
    <Stack component="ul" direction="row" aria-label="Markers by colour" sx={{ listStyle: 'none', p: 0, m: 0, gap: 3, flexWrap: 'wrap' }}>
      {stockTotals(cones, scheme).map(({ colour, hex, needed, inStock }) => (
        <Stack component="li" key={colour} direction="row" sx={{ gap: 1, alignItems: 'center' }}>
          <Box component="span" aria-hidden sx={{ width: 12, height: 12, bgcolor: hex, border: 1, borderColor: 'text.primary' }} />
          <Typography variant="body2" color={needed > inStock ? 'error' : 'text.primary'}>
            {needed} {colour}, {inStock} in stock{needed > inStock ? `: ${needed - inStock} short` : ''}
          </Typography>
        </Stack>
      ))}
    </Stack>
  )
}
