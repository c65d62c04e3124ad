import { CallMerge, CallSplit } from '@mui/icons-material'
import { Box, Button, IconButton, Stack, Tooltip, Typography } from '@mui/material'
import { v4 as uuid } from 'uuid'
import type { CircuitDocument } from '@ochote/contracts'
import { useState, type FocusEvent } from 'react'
import { cornersOf, placeAt, stationsApart, toLonLat, wrapStation, type Corner, type Track } from '@ochote/core'
import { count, distance } from '../format/format'
import { unitSet } from '../format/units'
import { lengthOutOfBounds, lengthText, typedLength, withLength } from '../forms/lengths'
import { CommitField } from '../forms/CommitField'
import { joined, renumbered, split, withCorners } from './cornerEdits'
import { added, type DocumentFeature } from './documentEdits'

interface CornersTabProps {
  document: CircuitDocument
  track: Track | null
  /** the number of the corner that is chosen on the map */
  chosen?: string | null
  onChange: (document: CircuitDocument) => void
}

/** Corners as they are driven: numbered, named, joined, split, with their ends; and boards before them. */
export function CornersTab({ document, track, chosen = null, onChange }: CornersTabProps) {
  /** the rows' order while one of them is typed in: a row goes to its new place in the lap when the list is left */
  const [order, setOrder] = useState<readonly string[] | null>(null)
  if (!track) return <Typography>Corners are found once the track can be used.</Typography>
  const corners = cornersOf(track)
  const place = ({ number }: Corner) => (order?.includes(number) ? order.indexOf(number) : corners.length)
  const rows = order ? [...corners].sort((a, b) => place(a) - place(b)) : corners
  const leave = ({ currentTarget, relatedTarget }: FocusEvent) => {
    if (!currentTarget.contains(relatedTarget)) setOrder(null)
  }
  const write = (next: readonly Corner[]) => onChange(withCorners(document, track, next))
  return (
    <Stack sx={{ gap: 1 }}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center' }}>
        <Typography variant="h2">{count(corners.length, 'corner')}</Typography>
        <Button size="small" disabled={corners.length === 0} onClick={() => write(renumbered(corners))}>
          Number from 1
        </Button>
      </Stack>
      <Box
        component="ol"
        sx={{ listStyle: 'none', p: 0, m: 0 }}
        onFocus={() => setOrder(order ?? corners.map((c) => c.number))}
        onBlur={leave}
      >
        {rows.map((corner, row) => {
          const i = corners.indexOf(corner)
          const change = (part: Partial<Corner>) => write(corners.map((c, k) => (k === i ? { ...c, ...part } : c)))
          return (
            <Stack
              component="li"
              key={row}
              aria-current={corner.number === chosen ? 'true' : undefined}
              sx={{
                gap: 1,
                p: 1,
                borderBottom: 1,
                borderColor: 'divider',
                bgcolor: corner.number === chosen ? 'action.selected' : undefined,
              }}
            >
              <Stack direction="row" sx={{ gap: 1, alignItems: 'center' }}>
                <CommitField
                  label="Number"
                  sx={{ width: 88 }}
                  required
                  wrong={(text) => (text.trim() === '' ? 'it can’t be empty' : null)}
                  value={corner.number}
                  most={6}
                  onTake={(number) => {
                    setOrder(order?.map((one) => (one === corner.number ? number : one)) ?? null)
                    change({ number })
                  }}
                />
                <CommitField label="Name" sx={{ flex: 1 }} value={corner.name} most={60} onTake={(name) => change({ name })} />
                <Tooltip title={`Join with corner ${corners[i + 1]?.number ?? ''}`}>
                  <span>
                    <IconButton
                      size="small"
                      aria-label={`Join corner ${corner.number} with the next`}
                      disabled={i === corners.length - 1}
                      onClick={() => write(joined(corners, i))}
                    >
                      <CallMerge />
                    </IconButton>
                  </span>
                </Tooltip>
                <Tooltip title="Split in two">
                  <IconButton size="small" aria-label={`Split corner ${corner.number}`} onClick={() => write(split(track, corners, i))}>
                    <CallSplit />
                  </IconButton>
                </Tooltip>
              </Stack>
              <Stack direction="row" sx={{ gap: 1, alignItems: 'center' }}>
                <StationField
                  label="From"
                  value={corner.startM}
                  track={track}
                  wrong={(startM) => wrongStretch(track, startM, corner.endM, `before its end at ${distance(corner.endM)}`)}
                  onTake={(startM) => change({ startM })}
                />
                <StationField
                  label="To"
                  value={corner.endM}
                  track={track}
                  wrong={(endM) => wrongStretch(track, corner.startM, endM, `after its start at ${distance(corner.startM)}`)}
                  onTake={(endM) => change({ endM })}
                />
                <Typography variant="body2" color="text.secondary">
                  {corner.direction}
                </Typography>
                <Button size="small" onClick={() => onChange(withBoards(document, track, corner))}>
                  Boards 150, 100, 50
                </Button>
              </Stack>
            </Stack>
          )
        })}
      </Box>
      <Typography variant="caption" color="text.secondary">
        Boards go on the outside, 150, 100 and 50 {unitSet().length} before the corner begins and {distance(BOARD_OUT_M)} from the edge.
        Move each one to where it really stands.
      </Typography>
    </Stack>
  )
}

const BOARDS_M = [150, 100, 50] as const
const BOARD_OUT_M = 2

/** Distance boards before a corner, outside. */
function withBoards(document: CircuitDocument, track: Track, corner: Corner): CircuitDocument {
  const side = corner.direction === 'left' ? 'right' : 'left'
  return BOARDS_M.reduce((doc, before) => {
    const stationM = wrapStation(track, corner.startM - before * unitSet().lengthM)
    const i = Math.min(track.count - 1, Math.round(stationM / track.stepM))
    const out = (side === 'left' ? track.halfLeftM[i]! : track.halfRightM[i]!) + BOARD_OUT_M
    const place = placeAt(track, stationM, side === 'left' ? out : -out)
    const { lon, lat } = toLonLat(track.circuit.frame, place.x, place.y)
    const board: DocumentFeature = {
      type: 'Feature',
      id: uuid(),
      properties: { role: 'landmark', kind: 'board', name: String(before), side },
      geometry: { type: 'Point', coordinates: [lon, lat] },
    }
    return added(doc, board)
  }, document)
}

/** What is wrong with a corner of these ends: no corner ends before it starts, or goes on for half a lap. */
function wrongStretch(track: Track, startM: number, endM: number, expected: string): string | null {
  const lengthM = track.closed ? stationsApart(track, startM, endM) : endM - startM
  const isCorner = lengthM > 0 && lengthM <= track.lengthM / 2
  return isCorner ? null : `expected a place ${expected}, by half a lap at most`
}

interface StationFieldProps {
  label: string
  value: number
  track: Track
  /** what is wrong with a station on the track */
  wrong: (stationM: number) => string | null
  onTake: (stationM: number) => void
}

function StationField({ label, value, track, wrong, onTake }: StationFieldProps) {
  return (
    <CommitField
      label={withLength(label)}
      sx={{ width: 92 }}
      most={8}
      numeric
      required
      value={lengthText(value, 0)}
      wrong={(text) => {
        const beyond = lengthOutOfBounds(text, 0, track.lengthM)
        if (beyond !== null) return beyond
        const never = wrong(typedLength(text))
        return never && `found ${text}, ${never}`
      }}
      onTake={(text) => onTake(wrapStation(track, typedLength(text)))}
    />
  )
}
