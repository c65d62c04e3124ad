import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import type { LateApexCorner, LineReport, PlanSolution } from '@ochote/core'
import { distance, distanceNumber, fineDistance } from '../format/format'
import { unitSet } from '../format/units'

const degrees = (rad: number) => `${Math.abs((rad * 180) / Math.PI).toFixed(1)}°`

/** The rule that a corner of a late-apex line breaks, in words. */
function missing({ apexShare, toEdgeRad, riseShare }: LateApexCorner): string {
  return `apex at ${Math.round(apexShare * 100)} % of the way, ${degrees(toEdgeRad)} to the edge at turn-in, ${Math.round(riseShare * 100)} % steering added after it`
}

/** Mean of what is left at the outer edge, over the corners where both lines tell. */
function meanGain(solution: PlanSolution): number | null {
  const gains = solution.lineReport.tooFast.map(({ leftM, fastestLeftM }) => leftM - fastestLeftM)
  return gains.length === 0 ? null : gains.reduce((a, b) => a + b, 0) / gains.length
}

/** Whether a line drawn by hand keeps to the track. */
function ByHand({ overEdge }: Pick<LineReport, 'overEdge'>) {
  return (
    <Box component="section" aria-labelledby="line-by-hand">
      <Typography id="line-by-hand" variant="h2" sx={{ mt: 2.5, mb: 0.5 }}>
        The line drawn by hand
      </Typography>
      {overEdge.length === 0 ? (
        <Typography variant="body2">
          The whole vehicle stays between the edges all the way round. Margins do not apply to this line.
        </Typography>
      ) : (
        <Typography variant="body2" color="error" sx={{ fontWeight: 700 }}>
          Unsafe, over the edge:{' '}
          {overEdge.map((o) => `${fineDistance(o.byM)} on the ${o.side}, ${distanceNumber(o.fromM)} to ${distance(o.toM)}`).join('; ')}.
        </Typography>
      )}
    </Box>
  )
}

interface LineSchoolProps {
  solution: PlanSolution
  /** numbers of the corners that need no late apex, by choice */
  leftOut?: readonly string[]
  /** called with new ones; left out where the plan can't be changed */
  onLeaveOut?: (numbers: string[]) => void
}

/** What the line's school costs against the fastest line, what it buys corner by corner, and where it could not be kept to. */
export function LineSchool({ solution, leftOut = [], onLeaveOut }: LineSchoolProps) {
  const { costS, lateApex, tight } = solution.lineReport
  if (solution.lineMethod === 'given') return <ByHand overEdge={solution.lineReport.overEdge} />
  if (costS === null) return null
  const unmet = lateApex.filter((c) => !c.met && c.exempt === null)
  const exempt = lateApex.filter((c) => c.exempt !== null)
  const asked = lateApex.filter((c) => c.exempt === null)
  const slow = tight.filter((c) => !c.met)
  const notTight = tight.filter((c) => c.notTight !== null)
  const gain = meanGain(solution)
  return (
    <Box component="section" aria-labelledby="line-school">
      <Typography id="line-school" variant="h2" sx={{ mt: 2.5, mb: 0.5 }}>
        What this line costs and gains
      </Typography>
      <Typography variant="body2">
        {costS.toFixed(2)} s a lap slower than the fastest line.
        {gain !== null &&
          ` Driven 10 % too fast, ${distance(Math.abs(gain))} ${gain >= 0 ? 'more' : 'less'} is left to the outer edge on average.`}
      </Typography>
      {unmet.length > 0 && (
        <Typography variant="body2" color="warning.main">
          No late apex was found at {unmet.map((c) => `corner ${c.cornerNumber} (${missing(c)})`).join('; ')}.
        </Typography>
      )}
      {asked.length > 0 && (
        <LateApexTable corners={asked} {...(onLeaveOut ? { onLeaveOut: (number) => onLeaveOut([...leftOut, number]) } : {})} />
      )}
      {exempt.length > 0 && (
        <Box component="ul" aria-label="Corners without a late apex" sx={{ m: 0, mt: 0.5, pl: 2.5 }}>
          {exempt.map((c) => (
            <Typography key={c.cornerNumber} component="li" variant="body2" color="text.secondary">
              Corner {c.cornerNumber} is not asked for a late apex: {c.exempt}.
              {onLeaveOut && leftOut.includes(c.cornerNumber) && (
                <Button size="small" onClick={() => onLeaveOut(leftOut.filter((n) => n !== c.cornerNumber))}>
                  Ask for it
                </Button>
              )}
            </Typography>
          ))}
        </Box>
      )}
      {notTight.length > 0 && (
        <Typography variant="body2" color="text.secondary">
          On the fastest line: {notTight.map((c) => `corner ${c.cornerNumber}, ${c.notTight}`).join('; ')}.
        </Typography>
      )}
      {slow.length > 0 && (
        <Typography variant="body2" color="warning.main">
          More than a tenth slower than the fastest line at {slow.map((c) => `corner ${c.cornerNumber}`).join(', ')}.
        </Typography>
      )}
    </Box>
  )
}

/** What the late apex of each corner costs and buys; where it costs more than it buys, the corner can do without. */
function LateApexTable({ corners, onLeaveOut }: { corners: readonly LateApexCorner[]; onLeaveOut?: (number: string) => void }) {
  const { length, lengthM } = unitSet()
  return (
    <Table size="small" aria-label="What each late apex costs and buys" sx={{ mt: 0.75, '& td, & th': { px: 0.5, py: 0.25 } }}>
      <TableHead>
        <TableRow>
          <TableCell>Corner</TableCell>
          <TableCell align="right">Costs, s</TableCell>
          <TableCell align="right">Room 10 % too fast, {length}</TableCell>
          <TableCell />
        </TableRow>
      </TableHead>
      <TableBody>
        {corners.map((c) => (
          <TableRow key={c.cornerNumber}>
            <TableCell>{c.cornerNumber}</TableCell>
            <TableCell align="right">{c.costS.toFixed(2)}</TableCell>
            <TableCell align="right">
              {c.buysM < 0 ? '−' : '+'}
              {(Math.abs(c.buysM) / lengthM).toFixed(1)}
            </TableCell>
            <TableCell>
              {c.notWorthIt && (
                <>
                  <Typography variant="caption" color="warning.main" component="span">
                    costs more than it buys{' '}
                  </Typography>
                  {onLeaveOut && (
                    <Button size="small" onClick={() => onLeaveOut(c.cornerNumber)}>
                      Do without
                    </Button>
                  )}
                </>
              )}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  )
}
