import { Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import type { AnalysedPass, SolvedCorner } from '@ochote/core'
import { distance, fineDistance, speedNumber, speedUnit } from '../format/format'

interface CornerPassesProps {
  corner: SolvedCorner
  passes: readonly AnalysedPass[]
}

const places = [
  { name: 'brakeStartM', says: 'Brakes' },
  { name: 'brakeEndM', says: 'Brake off' },
  { name: 'turnInM', says: 'Turns in' },
  { name: 'insideAtM', says: 'Nearest inside' },
  { name: 'throttleOnM', says: 'Throttle on' },
  { name: 'fullThrottleM', says: 'Full throttle' },
] as const

/** All passes through a corner, each place against its mark. */
export function CornerPasses({ corner, passes }: CornerPassesProps) {
  if (passes.length === 0) return <Typography color="text.secondary">No whole lap went through this corner.</Typography>
  const shown = places.filter(({ name }) => passes.some(({ pass, planned }) => pass[name] !== null && planned[name] !== null))
  return (
    <>
      <Table size="small" aria-label={`Passes through corner ${corner.number}`} sx={{ '& td, & th': { px: 0.75, whiteSpace: 'nowrap' } }}>
        <TableHead>
          <TableRow>
            <TableCell>Lap</TableCell>
            <TableCell>Lost</TableCell>
            {shown.map(({ name, says }) => (
              <TableCell key={name}>{says}</TableCell>
            ))}
            <TableCell>Slowest, {speedUnit()}</TableCell>
            <TableCell>Width left at the exit</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {passes.map((one) => {
            const { pass, planned, onM, lossS, lap } = one
            const lost = lossS.braking + lossS.entry + lossS.exit + lossS.straight
            return (
              <TableRow key={lap}>
                <TableCell>{lap}</TableCell>
                <TableCell title={partsOf(one)}>{signed(lost)} s</TableCell>
                {shown.map(({ name }) => (
                  <TableCell key={name}>{against(pass[name], planned[name], onM)}</TableCell>
                ))}
                <TableCell>
                  {speedNumber(pass.minSpeedMps)} ({speedNumber(pass.minSpeedMps) - speedNumber(planned.minSpeedMps) >= 0 ? '+' : '−'}
                  {Math.abs(speedNumber(pass.minSpeedMps) - speedNumber(planned.minSpeedMps))})
                </TableCell>
                <TableCell>{fineDistance(Math.max(0, planned.outsideM - pass.outsideM))}</TableCell>
              </TableRow>
            )
          })}
        </TableBody>
      </Table>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
        Against the plan: “late” is further on than the mark, “early” before it. Time lost is up to the next corner.
      </Typography>
    </>
  )
}

const NEAR_M = 0.5

function against(own: number | null, planned: number | null, onM: number): string {
  if (planned === null) return 'not planned'
  if (own === null) return 'none'
  const laterM = own - onM - planned
  return Math.abs(laterM) < NEAR_M ? 'at the mark' : `${distance(Math.abs(laterM))} ${laterM > 0 ? 'late' : 'early'}`
}

const signed = (s: number) => `${s >= 0 ? '+' : '−'}${Math.abs(s).toFixed(2)}`

const partsOf = ({ lossS }: AnalysedPass) =>
  `Braking ${signed(lossS.braking)} s, entry ${signed(lossS.entry)} s, exit ${signed(lossS.exit)} s, straight ${signed(lossS.straight)} s`
