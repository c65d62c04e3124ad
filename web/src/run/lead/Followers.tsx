import { Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import { Target } from '../Target'

const Names = styled('div')(({ theme }) => ({
  display: 'grid',
  gridTemplateColumns: 'repeat(auto-fit, minmax(130px, 1fr))',
  gap: theme.spacing(1),
}))

interface FollowersProps {
  /** indices of the followers, from the one right behind the lead on */
  order: readonly number[]
  names: readonly string[]
  chosen: number
  onChoose: (follower: number) => void
}

/** Who the next fault is logged for, in the order they follow. */
export function Followers({ order, names, chosen, onChoose }: FollowersProps) {
  return (
    <Names role="group" aria-label="Who">
      {order.map((f, place) => (
        <Target key={f} aria-pressed={f === chosen} onClick={() => onChoose(f)} sx={{ fontSize: '1.25rem' }}>
          {names[f]}
          <Typography component="span" variant="body2" sx={{ color: 'inherit' }}>
            {place === 0 ? 'right behind' : `${place + 1} back`}
          </Typography>
        </Target>
      ))}
    </Names>
  )
}
