import { Typography } from '@mui/material'
import type { Change, Cone, MarkedPlan } from '@ochote/core'
import { differenceFrom, fineDistance } from '../format/format'
import type { SolutionInput } from '../workers/useSolution'
import { useWhatIf } from '../workers/useWhatIf'
import { roomWords } from './roomWords'

/** The change made by driving to a moved mark; null for marks that the model does not follow. */
function changeOf({ duty, moved }: Cone): Change | null {
  const metres = moved?.alongM ?? 0
  if (Math.abs(metres) < 0.5) return null
  if (duty === 'brake' || duty === 'lift') return { kind: 'brake-later', metres }
  if (duty === 'turn') return { kind: 'turn-later', metres }
  if (duty === 'apex' && metres < 0) return { kind: 'apex-earlier', metres: -metres }
  return null
}

interface ConeEffectProps {
  cone: Cone
  input: SolutionInput
  marked: MarkedPlan
}

/** What a moved mark does to the lap, and how much room is left if it is missed. */
export function ConeEffect({ cone, input, marked }: ConeEffectProps) {
  const change = changeOf(cone)
  const room = cone.duty === 'brake' || cone.duty === 'lift' ? marked.room.find((r) => r.cornerNumber === cone.cornerNumber) : undefined
  return (
    <>
      {change && <TimeOf cone={cone} change={change} input={input} marked={marked} />}
      {room && (
        <Typography variant="caption" component="p" color={room.verdict === 'unsafe' ? 'error' : 'text.secondary'}>
          Room to be wrong: {roomWords(room)}
        </Typography>
      )}
    </>
  )
}

function TimeOf({ cone, change, input, marked }: ConeEffectProps & { change: Change }) {
  const { data } = useWhatIf(input, marked.solution, cone.cornerNumber, change)
  if (!data) return null
  const off = data.leavesTrack
  return (
    <Typography variant="caption" component="p" color={off ? 'error' : 'text.secondary'}>
      Driven to:{' '}
      {off
        ? `off the track, ${fineDistance(-data.outer.clearM)} past the outer edge`
        : `A lap is ${differenceFrom(data.totalLostS, 'planned')}, ${fineDistance(data.outer.clearM)} left at the outer edge`}
    </Typography>
  )
}
