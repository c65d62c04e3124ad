import { Box, ButtonBase, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import type { PriorityKind, PriorityOverride } from '@ochote/contracts'
import { priorityReason, rankingReason, type SolvedCorner } from '@ochote/core'
import { givenDistance, givenSpeed } from '../format/format'
import { useUnits } from '../format/units'

interface CornerPurposesProps {
  corners: readonly SolvedCorner[]
  corner: string | null
  onCorner: (number: string | null) => void
  /** the instructor's own choice, in place of the computed one */
  priorityOverrides?: readonly PriorityOverride[]
}

export const priorityNames: Record<PriorityKind, string> = {
  exit: 'for its exit',
  entry: 'for its entry',
  'set-up': 'to set up the next one',
  carry: 'for the speed carried',
  held: 'held at the speed its grip allows',
  flat: 'flat out',
}

const Row = styled(ButtonBase)(({ theme }) => ({
  width: '100%',
  display: 'grid',
  gridTemplateColumns: '30px 1fr auto',
  alignItems: 'baseline',
  textAlign: 'left',
  columnGap: theme.spacing(1),
  padding: theme.spacing(0.5, 0.75),
  borderRadius: theme.shape.borderRadius,
  '&[aria-pressed="true"]': { backgroundColor: theme.palette.action.selected },
}))

/** The corners' priorities, most at stake first; the selected one says why. */
export function CornerPriorities({ corners, corner, onCorner, priorityOverrides = [] }: CornerPurposesProps) {
  const units = useUnits()
  const ranking = rankingReason(corners, units)
  const ranked = [...corners].sort((a, b) => a.priority.rank - b.priority.rank)
  return (
    <Box component="section" aria-labelledby="corner-purposes">
      <Typography id="corner-purposes" variant="h2" sx={{ mt: 2.5, mb: 0.5 }}>
        What each corner is for
      </Typography>
      <Typography variant="caption" color="text.secondary" component="p" sx={{ mb: 0.5 }}>
        The time that a usual miss costs: braking {givenDistance(5)} early and {givenSpeed(3 / 3.6)} too slow. {ranking[0]?.toUpperCase()}
        {ranking.slice(1)}.
      </Typography>
      <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {ranked.map((solved) => {
          const { number, name, priority } = solved
          const own = priorityOverrides.find((p) => p.cornerNumber === number)
          const purpose = priorityNames[own?.kind ?? priority.kind]
          return (
            <li key={number}>
              <Row
                aria-pressed={number === corner}
                aria-label={`Corner ${number}, ${purpose}, ${priority.atStakeS.toFixed(2)} s at stake`}
                onClick={() => onCorner(number === corner ? null : number)}
              >
                <Typography component="span" sx={{ fontWeight: 750 }}>
                  {number}
                </Typography>
                <Typography component="span" variant="body2" sx={{ minWidth: 0 }}>
                  {name && <>{name}, </>}
                  {purpose}
                  {own && ' (your word)'}
                </Typography>
                <Typography component="span" variant="body2">
                  {priority.kind === 'flat' ? '–' : `${priority.atStakeS.toFixed(2)} s`}
                </Typography>
              </Row>
              {(number === corner || own) && (
                <Typography variant="caption" color="text.secondary" component="p" sx={{ pl: 5.5, pb: 0.5 }}>
                  {own && `${own.reason}. By the numbers ${priorityNames[priority.kind]}: `}
                  {priorityReason(solved, units)}
                </Typography>
              )}
            </li>
          )
        })}
      </Box>
    </Box>
  )
}

/** What each corner is for in as few words as the ribbon has room for, with its place in the ranking: "for its exit, 1st". */
export function priorityWords(corners: readonly SolvedCorner[], own: readonly PriorityOverride[]): ReadonlyMap<string, string> {
  return new Map(
    corners.map(({ number, priority }) => {
      const said = own.find((p) => p.cornerNumber === number)?.kind
      return [number, `${priorityNames[said ?? priority.kind]}, stakes no. ${priority.rank}`]
    }),
  )
}
