import { Box, Button, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { Aim } from '@ochote/contracts'
import { aimsOffered, aimWords, coneFinder, type Cone, type SolvedCorner } from '@ochote/core'
import { studentQuery } from '../api/queries'
import { AimField } from './AimField'
import { lastTime } from './lastTime'

const MOST_AIMS = 2

interface AimsProps {
  stintId: string
  aims: readonly Aim[]
  studentId: string
  corners: readonly Pick<SolvedCorner, 'number'>[]
  cones: readonly Cone[]
  /** @param of - the field that is typed in */
  onChange: (aims: Aim[], of?: string) => void
}

const sameAims = (a: readonly Aim[], b: readonly Aim[]) => JSON.stringify(a) === JSON.stringify(b)

/** Two aims for this stint: tied to a corner's mark, or in one's own words. Last time's two are offered. */
export function Aims({ stintId, aims, studentId, corners, cones, onChange }: AimsProps) {
  const student = useQuery(studentQuery(studentId))
  const markOf = useMemo(() => coneFinder(cones), [cones])
  const choices = useMemo(() => aimsOffered(corners, markOf), [corners, markOf])
  const offered = lastTime(student.data, stintId)
  const slots = Math.min(MOST_AIMS, aims.length + 1)
  const put = (at: number, aim: Aim | null, of?: string) =>
    onChange([...aims.slice(0, at), ...(aim ? [aim] : []), ...aims.slice(at + 1)], of)
  return (
    <Box component="section" aria-labelledby="aims">
      <Typography id="aims" variant="h2" sx={{ mb: 1 }}>
        Two aims
      </Typography>
      {Array.from({ length: slots }, (_, i) => (
        <AimField
          key={i}
          label={`Aim ${i + 1}`}
          aim={aims[i] ?? null}
          choices={choices}
          cones={cones}
          markOf={markOf}
          onChange={(aim, of) => put(i, aim, of)}
        />
      ))}
      {offered.length > 0 && (
        <Typography variant="body2" color="text.secondary">
          Last time: {offered.map((aim) => aimWords(aim, markOf)).join('; ')}
        </Typography>
      )}
      {offered.length > 0 && !sameAims(offered, aims) && (
        <Button size="small" onClick={() => onChange(offered)}>
          Use last time’s two
        </Button>
      )}
    </Box>
  )
}
