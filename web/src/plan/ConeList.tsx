import { KeyboardArrowLeft, KeyboardArrowRight, Undo } from '@mui/icons-material'
import { Box, Button, ButtonBase, IconButton, Stack, Tooltip, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import type { MarkerScheme } from '@ochote/contracts'
import type { Moved, PlacedCone } from '@ochote/core'
import { speed } from '../format/format'
import { DutyMark } from '../marks/DutyMark'

interface ConeListProps {
  cones: readonly PlacedCone[]
  scheme: MarkerScheme
  selected: string | null
  onSelect: (id: string | null) => void
  /** moves a cone along the lap, metres */
  onNudge: (id: string, alongM: number) => void
  onPutBack: (id: string) => void
}

const Row = styled(ButtonBase)(({ theme }) => ({
  width: '100%',
  justifyContent: 'flex-start',
  textAlign: 'left',
  gap: theme.spacing(1),
  padding: theme.spacing(0.5, 0.75),
  borderRadius: theme.shape.borderRadius,
  '&[aria-pressed="true"]': { backgroundColor: theme.palette.action.selected },
}))

/** "8 m earlier and 0.4 m further left than computed" */
function movedWords({ alongM, acrossM }: Moved): string {
  const along = Math.abs(alongM) < 0.5 ? null : `${Math.abs(alongM).toFixed(0)} m ${alongM > 0 ? 'later' : 'earlier'}`
  const across = Math.abs(acrossM) < 0.1 ? null : `${Math.abs(acrossM).toFixed(1)} m further ${acrossM > 0 ? 'left' : 'right'}`
  const parts = [along, across].filter((p) => p !== null)
  return parts.length === 0 ? 'Where it is computed' : `${parts.join(' and ')} than computed`
}

/** The marks of a corner, or of the lap: how each is found, and how far it was moved by hand. */
export function ConeList({ cones, scheme, selected, onSelect, onNudge, onPutBack }: ConeListProps) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {cones.map((cone) => (
        <li key={cone.id}>
          <Row
            aria-pressed={cone.id === selected}
            onClick={() => onSelect(cone.id === selected ? null : cone.id)}
            onKeyDown={(e) => {
              const direction = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0
              if (direction === 0 || cone.id !== selected) return
              e.preventDefault()
              onNudge(cone.id, direction * (e.shiftKey ? 5 : 1))
            }}
          >
            <svg width={20} height={20} viewBox="-9 -9 18 18" aria-hidden>
              <DutyMark duty={cone.duty} scheme={scheme} />
            </svg>
            <Box sx={{ minWidth: 0 }}>
              <Typography variant="body2">
                <strong>
                  {cone.cornerNumber} {cone.duty}
                </strong>{' '}
                {cone.foundBy}, {cone.side}
              </Typography>
              {(cone.note || cone.moved) && (
                <Typography variant="caption" color={cone.moved ? 'warning.main' : 'text.secondary'} component="p">
                  {[cone.moved ? movedWords(cone.moved) : '', cone.note].filter(Boolean).join('. ')}
                </Typography>
              )}
            </Box>
          </Row>
          {cone.id === selected && (
            <Stack direction="row" sx={{ alignItems: 'center', pl: 4.5, pb: 0.75, gap: 0.5, flexWrap: 'wrap' }}>
              <Tooltip title="One metre earlier (←; Shift for five)">
                <IconButton size="small" aria-label="One metre earlier" onClick={() => onNudge(cone.id, -1)}>
                  <KeyboardArrowLeft />
                </IconButton>
              </Tooltip>
              <Tooltip title="One metre later (→; Shift for five)">
                <IconButton size="small" aria-label="One metre later" onClick={() => onNudge(cone.id, 1)}>
                  <KeyboardArrowRight />
                </IconButton>
              </Tooltip>
              {cone.moved && (
                <Button size="small" startIcon={<Undo />} onClick={() => onPutBack(cone.id)}>
                  Put it back
                </Button>
              )}
              <Typography variant="caption" color="text.secondary" sx={{ width: '100%' }}>
                {speed(cone.speedMps)} planned · {Math.abs(cone.inFromEdgeM).toFixed(1)} m {cone.inFromEdgeM < 0 ? 'outside' : 'inside'} the
                edge · {cone.lat.toFixed(6)}, {cone.lon.toFixed(6)}
              </Typography>
            </Stack>
          )}
        </li>
      ))}
    </Box>
  )
}
