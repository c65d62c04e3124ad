import { Box, Button, Stack, Typography } from '@mui/material'
import { useState } from 'react'
import { Link as RouterLink } from 'react-router'
import { rotationTable, type PlanSolution } from '@ochote/core'
import { CommitField } from '../../forms/CommitField'
import { numberText, outOfBounds, typedNumber } from '../../forms/numbers'
import { count } from '../../format/format'
import { stagePath } from '../../shell/stages'
import { calledNames } from '../lead/calledNames'
import { gapWords } from '../lead/gapWords'
import { Rotation } from '../lead/Rotation'
import { swapStraight } from '../lead/swapStraight'

interface LeadAndFollowProps {
  dayId: string
  solution: PlanSolution
  /** who would follow, in the order they set out */
  names: readonly string[]
  laps: number
}

/** One lead car has so many behind it at the most. */
const MOST_BEHIND = 5

/** The same drivers behind a lead car instead: who is right behind it when, what is said on the radio, and the gap. */
export function LeadAndFollow({ dayId, solution, names, laps }: LeadAndFollowProps) {
  const [behind, setBehind] = useState(2)
  const [gapS, setGapS] = useState(2)
  const straight = swapStraight(solution, '')
  const groups = inGroups(calledNames(names)).filter((group) => group.length > 0)
  return (
    <Stack component="section" aria-label="Lead and follow" sx={{ gap: 1.5, flexShrink: 0 }}>
      <Typography variant="h2">Or behind a lead car</Typography>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
        <CommitField
          label="Laps right behind, at most"
          numeric
          required
          value={numberText(behind)}
          wrong={(text) => outOfBounds(text, 1, 20)}
          onTake={(text) => setBehind(Math.round(typedNumber(text)))}
          sx={{ width: 210 }}
        />
        <CommitField
          label="Gap, s"
          numeric
          required
          value={numberText(gapS)}
          wrong={(text) => outOfBounds(text, 0.5, 20)}
          onTake={(text) => setGapS(typedNumber(text))}
          sx={{ width: 110 }}
        />
        <Button component={RouterLink} to={stagePath(dayId, 'run/lead')}>
          Make a led session
        </Button>
      </Stack>
      <Typography color="text.secondary">
        {gapWords(gapS, straight)}. They change places {straight.words}.{' '}
        {groups.length > 1 && `${count(names.length, 'car')} are ${count(groups.length, 'group')}, each with a lead car.`}
      </Typography>
      {groups.map((group, k) => (
        <Box key={group.join()} sx={{ overflowX: 'auto' }}>
          {groups.length > 1 && <Typography sx={{ fontWeight: 700 }}>Group {k + 1}</Typography>}
          <Rotation turns={rotationTable(group.length, laps, behind)} names={group} lap={0} swapAt={straight.short} />
        </Box>
      ))}
    </Stack>
  )
}

/** Followers in as few groups as there can be, none larger than another by more than one. */
export function inGroups(names: readonly string[], most = MOST_BEHIND): string[][] {
  const groups = Math.max(1, Math.ceil(names.length / most))
  const starts = Array.from({ length: groups + 1 }, (_, k) => Math.round((k * names.length) / groups))
  return starts.slice(1).map((to, k) => names.slice(starts[k], to))
}
