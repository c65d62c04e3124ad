import { Box, Typography } from '@mui/material'
import type { Aim } from '@ochote/contracts'
import { aimWords, coneFinder, cornerOfAim, faultOf, praiseName, type Cone, type StintRecord } from '@ochote/core'

interface CornerSoFarProps {
  corner: string
  lap: number
  record: StintRecord
  aims: readonly Aim[]
  cones: readonly Cone[]
}

const lapsOf = (laps: readonly number[]) => (laps.length === 1 ? `lap ${laps[0]}` : `laps ${laps.join(', ')}`)

/** What is asked of the student at the chosen corner, and what was logged there on earlier laps. */
export function CornerSoFar({ corner, lap, record, aims, cones }: CornerSoFarProps) {
  const aim = aims.find((one) => cornerOfAim(one) === corner)
  const logged = new Map<string, number[]>()
  const note = (name: string, on: number) => logged.set(name, [...(logged.get(name) ?? []), on])
  for (const fault of record.faults)
    if (fault.corner === corner && fault.lap < lap) note(faultOf(fault.code)?.name ?? fault.code, fault.lap)
  for (const praise of record.praises) if (praise.corner === corner && praise.lap < lap) note(praiseName(praise.code), praise.lap)
  const before = [...logged].map(([name, laps]) => `${name} (${lapsOf(laps)})`)
  return (
    <Box sx={{ fontSize: { xs: '0.95rem', sm: '1.05rem' }, lineHeight: 1.3 }}>
      {aim && (
        <Typography sx={{ font: 'inherit' }}>
          <strong>Aim:</strong> {aimWords(aim, coneFinder(cones)).replace(/^Corner \S+: /, '')}
        </Typography>
      )}
      <Typography color="text.secondary" sx={{ font: 'inherit' }}>
        {before.length > 0 ? `Here before: ${before.join('; ')}` : lap > 1 ? 'Nothing logged here on earlier laps.' : ''}
      </Typography>
    </Box>
  )
}
