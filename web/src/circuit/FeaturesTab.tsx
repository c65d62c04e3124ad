import { DeleteOutlined } from '@mui/icons-material'
import { Box, Button, Stack, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import type { CircuitDocument } from '@ochote/contracts'
import { nearestOnTrack, toLocal, type LocalFrame, type Track } from '@ochote/core'
import { distance } from '../format/format'
import { featuresIn, placesOf, removed, roleOf, withProperties, type DocumentFeature } from './documentEdits'
import { DrawNew } from './DrawNew'
import { FeatureForm } from './FeatureForm'
import { featureName, type Addable } from './roleFields'

interface FeaturesTabProps {
  document: CircuitDocument
  frame: LocalFrame
  track: Track | null
  selected: number | null
  onSelect: (index: number | null) => void
  onChange: (document: CircuitDocument) => void
  onAdd: (addable: Addable) => void
}

/** Everything on the map except the track and its corners: a table, a form for the selected one, and what can be added. */
export function FeaturesTab({ document, frame, track, selected, onSelect, onChange, onAdd }: FeaturesTabProps) {
  const features = featuresIn(document)
  const listed = features
    .map((feature, index) => ({ feature, index, stationM: stationOf(feature, frame, track) }))
    .filter(({ feature }) => roleOf(feature) !== 'centreline' && roleOf(feature) !== 'corner')
    .sort((a, b) => (a.stationM ?? 0) - (b.stationM ?? 0))
  const chosen = selected === null ? undefined : features[selected]
  return (
    <Stack sx={{ gap: 2 }}>
      <DrawNew onAdd={onAdd} />
      {chosen && selected !== null && roleOf(chosen) !== 'centreline' && roleOf(chosen) !== 'corner' && (
        <Box component="section" aria-label="The chosen feature">
          <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between' }}>
            <Typography variant="h2">{featureName(chosen.properties)}</Typography>
            <Button
              size="small"
              color="inherit"
              startIcon={<DeleteOutlined />}
              onClick={() => {
                onSelect(null)
                onChange(removed(document, selected))
              }}
            >
              Remove
            </Button>
          </Stack>
          <FeatureForm key={selected} feature={chosen} onSet={(set) => onChange(withProperties(document, selected, set))} />
        </Box>
      )}
      {listed.length === 0 ? (
        <Typography variant="body2" color="text.secondary">
          Nothing beside the track yet. Start with run-off, kerbs, boards and posts: marks are described by them, and room is measured to
          them.
        </Typography>
      ) : (
        <Table size="small" aria-label="On the map">
          <TableHead>
            <TableRow>
              <TableCell>What</TableCell>
              <TableCell align="right">At</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {listed.map(({ feature, index, stationM }) => (
              <TableRow key={index} selected={index === selected} hover sx={{ cursor: 'pointer' }} onClick={() => onSelect(index)}>
                <TableCell>
                  <Button
                    size="small"
                    color="inherit"
                    sx={{ textTransform: 'none', p: 0, minWidth: 0, textAlign: 'left', justifyContent: 'flex-start' }}
                  >
                    {featureName(feature.properties)}
                  </Button>
                </TableCell>
                <TableCell align="right">{stationM === null ? '' : distance(stationM)}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
    </Stack>
  )
}

/** Where along the lap a feature begins; null while the track is refused. */
function stationOf(feature: DocumentFeature, frame: LocalFrame, track: Track | null): number | null {
  const place = placesOf(feature)[0]
  if (!track || !place) return null
  const p = toLocal(frame, place[0]!, place[1]!)
  return nearestOnTrack(track, p.x, p.y).stationM
}
