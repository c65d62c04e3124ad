import { DeleteOutlined, KeyboardArrowLeft, KeyboardArrowRight, LockOpenOutlined, LockOutlined, Undo } from '@mui/icons-material'
import { Box, Button, ButtonBase, IconButton, Stack, Tooltip, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import type { ReactNode } from 'react'
import type { MarkerScheme } from '@ochote/contracts'
import type { Moved, Cone } from '@ochote/core'
import { CommitField } from '../forms/CommitField'
import { distance, fineDistance, speed } from '../format/format'
import { DutyMark } from '../cones/DutyMark'

interface ConeListProps {
  cones: readonly Cone[]
  scheme: MarkerScheme
  selected: string | null
  onSelect: (id: string | null) => void
  /** moves a cone along the lap, metres */
  onNudge: (id: string, alongM: number) => void
  onPutBack: (id: string) => void
  onLock: (id: string, on: boolean) => void
  onRemark: (id: string, remark: string) => void
  onTakeAway: (id: string) => void
  /** the effect of the selected mark */
  effect?: (cone: Cone) => ReactNode
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
  const along = Math.abs(alongM) < 0.5 ? null : `${distance(Math.abs(alongM))} ${alongM > 0 ? 'later' : 'earlier'}`
  const across = Math.abs(acrossM) < 0.1 ? null : `${fineDistance(Math.abs(acrossM))} further ${acrossM > 0 ? 'left' : 'right'}`
  const parts = [along, across].filter((p) => p !== null)
  return parts.length === 0 ? 'As computed' : `${parts.join(' and ')} than computed`
}

/** The marks of a corner, or of the lap: how each is found, and how far it was moved by hand. */
export function ConeList({ cones, scheme, selected, onSelect, onNudge, ...hands }: ConeListProps) {
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
                {cone.locked && <LockOutlined titleAccess="locked" sx={{ fontSize: 14, ml: 0.5, verticalAlign: '-2px' }} />}
              </Typography>
              {(cone.note || cone.moved || cone.remark || cone.by === 'hand') && (
                <Typography variant="caption" color={cone.moved ? 'warning.main' : 'text.secondary'} component="p">
                  {[cone.by === 'hand' ? 'Added by hand' : '', cone.moved ? movedWords(cone.moved) : '', cone.note, cone.remark]
                    .filter(Boolean)
                    .join('. ')}
                </Typography>
              )}
            </Box>
          </Row>
          {cone.id === selected && <ConeHands cone={cone} onNudge={onNudge} {...hands} />}
        </li>
      ))}
    </Box>
  )
}

type ConeHandsProps = Pick<ConeListProps, 'onNudge' | 'onPutBack' | 'onLock' | 'onRemark' | 'onTakeAway' | 'effect'> & { cone: Cone }

/** The selected mark: its place, its effect, and what can be done to it. */
function ConeHands({ cone, onNudge, onPutBack, onLock, onRemark, onTakeAway, effect }: ConeHandsProps) {
  return (
    <Stack sx={{ pl: 4.5, pb: 1, gap: 0.5 }}>
      <Stack direction="row" sx={{ alignItems: 'center', gap: 0.5, flexWrap: 'wrap' }}>
        <Tooltip title="One metre earlier (←; with Shift, five)">
          <span>
            <IconButton size="small" aria-label="One metre earlier" disabled={cone.locked} onClick={() => onNudge(cone.id, -1)}>
              <KeyboardArrowLeft />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title="One metre later (→; with Shift, five)">
          <span>
            <IconButton size="small" aria-label="One metre later" disabled={cone.locked} onClick={() => onNudge(cone.id, 1)}>
              <KeyboardArrowRight />
            </IconButton>
          </span>
        </Tooltip>
        <Button
          size="small"
          startIcon={cone.locked ? <LockOpenOutlined /> : <LockOutlined />}
          onClick={() => onLock(cone.id, !cone.locked)}
        >
          {cone.locked ? 'Unlock' : 'Lock here'}
        </Button>
        {cone.moved && (
          <Button size="small" startIcon={<Undo />} onClick={() => onPutBack(cone.id)}>
            Put back
          </Button>
        )}
        <Button size="small" color="inherit" startIcon={<DeleteOutlined />} onClick={() => onTakeAway(cone.id)}>
          Remove
        </Button>
      </Stack>
      <CommitField label="Note for the person placing it" value={cone.remark} onTake={(remark) => onRemark(cone.id, remark)} />
      {effect?.(cone)}
      <Typography variant="caption" color="text.secondary">
        {speed(cone.speedMps)} planned · {fineDistance(Math.abs(cone.inFromEdgeM))} {cone.inFromEdgeM < 0 ? 'outside' : 'inside'} the edge ·{' '}
        {cone.lat.toFixed(6)}, {cone.lon.toFixed(6)}
      </Typography>
    </Stack>
  )
}
