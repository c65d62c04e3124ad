import { AddLocationAltOutlined, DeleteOutlined, FlagOutlined } from '@mui/icons-material'
import { Button, Stack, Typography } from '@mui/material'
import type { CircuitDocument } from '@ochote/contracts'
import type { Track } from '@ochote/core'
import { count, lapLength, distance } from '../format/format'
import {
  centrelineIndex,
  featuresIn,
  isIn,
  placesOf,
  positionAdded,
  positionsRemoved,
  renamed,
  setAlong,
  setHeightAlong,
  startMoved,
  valuesOf,
  withProperties,
  type PerPosition,
  type Stretch,
} from './documentEdits'
import { numberText, outOfBounds, typedNumber } from '../forms/numbers'
import { lengthOutOfBounds, lengthText, typedLength, withLength } from '../forms/lengths'
import { CommitField } from '../forms/CommitField'
import { Profiles } from './Profiles'

const fields: readonly { key: PerPosition | 'height'; label: string; least: number; most: number; isLength?: true }[] = [
  { key: 'widthLeft', label: 'Width to the left edge', least: 0.5, most: 60, isLength: true },
  { key: 'widthRight', label: 'Width to the right edge', least: 0.5, most: 60, isLength: true },
  { key: 'crossfall', label: 'Crossfall, ° (falls to the left: positive)', least: -45, most: 45 },
  { key: 'grip', label: 'Grip; 1 is normal', least: 0.02, most: 3 },
  { key: 'height', label: 'Height', least: -1000, most: 10_000, isLength: true },
]

interface TrackTabProps {
  document: CircuitDocument
  track: Track | null
  stretch: Stretch
  onStretch: (stretch: Stretch) => void
  onChange: (document: CircuitDocument) => void
}

/** The track itself: name, widths, crossfall, grip and height along a stretch of its positions, and the positions. */
export function TrackTab({ document, track, stretch, onStretch, onChange }: TrackTabProps) {
  const index = centrelineIndex(document)
  const centreline = featuresIn(document)[index]
  if (!centreline) return <Typography>This file has no centreline.</Typography>
  const places = placesOf(centreline)
  const chosen = places.map((_, i) => i).filter((i) => isIn(stretch, i))
  const own = (key: PerPosition | 'height') => {
    const all = key === 'height' ? places.map((p) => p[2] ?? 0) : valuesOf(centreline, key)
    const values = chosen.map((i) => all[i]!)
    const [least, most] = [Math.min(...values), Math.max(...values)]
    return { least, most }
  }
  const closed = track?.closed ?? centreline.properties.closed !== false
  return (
    <Stack sx={{ gap: 1.5 }}>
      <CommitField
        label="Name of the circuit"
        value={document.ochote.name}
        most={80}
        required
        wrong={(text) => (text.trim() === '' ? 'it can’t be empty' : null)}
        onTake={(name) => onChange(renamed(document, name))}
      />
      {track && (
        <Typography variant="body2" color="text.secondary">
          {lapLength(track.lengthM)}, {closed ? 'closed' : 'open'}, {count(places.length, 'position')}
        </Typography>
      )}
      <Typography variant="h2">
        {chosen.length === places.length
          ? 'All positions'
          : chosen.length === 1
            ? `Position ${stretch.from + 1}`
            : `Positions ${stretch.from + 1} to ${stretch.to + 1}`}
      </Typography>
      <Typography variant="caption" color="text.secondary">
        Click a position on the map. To choose a stretch, hold Shift and click its end, in the direction of driving.
      </Typography>
      <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
        <Button size="small" onClick={() => onStretch({ from: 0, to: places.length - 1 })}>
          All
        </Button>
        <Button size="small" startIcon={<AddLocationAltOutlined />} onClick={() => onChange(positionAdded(document, stretch.to))}>
          Add one after
        </Button>
        <Button
          size="small"
          color="inherit"
          startIcon={<DeleteOutlined />}
          disabled={places.length - chosen.length < 4}
          onClick={() => {
            onChange(positionsRemoved(document, stretch))
            onStretch({ from: 0, to: 0 })
          }}
        >
          Remove
        </Button>
        {closed && stretch.from > 0 && (
          <Button
            size="small"
            startIcon={<FlagOutlined />}
            onClick={() => {
              onChange(startMoved(document, stretch.from))
              onStretch({ from: 0, to: 0 })
            }}
          >
            Start line here
          </Button>
        )}
      </Stack>
      {fields.map(({ key, label, least, most, isLength = false }) => {
        const now = own(key)
        return (
          <NumberAlong
            key={`${key}${stretch.from}-${stretch.to}`}
            label={label}
            isLength={isLength}
            least={least}
            most={most}
            now={now}
            onTake={(value) =>
              onChange(key === 'height' ? setHeightAlong(document, stretch, value) : setAlong(document, key, stretch, value))
            }
          />
        )
      })}
      <NumberAlong
        label="Rubbered band either side of the dry line"
        isLength
        least={0.1}
        most={30}
        now={{
          least: (centreline.properties.rubberedBand as number | undefined) ?? 3,
          most: (centreline.properties.rubberedBand as number | undefined) ?? 3,
        }}
        onTake={(value) => onChange(withProperties(document, index, { rubberedBand: value }))}
      />
      {track && <Profiles track={track} />}
      {track && (
        <Typography variant="caption" color="text.secondary">
          Lowest {distance(Math.min(...track.z))}, highest {distance(Math.max(...track.z))}.
        </Typography>
      )}
    </Stack>
  )
}

interface NumberAlongProps {
  label: string
  /** shown and typed in the school's unit of length */
  isLength: boolean
  least: number
  most: number
  now: { least: number; most: number }
  onTake: (value: number) => void
}

const PLACES = 3

/** One number for a stretch. Where it varies, the range is shown, and nothing changes until a number is typed. */
function NumberAlong({ label, isLength, least, most, now, onTake }: NumberAlongProps) {
  const same = now.least === now.most
  const shown = (value: number) => (isLength ? lengthText(value, PLACES) : numberText(Number(value.toFixed(PLACES))))
  return (
    <CommitField
      label={isLength ? withLength(label) : label}
      value={same ? shown(now.least) : ''}
      placeholder={same ? '' : `${shown(now.least)} to ${shown(now.most)}`}
      numeric
      wrong={(text) => (isLength ? lengthOutOfBounds(text, least, most) : outOfBounds(text, least, most))}
      onTake={(text) => text !== '' && onTake(isLength ? typedLength(text) : typedNumber(text))}
    />
  )
}
