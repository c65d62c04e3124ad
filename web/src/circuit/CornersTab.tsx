import { CallMerge, CallSplit } from '@mui/icons-material'
import { Box, Button, IconButton, Stack, Tooltip, Typography } from '@mui/material'
import { v4 as uuid } from 'uuid'
import type { CircuitDocument } from '@ochote/contracts'
import { cornersOf, placeAt, toLonLat, wrapStation, type Corner, type Track } from '@ochote/core'
import { count, metres } from '../format/format'
import { outOfBounds, typedNumber } from '../forms/numbers'
import { CommitField } from '../forms/CommitField'
import { joined, renumbered, split, withCorners } from './cornerEdits'
import { added, type DocumentFeature } from './documentEdits'

interface CornersTabProps {
  document: CircuitDocument
  track: Track | null
  onChange: (document: CircuitDocument) => void
}

/** Corners as they are driven: numbered, named, joined, split, with their ends; and boards before them. */
export function CornersTab({ document, track, onChange }: CornersTabProps) {
  if (!track) return <Typography>Corners are found once the track can be used.</Typography>
  const corners = cornersOf(track)
  const write = (next: readonly Corner[]) => onChange(withCorners(document, track, next))
  return (
    <Stack sx={{ gap: 1 }}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center' }}>
        <Typography variant="h2">{count(corners.length, 'corner')}</Typography>
        <Button size="small" disabled={corners.length === 0} onClick={() => write(renumbered(corners))}>
          Number from 1
        </Button>
      </Stack>
      <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {corners.map((corner, i) => (
          <Stack component="li" key={`${corner.number}-${corner.startM}`} sx={{ gap: 1, py: 1, borderBottom: 1, borderColor: 'divider' }}>
            <Stack direction="row" sx={{ gap: 1, alignItems: 'center' }}>
              <CommitField
                label="Number"
                sx={{ width: 88 }}
                required
                wrong={(text) => (text.trim() === '' ? 'it can’t be empty' : null)}
                value={corner.number}
                most={6}
                onTake={(number) => write(corners.map((c, k) => (k === i ? { ...c, number } : c)))}
              />
              <CommitField
                label="Name"
                sx={{ flex: 1 }}
                value={corner.name}
                most={60}
                onTake={(name) => write(corners.map((c, k) => (k === i ? { ...c, name } : c)))}
              />
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
                label="From, m"
                value={corner.startM}
                track={track}
                onTake={(startM) => write(corners.map((c, k) => (k === i ? { ...c, startM } : c)))}
              />
              <StationField
                label="To, m"
                value={corner.endM}
                track={track}
                onTake={(endM) => write(corners.map((c, k) => (k === i ? { ...c, endM } : c)))}
              />
              <Typography variant="body2" color="text.secondary">
                {corner.direction}
              </Typography>
              <Button size="small" onClick={() => onChange(withBoards(document, track, corner))}>
                Boards 150, 100, 50
              </Button>
            </Stack>
          </Stack>
        ))}
      </Box>
      <Typography variant="caption" color="text.secondary">
        Boards go on the outside, that many metres before the corner begins ({metres(BOARD_OUT_M)} from the edge). Move each one to where it
        really stands.
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
    const stationM = wrapStation(track, corner.startM - before)
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

interface StationFieldProps {
  label: string
  value: number
  track: Track
  onTake: (stationM: number) => void
}

function StationField({ label, value, track, onTake }: StationFieldProps) {
  return (
    <CommitField
      label={label}
      sx={{ width: 92 }}
      most={8}
      numeric
      required
      value={value.toFixed(0)}
      wrong={(text) => outOfBounds(text, 0, track.lengthM)}
      onTake={(text) => onTake(wrapStation(track, typedNumber(text)))}
    />
  )
}
