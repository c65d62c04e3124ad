import { Box, Checkbox, Table, TableBody, TableCell, TableHead, TableRow, useTheme } from '@mui/material'
import { isCompared, type Finding, type RecordedLap } from '@ochote/core'
import { difference, lapTime } from '../format/format'
import { lapWords } from '../recordings/recordingWords'
import type { LapInk } from './lapInks'

interface LapListProps {
  laps: readonly RecordedLap[]
  findings: readonly Finding[]
  /** laps that are shown, each with its ink */
  shown: ReadonlyMap<number, LapInk>
  bestLapS: number | null
  onToggle: (lap: number) => void
}

/** Every lap with what is special about it; those that are ticked lie over each other. */
export function LapList({ laps, findings, shown, bestLapS, onToggle }: LapListProps) {
  return (
    <Table size="small" aria-label="Laps" stickyHeader sx={{ '& td, & th': { px: 0.75 } }}>
      <TableHead>
        <TableRow>
          <TableCell padding="checkbox">Show</TableCell>
          <TableCell>Lap</TableCell>
          <TableCell>Time</TableCell>
          <TableCell>Against the best</TableCell>
          <TableCell>Findings</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {laps.map((lap) => {
          const ink = shown.get(lap.lap)
          const found = findings.filter((one) => one.lap === lap.lap).length
          const behind = bestLapS === null ? null : lap.timeS - bestLapS
          const words = lapWords(lap)
          return (
            <TableRow key={lap.lap} hover onClick={() => onToggle(lap.lap)} sx={{ cursor: 'pointer' }}>
              <TableCell padding="checkbox">
                <Checkbox
                  size="small"
                  checked={ink !== undefined}
                  slotProps={{ input: { 'aria-label': `Show lap ${lap.lap}` } }}
                  sx={{ py: 0 }}
                  onClick={(e) => e.stopPropagation()}
                  onChange={() => onToggle(lap.lap)}
                />
              </TableCell>
              <TableCell sx={{ whiteSpace: 'nowrap' }}>
                {lap.lap} {ink && <InkSample ink={ink} />}
              </TableCell>
              <TableCell sx={{ whiteSpace: 'nowrap', fontWeight: isCompared(lap) ? 650 : 400 }}>
                {lap.complete ? lapTime(lap.timeS) : '–'}
              </TableCell>
              <TableCell>{words !== '' ? words : behind === 0 ? 'the best' : behind === null ? '' : difference(behind)}</TableCell>
              <TableCell>{isCompared(lap) ? found : '–'}</TableCell>
            </TableRow>
          )
        })}
      </TableBody>
    </Table>
  )
}

/** The stroke that a lap is drawn with. */
export function InkSample({ ink }: { ink: LapInk }) {
  const { tokens } = useTheme()
  return (
    <Box component="svg" width={30} height={8} aria-hidden sx={{ verticalAlign: 'middle' }}>
      <line x1={0} x2={30} y1={4} y2={4} stroke={ink.colour} strokeWidth={2.4 * tokens.weight} strokeDasharray={ink.dash.join(' ')} />
    </Box>
  )
}
