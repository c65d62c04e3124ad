import { Box, Button, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useCallback, useMemo, useState } from 'react'
import type { Day } from '@ochote/contracts'
import { groupTime } from '@ochote/core'
import { circuitsQuery, daysQuery } from '../../api/queries'
import { count } from '../../format/format'
import { ProblemNotice } from '../../problem/ProblemNotice'
import { partWords, secondsWords } from '../../reading/lostWords'
import { DayPasses, type PassesOfDay } from './DayPasses'
import { RecordSection } from './RecordSection'

interface CornerSecondsProps {
  /** the first and the last of the days to be read */
  from: string
  to: string
}

/** What the corners of each circuit cost in seconds. Recorded laps take a moment to read, so they are read only when asked for. */
export function CornerSeconds({ from, to }: CornerSecondsProps) {
  const days = useQuery(daysQuery)
  const circuits = useQuery(circuitsQuery)
  const [asked, setAsked] = useState<readonly string[]>([])
  const failed = [days, circuits].find(({ error }) => error !== null)
  if (failed?.error) return <ProblemNotice error={failed.error} onRetry={() => void failed.refetch()} />
  if (!days.data || !circuits.data) return null
  const own = days.data.filter(({ date }) => date >= from && date <= to)
  return [...new Set(own.map(({ circuitId }) => circuitId))].map((id) => {
    const name = circuits.data.find((circuit) => circuit.id === id)?.name ?? 'an archived circuit'
    const there = own.filter(({ circuitId }) => circuitId === id)
    return asked.includes(id) ? (
      <OfCircuit key={id} name={name} days={there} />
    ) : (
      <Box key={id}>
        <Button variant="outlined" onClick={() => setAsked([...asked, id])}>
          Work out what corners cost at {name}, from {count(there.length, 'day')}
        </Button>
      </Box>
    )
  })
}

interface OfCircuitProps {
  name: string
  days: readonly Day[]
}

function OfCircuit({ name, days }: OfCircuitProps) {
  const [read, setRead] = useState<ReadonlyMap<string, PassesOfDay>>(new Map())
  const onRead = useCallback((dayId: string, passes: PassesOfDay) => setRead((before) => new Map(before).set(dayId, passes)), [])
  const next = days.find(({ id }) => !read.has(id))
  const times = useMemo(() => {
    const students = joined([...read.values()].flatMap((day) => day.students))
    const corners = new Set(students.flatMap(({ passes }) => passes.map(({ places }) => places.corner.number)))
    return groupTime(students, [...corners])
  }, [read])
  if (next)
    return (
      <Box component="section" aria-label={`What corners cost: ${name}`}>
        <Typography variant="h2">What corners cost: {name}</Typography>
        <DayPasses key={next.id} dayId={next.id} onRead={onRead} />
      </Box>
    )
  return (
    <>
      <RecordSection
        title={`What corners cost: ${name}`}
        says="Seconds behind the plan that each drove, on a middle recorded lap of the middle student, up to the next corner."
        heads={['Corner', 'Seconds a lap', 'Most of it', 'Students']}
        rows={times.map(({ corner, lostS, part, students }) => [
          corner,
          secondsWords(lostS),
          lostS > 0 ? partWords[part] : '–',
          students.length,
        ])}
        empty="Not known: it takes two students with two whole recorded laps each."
      />
      {[...read.values()].some(({ isPart }) => isPart) && (
        <Typography role="status">Some recorded laps could not be read. The figures are without them.</Typography>
      )}
    </>
  )
}

/** Students of several days, each once with all their passes. */
function joined(students: PassesOfDay['students']): PassesOfDay['students'] {
  const ids = [...new Set(students.map(({ id }) => id))]
  return ids.map((id) => ({ id, passes: students.flatMap((one) => (one.id === id ? one.passes : [])) }))
}
