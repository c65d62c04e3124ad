import { Box, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import type { Setup } from '@ochote/contracts'
import { adviceFor, faultOf, runsOfCorners, type BestOfCorners, type PaceUsed, type Priority } from '@ochote/core'
import { lapTime } from '../format/format'

interface WholeDriveProps {
  priorities: readonly Priority[]
  /** numbers in the order of the lap */
  corners: readonly string[]
  markOf: (corner: string, duty: string | null) => string | null
  best: BestOfCorners | null
  pace: readonly PaceUsed[]
  /** how late the positions were against the other channels, s; 0 where they were not, or nothing tells */
  positionLateS: number
  planned: Setup['pace']
  onCorner: (corner: string) => void
}

const MOST_RUNS = 3
const linkSx = {
  ...{ border: 0, bgcolor: 'transparent', color: 'primary.main', font: 'inherit', fontWeight: 700 },
  ...{ p: 0, cursor: 'pointer', textAlign: 'left' },
} as const

/** The whole drive at a glance: what to work on, what the best passes would make together, and how much grip was asked for. */
export function WholeDrive({ priorities, corners, markOf, best, pace, positionLateS, planned, onCorner }: WholeDriveProps) {
  const runs = runsOfCorners(priorities, corners)
  return (
    <>
      <Typography variant="h2">What to work on</Typography>
      {runs.length === 0 ? (
        <Typography color="text.secondary">Nothing stands out against the plan on whole laps.</Typography>
      ) : (
        <Box component="ol" sx={{ my: 0.5, pl: 2.5 }}>
          {runs.slice(0, MOST_RUNS).map(({ corners: own, faults, lossS }) => {
            const [first, ...more] = faults.map((fault) => faultOf(fault)!)
            return (
              <li key={own.join()}>
                <Typography component="button" onClick={() => onCorner(own[0]!)} sx={linkSx}>
                  {own.length === 1 ? `Corner ${own[0]}` : `Corners ${own[0]} to ${own.at(-1)}`}: {first!.name}
                </Typography>
                <Typography variant="body2" component="span">
                  {lossS >= 0.05 ? `, ${lossS.toFixed(1)} s over the laps` : ''}.{' '}
                  {sentence(adviceFor(first!, markOf(own[0]!, first!.markDuty)))}
                  {more.length > 0 && ` Also: ${more.map(({ name }) => name).join(', ')}.`}
                </Typography>
              </li>
            )
          })}
        </Box>
      )}
      {best && (
        <>
          <Typography variant="h2" sx={{ mt: 1.5 }}>
            The best of each corner
          </Typography>
          <Typography variant="body2">
            The best passes add up to {lapTime(best.timeS)}, {(best.bestLapS - best.timeS).toFixed(2)} s faster than the best lap.{' '}
            {stretches(best)} A pass counts only if it begins at the speed and on the line at which the one before it ended.
          </Typography>
        </>
      )}
      <Typography variant="h2" sx={{ mt: 1.5 }}>
        Pace used
      </Typography>
      <Table size="small" aria-label="Pace used at each corner">
        <TableHead>
          <TableRow>
            <TableCell>Corner</TableCell>
            <TableCell>Braking</TableCell>
            <TableCell>Cornering</TableCell>
            <TableCell>Drive</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          <TableRow>
            <TableCell>plan</TableCell>
            <TableCell>{percent(planned.brake)}</TableCell>
            <TableCell>{percent(planned.lateral)}</TableCell>
            <TableCell>{percent(planned.drive)}</TableCell>
          </TableRow>
          {pace.map(({ corner, brake, lateral, drive }) => (
            <TableRow key={corner}>
              <TableCell>{corner}</TableCell>
              <TableCell>{percent(brake)}</TableCell>
              <TableCell>{percent(lateral)}</TableCell>
              <TableCell>{percent(drive)}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
        The share of grip used, as the median of the laps. These are estimates. “–” means that the plan uses too little grip there to
        compare, or that the engine was the limit.
      </Typography>
      {positionLateS !== 0 && (
        <Typography variant="body2" sx={{ mt: 1.5 }}>
          The logger’s positions were {Math.abs(positionLateS).toFixed(2)} s {positionLateS > 0 ? 'behind' : 'ahead of'} its other channels.
          This is put right here.
        </Typography>
      )}
    </>
  )
}

const percent = (share: number | null) => (share === null ? '–' : `${Math.round(100 * share)} %`)
const sentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`

/** "Corners 1 to 4 from lap 5, 5 from lap 3." */
function stretches({ parts }: BestOfCorners): string {
  const runs: { lap: number; corners: string[] }[] = []
  for (const { corner, lap } of parts) {
    const last = runs.at(-1)
    if (last?.lap === lap) last.corners.push(corner)
    else runs.push({ lap, corners: [corner] })
  }
  const words = runs.map(({ lap, corners }) =>
    corners.length === 1 ? `corner ${corners[0]} from lap ${lap}` : `corners ${corners[0]} to ${corners.at(-1)} from lap ${lap}`,
  )
  return sentence(words.join(', '))
}
