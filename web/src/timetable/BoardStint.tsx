import { useDraggable } from '@dnd-kit/core'
import { CheckOutlined, PushPinOutlined, WarningAmberOutlined } from '@mui/icons-material'
import { ButtonBase, Typography } from '@mui/material'
import type { KeyboardEvent } from 'react'
import type { TimetableDraft, TimetablePlace } from '@ochote/contracts'
import { endOfPlace, minutesOf } from '@ochote/core'
import { PX_PER_MIN } from './Board'
import type { ColumnKind } from './moves'
import type { Names } from './names'

interface BoardStintProps {
  draft: TimetableDraft
  place: TimetablePlace
  names: Names
  columns: ColumnKind
  top: number
  group: string | null
  wrong: readonly string[]
  isDriven: boolean
  isChosen: boolean
  /** brought to another column by a key: it keeps the focus there */
  isCarried: boolean
  onChoose: () => void
  onMove: (minutes: number, sideways: number) => void
  onFix: () => void
}

/** One stint on the board. Clashes, fixing and driving are said by signs and words besides colour. */
export function BoardStint(props: BoardStintProps) {
  const { draft, place, names, columns, top, group, wrong, isDriven, isChosen, isCarried, onChoose, onMove, onFix } = props
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: place.id, disabled: isDriven })
  const end = endOfPlace(draft, place)
  const height = (minutesOf(end) - minutesOf(place.startsAt)) * PX_PER_MIN
  const first = columns === 'student' ? names.of(place.vehicle) : names.of(place.student)
  const second =
    columns === 'vehicle' ? names.of(place.instructor) : columns === 'instructor' ? names.of(place.vehicle) : names.of(place.instructor)
  const keys = (event: KeyboardEvent) => {
    const steps: Partial<Record<string, () => void>> = {
      ArrowUp: () => onMove(-draft.gridMin, 0),
      ArrowDown: () => onMove(draft.gridMin, 0),
      ArrowLeft: () => onMove(0, -1),
      ArrowRight: () => onMove(0, 1),
      f: onFix,
    }
    const step = steps[event.key]
    if (!step || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    event.stopPropagation()
    onChoose()
    step()
  }
  const says = [
    `${place.startsAt} to ${end}, ${names.of(place.student)}, ${names.of(place.vehicle)}, ${names.of(place.instructor)}`,
    ...(group ? [`group ${group}`] : []),
    ...(isDriven ? ['driven'] : place.isFixed ? ['fixed'] : []),
    ...wrong,
  ]
  return (
    <ButtonBase
      ref={setNodeRef}
      {...listeners}
      autoFocus={isCarried}
      onClick={onChoose}
      onKeyDown={keys}
      aria-pressed={isChosen}
      aria-label={says.join('. ')}
      title={wrong.join(' ') || undefined}
      sx={{
        ...{ position: 'absolute', left: 3, right: 3, top, height: Math.max(18, height - 2) },
        ...{ display: 'block', textAlign: 'left', px: 0.75, py: 0.25, borderRadius: 0.5, overflow: 'hidden', touchAction: 'manipulation' },
        ...{
          bgcolor: isDriven ? 'action.selected' : 'background.default',
          border: 1,
          borderColor: wrong.length > 0 ? 'error.main' : 'text.secondary',
        },
        borderLeftWidth: 5,
        borderLeftStyle: group === null ? 'solid' : 'double',
        outline: isChosen ? '2px solid' : 'none',
        outlineColor: 'primary.main',
        zIndex: isDragging ? 5 : isChosen ? 2 : 1,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        cursor: isDriven ? 'default' : 'grab',
      }}
    >
      <Typography
        component="span"
        noWrap
        sx={{ display: 'flex', alignItems: 'center', gap: 0.5, fontSize: '0.8rem', fontWeight: 700, lineHeight: 1.25 }}
      >
        {wrong.length > 0 && <WarningAmberOutlined color="error" sx={{ fontSize: 15 }} />}
        {isDriven ? <CheckOutlined sx={{ fontSize: 14 }} /> : place.isFixed && <PushPinOutlined sx={{ fontSize: 14 }} />}
        {first}
      </Typography>
      <Typography component="span" noWrap sx={{ display: 'block', fontSize: '0.72rem', lineHeight: 1.25 }} color="text.secondary">
        {place.startsAt} {group ? `${group} · ` : ''}
        {second}
      </Typography>
    </ButtonBase>
  )
}
