import { Redo, Undo } from '@mui/icons-material'
import { Box, Button, FormControlLabel, IconButton, Stack, Switch, TextField, Tooltip, Typography, useTheme } from '@mui/material'
import { pointer } from 'd3-selection'
import { useMemo, useReducer, useRef, useState, type PointerEvent } from 'react'
import { Link } from 'react-router'
import type { CircuitDocument } from '@ochote/contracts'
import { circuitFromDocument, localFrame, sampleTrack, toLocal, toLonLat } from '@ochote/core'
import { history, startHistory, type History, type HistoryAction } from '../../history/history'
import { useUndoKeys } from '../../history/useUndoKeys'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { useSize } from '../../ribbon/useSize'
import { Page } from '../../shell/Page'
import { ScaleBar } from '../ScaleBar'
import { useAddCircuit } from './useAddCircuit'

/** A place on the sheet, metres east and north of its middle. */
interface Spot {
  readonly x: number
  readonly y: number
}

const spotHistory = (state: History<readonly Spot[]>, action: HistoryAction<readonly Spot[]>) => history(state, action)
const FEWEST = 4

const fields = [
  { key: 'across', label: 'The sheet is wide, m', least: 50, most: 20_000 },
  { key: 'lat', label: 'Its middle lies at latitude, °', least: -85, most: 85 },
  { key: 'lon', label: 'and longitude, °', least: -180, most: 180 },
  { key: 'left', label: 'Track to the left of the line, m', least: 1, most: 60 },
  { key: 'right', label: 'and to the right, m', least: 1, most: 60 },
] as const
type Key = (typeof fields)[number]['key']
type Typed = Record<Key, string>

const numberOf = (text: string) => (text.trim() === '' ? NaN : Number(text.replace(',', '.')))

/** A circuit drawn on an empty sheet of a known width: its centreline, click by click. */
export function DrawPage() {
  const [name, setName] = useState('')
  const [typed, setTyped] = useState<Typed>({ across: '800', lat: '0', lon: '-30', left: '5', right: '5' })
  const [closed, setClosed] = useState(true)
  const [state, dispatch] = useReducer(spotHistory, [], startHistory)
  const undo = () => dispatch({ type: 'undo' })
  const redo = () => dispatch({ type: 'redo' })
  useUndoKeys(undo, redo)
  const add = useAddCircuit()
  const values = Object.fromEntries(fields.map(({ key }) => [key, numberOf(typed[key])])) as Record<Key, number>
  const wrong = fields.filter(({ key, least, most }) => !(values[key] >= least && values[key] <= most))
  const spots = state.present
  const put = () => add.mutate(documentOf(name.trim(), spots, closed, values))
  return (
    <Page
      title="Draw a circuit"
      caution
      actions={
        <Button component={Link} to="/shelf/circuits">
          Circuits
        </Button>
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '320px minmax(0, 1fr)' }, gap: 4 }}>
        <Stack sx={{ gap: 2 }}>
          <Typography color="text.secondary">
            Click along the middle of the track in the direction of driving, from the start line on: closer together in bends. Points can be
            taken hold of. Everything else is put on afterwards.
          </Typography>
          <TextField
            label="Name of the circuit"
            size="small"
            required
            value={name}
            onChange={(e) => setName(e.target.value)}
            slotProps={{ htmlInput: { maxLength: 80 } }}
          />
          {fields.map(({ key, label, least, most }) => {
            const bad = wrong.some((w) => w.key === key)
            return (
              <TextField
                key={key}
                size="small"
                label={label}
                value={typed[key]}
                error={bad}
                helperText={bad ? `found ${typed[key] || 'nothing'}, expected ${least} to ${most}` : undefined}
                slotProps={{ htmlInput: { inputMode: 'decimal' } }}
                onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
              />
            )
          })}
          <FormControlLabel control={<Switch checked={closed} onChange={(_e, on) => setClosed(on)} />} label="It comes back to the start" />
          {add.error && <ProblemNotice error={add.error} />}
          <Button
            variant="contained"
            disabled={spots.length < FEWEST || name.trim() === '' || wrong.length > 0 || add.isPending}
            onClick={put}
          >
            Put it on the shelf
          </Button>
          {spots.length < FEWEST && (
            <Typography variant="caption" color="text.secondary">
              {spots.length} of at least {FEWEST} points.
            </Typography>
          )}
        </Stack>
        <Stack sx={{ minWidth: 0, gap: 0.5 }}>
          <Stack direction="row" sx={{ flexShrink: 0 }}>
            <Tooltip title="Undo (Ctrl+Z)">
              <span>
                <IconButton aria-label="Undo" disabled={state.past.length === 0} onClick={undo}>
                  <Undo />
                </IconButton>
              </span>
            </Tooltip>
            <Tooltip title="Redo (Ctrl+Shift+Z)">
              <span>
                <IconButton aria-label="Redo" disabled={state.future.length === 0} onClick={redo}>
                  <Redo />
                </IconButton>
              </span>
            </Tooltip>
          </Stack>
          <Sheet
            spots={spots}
            closed={closed}
            acrossM={values.across >= 50 ? values.across : 800}
            trackM={values.left > 0 && values.right > 0 ? values.left + values.right : 10}
            onChange={(to) => dispatch({ type: 'change', to })}
          />
        </Stack>
      </Box>
    </Page>
  )
}

function documentOf(
  name: string,
  spots: readonly Spot[],
  closed: boolean,
  { lat, lon, left, right }: Record<Key, number>,
): CircuitDocument {
  const frame = localFrame(lon, lat)
  const coordinates = spots.map(({ x, y }) => {
    const p = toLonLat(frame, x, y)
    return [Math.round(p.lon * 1e9) / 1e9, Math.round(p.lat * 1e9) / 1e9]
  })
  return {
    type: 'FeatureCollection',
    ochote: { format: 'circuit', version: 1, name },
    features: [
      {
        type: 'Feature',
        properties: { role: 'centreline', closed, widthLeft: left, widthRight: right },
        geometry: { type: 'LineString', coordinates: closed ? [...coordinates, coordinates[0]!] : coordinates },
      },
    ],
  }
}

interface SheetProps {
  spots: readonly Spot[]
  closed: boolean
  acrossM: number
  trackM: number
  onChange: (spots: readonly Spot[]) => void
}

/** Lines of the grid are about so many pixels apart. */
const GRID_PX = 60

function Sheet({ spots, closed, acrossM, trackM, onChange }: SheetProps) {
  const { tokens } = useTheme()
  const { ref, width, height } = useSize<HTMLDivElement>()
  const svg = useRef<SVGSVGElement>(null)
  const held = useRef<number | null>(null)
  const [moving, setMoving] = useState<readonly Spot[] | null>(null)
  const pxPerM = Math.max(0.001, width / acrossM)
  const gridM = 10 ** Math.round(Math.log10(GRID_PX / pxPerM))
  const lines = (extentPx: number) => {
    const half = Math.floor(extentPx / pxPerM / 2 / gridM)
    return Array.from({ length: 2 * half + 1 }, (_, i) => (i - half) * gridM)
  }
  const shown = moving ?? spots
  const px = ({ x, y }: Spot) => ({ x: width / 2 + x * pxPerM, y: height / 2 - y * pxPerM })
  const spotOf = (event: PointerEvent): Spot => {
    const [x, y] = pointer(event.nativeEvent, svg.current)
    return { x: (x - width / 2) / pxPerM, y: (height / 2 - y) / pxPerM }
  }
  // as it will be driven: a curve through the points, once there are enough for one
  const curve = useMemo(() => {
    if (shown.length < FEWEST) return null
    const read = circuitFromDocument(
      documentOf('sheet', shown, closed, { lat: 0, lon: 0, left: trackM / 2, right: trackM / 2, across: acrossM }),
    )
    if (!read.ok) return null
    const { x, y, circuit } = sampleTrack(read.value, Math.max(2, acrossM / 400))
    const middle = toLonLat(circuit.frame, 0, 0)
    const away = toLocal(localFrame(0, 0), middle.lon, middle.lat)
    return Array.from(x, (v, i): Spot => ({ x: v + away.x, y: y[i]! + away.y }))
  }, [shown, closed, trackM, acrossM])
  const drawn = curve ?? shown
  const d =
    drawn.map((s, i) => `${i === 0 ? 'M' : 'L'}${px(s).x.toFixed(1)},${px(s).y.toFixed(1)}`).join('') +
    (closed && drawn.length > 2 ? 'Z' : '')
  return (
    <Box
      ref={ref}
      sx={{
        position: 'relative',
        height: { xs: 360, md: 540 },
        border: 1,
        borderColor: 'divider',
        touchAction: 'none',
        userSelect: 'none',
      }}
    >
      <svg
        ref={svg}
        width={width}
        height={height}
        role="group"
        aria-label={`Sheet of ${acrossM} m, north up: click to add a point`}
        style={{ cursor: 'crosshair' }}
        onPointerDown={(e) => {
          if (e.button === 0 && held.current === null) onChange([...spots, spotOf(e)])
        }}
      >
        {lines(width).map((m) => (
          <line
            key={`x${m}`}
            x1={width / 2 + m * pxPerM}
            x2={width / 2 + m * pxPerM}
            y1={0}
            y2={height}
            stroke={tokens.hairline}
            strokeWidth={0.7}
          />
        ))}
        {lines(height).map((m) => (
          <line
            key={`y${m}`}
            x1={0}
            x2={width}
            y1={height / 2 - m * pxPerM}
            y2={height / 2 - m * pxPerM}
            stroke={tokens.hairline}
            strokeWidth={0.7}
          />
        ))}
        <path d={d} fill="none" stroke={tokens.asphalt} strokeWidth={trackM * pxPerM} strokeLinejoin="round" />
        <path d={d} fill="none" stroke={tokens.edge} strokeWidth={1.2} />
        {shown.map((spot, i) => (
          <circle
            key={i}
            cx={px(spot).x}
            cy={px(spot).y}
            r={i === 0 ? 7 : 5}
            fill={i === 0 ? tokens.action : tokens.raised}
            stroke={tokens.action}
            strokeWidth={2}
            style={{ cursor: 'move' }}
            onPointerDown={(e) => {
              e.stopPropagation()
              e.currentTarget.setPointerCapture(e.pointerId)
              held.current = i
            }}
            onPointerMove={(e) => {
              if (held.current === i) setMoving(spots.map((s, k) => (k === i ? spotOf(e) : s)))
            }}
            onPointerUp={() => {
              held.current = null
              if (moving) onChange(moving)
              setMoving(null)
            }}
          >
            <title>{i === 0 ? 'Start line' : `Point ${i + 1}`}</title>
          </circle>
        ))}
      </svg>
      <ScaleBar pxPerM={pxPerM} />
    </Box>
  )
}
