import { Box, Button, Collapse, Typography } from '@mui/material'
import { useState } from 'react'
import type { ReviewDraft } from '@ochote/contracts'
import { faultOf, type AnalysedPass, type Analysis, type Finding, type PlanSolution, type SolvedCorner } from '@ochote/core'
import { count } from '../format/format'
import { CornerPasses } from './CornerPasses'
import { decisionOn } from '../recordings/decisions'
import { FindingRow, type FindingActions } from './FindingRow'

interface CornerPanelProps {
  /** null shows the findings of every corner */
  corner: SolvedCorner | null
  solution: PlanSolution
  passes: readonly AnalysedPass[]
  findings: readonly Finding[]
  /** findings that were rejected */
  away: readonly Finding[]
  review: ReviewDraft
  markOf: (corner: string, duty: string | null) => string | null
  student: string
  unavailable: Analysis['unavailable']
  actions: FindingActions
  onCorner: (corner: string | null) => void
}

/** One corner at a time: its passes against their marks, and what was found on them. */
export function CornerPanel({
  corner,
  solution,
  passes,
  findings,
  away,
  review,
  markOf,
  student,
  unavailable,
  actions,
  onCorner,
}: CornerPanelProps) {
  const [isAway, setAway] = useState(false)
  const isHere = (one: { corner: string }) => corner === null || one.corner === corner.number
  const own = findings.filter(isHere)
  const gone = away.filter(isHere)
  const passOf = (finding: Finding) => passes.find((one) => one.lap === finding.lap && one.places.corner.number === finding.corner)
  return (
    <>
      <Typography variant="h2">{corner ? `Corner ${corner.number}${corner.name ? `, ${corner.name}` : ''}` : 'Every corner'}</Typography>
      {corner ? (
        <>
          <Button size="small" sx={{ ml: -0.75 }} onClick={() => onCorner(null)}>
            Every corner
          </Button>
          <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={`Passes of corner ${corner.number}`}>
            <CornerPasses corner={corner} passes={passes.filter(({ places }) => places.corner.number === corner.number)} />
          </Box>
        </>
      ) : (
        <Typography variant="body2" color="text.secondary">
          Choose a corner on the ribbon or the map to see its passes.
        </Typography>
      )}
      <Box sx={{ mt: 1.5 }}>
        {own.length === 0 && (
          <Typography color="text.secondary">
            {passes.length === 0
              ? 'There is no whole lap to look for faults on.'
              : 'No pass differs from the plan by more than drivers and loggers normally vary.'}
          </Typography>
        )}
        {own.map((finding) => {
          const pass = passOf(finding)
          if (!pass) return null
          return (
            <FindingRow
              key={`${finding.lap} ${finding.corner} ${finding.fault}`}
              finding={finding}
              pass={pass}
              track={solution.track}
              mark={markOf(finding.corner, faultOf(finding.fault)!.markDuty)}
              student={student}
              decision={decisionOn(review, finding)}
              actions={actions}
            />
          )
        })}
      </Box>
      {gone.length > 0 && (
        <>
          <Button size="small" sx={{ ml: -0.75 }} aria-expanded={isAway} onClick={() => setAway(!isAway)}>
            {count(gone.length, 'rejected finding')}
          </Button>
          <Collapse in={isAway}>
            {gone.map((finding) => (
              <Typography key={`${finding.lap} ${finding.corner} ${finding.fault}`} variant="body2">
                Lap {finding.lap}, corner {finding.corner}: {faultOf(finding.fault)!.name}{' '}
                {decisionOn(review, finding) && (
                  <Button
                    size="small"
                    aria-label={`Bring back lap ${finding.lap}, corner ${finding.corner}, ${faultOf(finding.fault)!.name}`}
                    onClick={() => actions.takeBack(finding)}
                  >
                    Bring back
                  </Button>
                )}
              </Typography>
            ))}
          </Collapse>
        </>
      )}
      {unavailable.length > 0 && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1.5 }}>
          This logger can’t show: {unavailable.map(({ fault, needs }) => `${faultOf(fault)!.name} (needs ${needs})`).join('; ')}.
        </Typography>
      )}
    </>
  )
}
