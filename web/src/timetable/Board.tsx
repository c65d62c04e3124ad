import { DndContext, MouseSensor, TouchSensor, useDroppable, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core'
import { Box, Typography } from '@mui/material'
import { useState, type ReactNode } from 'react'
import type { Day, TimetableDraft, TimetablePlace } from '@ochote/contracts'
import { clockTimeOf, minutesOf } from '@ochote/core'
import { BoardStint } from './BoardStint'
import { movedStart, withPlace, type ColumnKind } from './moves'
import type { Names } from './names'

interface BoardProps {
  draft: TimetableDraft
  names: Names
  columns: ColumnKind
  /** what is wrong with each place, in words */
  wrong: ReadonlyMap<string, readonly string[]>
  driven: ReadonlySet<string>
  chosen: string | null
  /** the road of the day, from a time on */
  hours: Day['hours']
  onChoose: (id: string) => void
  onChange: (draft: TimetableDraft) => void
}

/** Height of a minute, px: a stint of 15 minutes holds two lines. */
export const PX_PER_MIN = 2.6
const HOUR = 60

/** A day's stints to scale: time runs down, and each car, instructor or student has a column. */
export function Board({ draft, names, columns, wrong, driven, chosen, hours: roads, onChoose, onChange }: BoardProps) {
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 200, tolerance: 8 } }),
  )
  const [carried, setCarried] = useState<string | null>(null)
  const from = Math.floor(minutesOf(draft.startsAt) / HOUR) * HOUR
  const height = (minutesOf(draft.endsAt) - from) * PX_PER_MIN
  const listed = { vehicle: draft.vehicles, instructor: draft.instructors, student: draft.students }[columns].map((one) => one.id)
  const all = [...listed, ...new Set(draft.places.map((place) => place[columns]).filter((id) => !listed.includes(id)))]
  const groupOf = (place: TimetablePlace) => draft.students.find((s) => s.id === place.student)?.group ?? null
  const drop = ({ active, delta, over }: DragEndEvent) => {
    const place = draft.places.find((one) => one.id === active.id)
    if (!place || driven.has(place.id)) return
    const column = over && columns !== 'student' ? { [columns]: String(over.id) } : {}
    onChange(withPlace(draft, place.id, { startsAt: movedStart(draft, place.startsAt, delta.y / PX_PER_MIN), ...column }))
    onChoose(place.id)
  }
  /** Arrow keys move the chosen stint: up and down in time, left and right to the next column. */
  const move = (place: TimetablePlace, minutes: number, sideways: number) => {
    if (driven.has(place.id)) return
    const at = all.indexOf(place[columns]) + sideways
    if (sideways !== 0) setCarried(place.id)
    const column = columns !== 'student' && sideways !== 0 && all[at] !== undefined ? { [columns]: all[at] } : {}
    onChange(withPlace(draft, place.id, { startsAt: movedStart(draft, place.startsAt, minutes), ...column }))
  }
  const hours = Array.from({ length: Math.ceil((minutesOf(draft.endsAt) - from) / HOUR) + 1 }, (_, k) => from + k * HOUR)
  const top = (time: string) => (minutesOf(time) - from) * PX_PER_MIN
  return (
    <DndContext sensors={sensors} autoScroll={AT_EDGES} onDragEnd={drop} accessibility={{ screenReaderInstructions: { draggable: KEYS } }}>
      <Box
        sx={{ overflow: 'auto', maxHeight: { md: 'calc(100vh - 250px)' }, minHeight: 320, border: 1, borderColor: 'divider' }}
        tabIndex={0}
        role="region"
        aria-label="Board"
      >
        <Box sx={{ display: 'flex', minWidth: 'fit-content' }}>
          <Box sx={{ width: 52, flexShrink: 0, position: 'sticky', left: 0, zIndex: 3, bgcolor: 'background.paper', pt: `${HEAD}px` }}>
            <Box sx={{ position: 'relative', height }}>
              {hours.map((t) => (
                <Typography
                  key={t}
                  variant="caption"
                  color="text.secondary"
                  sx={{ position: 'absolute', top: (t - from) * PX_PER_MIN - 8, right: 6 }}
                >
                  {clockTimeOf(t)}
                </Typography>
              ))}
              {roads
                // the road that holds as the board begins stands at its top
                .filter((one, k) => top(one.from) <= height && (k + 1 === roads.length || top(roads[k + 1]!.from) > 0))
                .map((one) => (
                  <Typography
                    key={one.from}
                    variant="caption"
                    title={`The road from ${one.from}: ${one.road}. ${one.forecast}`}
                    sx={{ position: 'absolute', top: Math.max(0, top(one.from)) + 6, right: 6, fontWeight: 650 }}
                  >
                    {one.road}
                  </Typography>
                ))}
            </Box>
          </Box>
          {all.map((id) => (
            <Column key={id} id={id} name={names.of(id)} height={height}>
              {hours.map((t) => (
                <Box
                  key={t}
                  sx={{ position: 'absolute', top: (t - from) * PX_PER_MIN, left: 0, right: 0, borderTop: 1, borderColor: 'divider' }}
                />
              ))}
              {draft.pauses.map((pause) => (
                <Box
                  key={pause.from}
                  sx={{
                    position: 'absolute',
                    left: 0,
                    right: 0,
                    top: top(pause.from),
                    height: top(pause.to) - top(pause.from),
                    bgcolor: 'action.hover',
                  }}
                />
              ))}
              {draft.places
                .filter((place) => place[columns] === id)
                .sort((a, b) => minutesOf(a.startsAt) - minutesOf(b.startsAt))
                .map((place) => (
                  <BoardStint
                    key={place.id}
                    {...{ draft, place, names, columns }}
                    top={top(place.startsAt)}
                    group={groupOf(place)}
                    wrong={wrong.get(place.id) ?? []}
                    isDriven={driven.has(place.id)}
                    isChosen={chosen === place.id}
                    isCarried={carried === place.id}
                    onChoose={() => onChoose(place.id)}
                    onMove={(minutes, sideways) => move(place, minutes, sideways)}
                    onFix={() => onChange(withPlace(draft, place.id, { isFixed: !place.isFixed }))}
                  />
                ))}
            </Column>
          ))}
        </Box>
      </Box>
    </DndContext>
  )
}

const HEAD = 36
/** The board scrolls only while a stint is held at its very edge. */
const AT_EDGES = { threshold: { x: 0.05, y: 0.06 } }
const KEYS = 'Arrow keys move the stint in time and to the next column. F fixes it.'

function Column({ id, name, height, children }: { id: string; name: string; height: number; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id })
  return (
    <Box
      ref={setNodeRef}
      role="group"
      aria-label={name}
      sx={{
        flex: '1 0 132px',
        maxWidth: 240,
        minWidth: 0,
        borderLeft: 1,
        borderColor: 'divider',
        bgcolor: isOver ? 'action.hover' : 'transparent',
      }}
    >
      <Box
        sx={{
          height: HEAD,
          px: 1,
          display: 'flex',
          alignItems: 'center',
          position: 'sticky',
          top: 0,
          zIndex: 2,
          bgcolor: 'background.paper',
          borderBottom: 1,
          borderColor: 'divider',
        }}
      >
        <Typography noWrap sx={{ fontWeight: 700 }} title={name}>
          {name}
        </Typography>
      </Box>
      <Box sx={{ position: 'relative', height }}>{children}</Box>
    </Box>
  )
}
