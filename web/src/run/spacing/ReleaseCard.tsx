import { Box, Button, Stack, Typography } from '@mui/material'
import type { Release } from '@ochote/core'
import { lapTime } from '../../format/format'

interface ReleaseCardProps {
  title: string
  release: Release
  nameOf: (id: string) => string
  /** where a place of the lap is, in words */
  placeOf: (stationM: number) => string
  isShown: boolean
  onShow: () => void
  onUse: (() => void) | null
}

const percent = (chance: number) => (chance < 0.0005 ? 'none seen' : `${(chance * 100).toFixed(chance < 0.1 ? 1 : 0)} %`)
const MOST_PAIRS = 6

/** What an order and an interval lead to: who catches whom, how likely, on which lap and where. */
export function ReleaseCard({ title, release, nameOf, placeOf, isShown, onShow, onUse }: ReleaseCardProps) {
  return (
    <Stack
      component="section"
      aria-label={title}
      sx={{ gap: 1, p: 2, border: isShown ? 2 : 1, borderColor: isShown ? 'primary.main' : 'divider' }}
    >
      <Typography variant="h2">{title}</Typography>
      <Typography>
        Every {release.intervalS} s: {release.order.map(nameOf).join(', ')}
      </Typography>
      <Box
        component="dl"
        sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, m: 0, '& dd': { m: 0, fontVariantNumeric: 'tabular-nums' } }}
      >
        <dt>Somebody catches up</dt>
        <dd>{percent(release.chanceOfAny)} of days</dd>
        <dt>Catches a day</dt>
        <dd>{release.expectedCatches.toFixed(2)}</dd>
        <dt>Until the last is in</dt>
        <dd>{lapTime(release.sessionS).replace(/\.\d+$/, '')} min</dd>
      </Box>
      <Box component="ul" aria-label={`${title}: who catches whom`} sx={{ my: 0, pl: 2.5 }}>
        {release.pairs.slice(0, MOST_PAIRS).map((pair) => (
          <li key={`${pair.ahead} ${pair.behind}`}>
            {nameOf(pair.behind)} catches {nameOf(pair.ahead)}, {percent(pair.chance)}: mostly on lap {pair.lap}, {placeOf(pair.stationM)}
          </li>
        ))}
      </Box>
      {release.pairs.length === 0 && (
        <Typography color="text.secondary">Nobody catches anybody on more than one day in a thousand.</Typography>
      )}
      {release.pairs.length > MOST_PAIRS && (
        <Typography color="text.secondary">and {release.pairs.length - MOST_PAIRS} pairs less likely</Typography>
      )}
      <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
        <Button aria-pressed={isShown} onClick={onShow}>
          Show on the ribbon
        </Button>
        {onUse && (
          <Button variant="outlined" onClick={onUse}>
            Use for the wall
          </Button>
        )}
      </Stack>
    </Stack>
  )
}
