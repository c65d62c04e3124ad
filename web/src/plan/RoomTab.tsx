import { Box, Button, ButtonBase, Stack, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import { useState } from 'react'
import type { PlanDraft, UnsafeAnswer, Vehicle } from '@ochote/contracts'
import { isAnswered, unsafeCorners, type MarkedPlan, type UnsafeCorner } from '@ochote/core'
import { TextLine } from '../forms/TextLine'
import { GroundNote } from './GroundNote'
import { RoomBar } from './RoomBar'
import { roomWords, tooFastWords, worstFirst } from './roomWords'
import { distance } from '../format/format'

const Row = styled(ButtonBase)(({ theme }) => ({
  width: '100%',
  display: 'grid',
  gridTemplateColumns: '30px 1fr',
  justifyContent: 'flex-start',
  alignItems: 'baseline',
  textAlign: 'left',
  padding: theme.spacing(0.5, 0.75),
  borderRadius: theme.shape.borderRadius,
  '&[aria-pressed="true"]': { backgroundColor: theme.palette.action.selected },
}))

const colours = { unsafe: 'error.main', unknown: 'warning.main', watch: 'warning.main', room: 'inherit' } as const
const colourOf = (verdict: keyof typeof colours) => colours[verdict]

interface RoomTabProps {
  marked: Pick<MarkedPlan, 'room' | 'tooFast' | 'findings'>
  vehicle: Pick<Vehicle, 'kind'>
  draft: PlanDraft
  corner: string | null
  onCorner: (number: string | null) => void
  onChange: (draft: PlanDraft) => void
}

/** Room at every corner: a second late and straight on where it is slowed for, and 10 % too fast. The worst first. */
export function RoomTab({ marked, vehicle, draft, corner, onCorner, onChange }: RoomTabProps) {
  const answer = (given: UnsafeAnswer | null, number: string) =>
    onChange({
      ...draft,
      unsafeAnswers: [...draft.unsafeAnswers.filter((a) => a.cornerNumber !== number), ...(given ? [given] : [])],
    })
  const corners = worstFirst(marked)
  const unsafe = unsafeCorners(marked)
  const longestM = Math.max(1, ...marked.room.flatMap((r) => [r.reactionM + r.brakingM, r.toObstacleM ?? r.toEdgeM ?? 0]))
  return (
    <Box component="section" aria-labelledby="room-to-be-wrong">
      <Typography id="room-to-be-wrong" variant="h2" sx={{ mb: 0.5 }}>
        Room to be wrong
      </Typography>
      <Typography variant="caption" color="text.secondary" component="p" sx={{ mb: 0.5 }}>
        <strong>Late</strong>: the driver brakes one second after the brake or lift cone, as hard as the vehicle can, and goes straight on.
        Drawn to scale from the cone: the stopping distance, the edge, and the first obstacle. <strong>10 % too fast</strong>: the driver
        turns no harder than planned, runs wide, and brakes where the vehicle leaves the road. Worst first.
      </Typography>
      {corners.length === 0 && <Typography variant="body2">The circuit has no corners.</Typography>}
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {corners.map(({ cornerNumber, late, fast, verdict }) => {
          const found = unsafe.find((u) => u.cornerNumber === cornerNumber)
          return (
            <li key={cornerNumber}>
              <Row aria-pressed={cornerNumber === corner} onClick={() => onCorner(cornerNumber === corner ? null : cornerNumber)}>
                <Typography component="span" sx={{ fontWeight: 750 }} color={colourOf(verdict)}>
                  {cornerNumber}
                </Typography>
                <Box component="span">
                  {late && (
                    <>
                      <Typography component="span" variant="body2" sx={{ display: 'block' }} color={colourOf(late.verdict)}>
                        Late: {roomWords(late)}
                      </Typography>
                      <RoomBar room={late} longestM={longestM} />
                    </>
                  )}
                  {fast && (
                    <Typography component="span" variant="body2" sx={{ display: 'block' }} color={colourOf(fast.verdict)}>
                      10 % too fast: {tooFastWords(fast)}
                    </Typography>
                  )}
                  {found?.marksSay.map((says) => (
                    <Typography key={says} component="span" variant="body2" sx={{ display: 'block' }} color="error">
                      Unsafe mark: {says}
                    </Typography>
                  ))}
                </Box>
              </Row>
              {found && (
                <Answer
                  corner={found}
                  given={draft.unsafeAnswers.find((a) => a.cornerNumber === cornerNumber) ?? null}
                  holds={isAnswered(found, draft.unsafeAnswers)}
                  onAnswer={(given) => answer(given, cornerNumber)}
                />
              )}
            </li>
          )
        })}
      </Box>
      <GroundNote vehicle={vehicle} conditions={draft.setup.conditions} />
    </Box>
  )
}

interface AnswerProps {
  corner: UnsafeCorner
  given: UnsafeAnswer | null
  holds: boolean
  onAnswer: (answer: UnsafeAnswer | null) => void
}

/** Why an unsafe cone stays where it is, by name; it is asked again when the finding gets worse. */
function Answer({ corner: { cornerNumber, shortM }, given, holds, onAnswer }: AnswerProps) {
  const [reason, setReason] = useState(given?.reason ?? '')
  const [by, setBy] = useState(given?.by ?? '')
  if (given && holds) {
    return (
      <Stack direction="row" sx={{ pl: 4.5, pb: 1, gap: 1, alignItems: 'baseline' }}>
        <Typography variant="body2">
          Answered by <strong>{given.by}</strong>: {given.reason}
        </Typography>
        <Button size="small" onClick={() => onAnswer(null)}>
          Take back
        </Button>
      </Stack>
    )
  }
  return (
    <Stack component="form" aria-label={`Answer for corner ${cornerNumber}`} sx={{ pl: 4.5, pb: 1.5, gap: 1 }}>
      <Typography variant="body2">
        {given
          ? `It has become worse since ${given.by} answered for ${distance(given.shortM)}. Answer it again:`
          : 'Move the cone, lower the pace, or write down why it stays, with your name:'}
      </Typography>
      <TextLine label="Reason" required value={reason} most={300} onText={setReason} />
      <TextLine label="Name" required value={by} most={80} onText={setBy} />
      <Button
        variant="outlined"
        sx={{ alignSelf: 'flex-start' }}
        disabled={reason.trim() === '' || by.trim() === ''}
        onClick={() => onAnswer({ cornerNumber, reason: reason.trim(), by: by.trim(), shortM })}
      >
        Record the answer
      </Button>
    </Stack>
  )
}
