import { Box, Button, ButtonBase, Stack, Typography } from '@mui/material'
import { styled } from '@mui/material/styles'
import { useState } from 'react'
import type { PlanDraft, UnsafeAnswer } from '@ochote/contracts'
import { isAnswered, type RoomToBeWrong } from '@ochote/core'
import { TextLine } from '../forms/TextLine'
import { RoomBar } from './RoomBar'
import { roomWords, worstFirst } from './roomWords'

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

interface RoomTabProps {
  rooms: readonly RoomToBeWrong[]
  draft: PlanDraft
  corner: string | null
  onCorner: (number: string | null) => void
  onChange: (draft: PlanDraft) => void
}

/** Room at every corner that is braked for, if the student is a second late and goes straight on: the worst first. */
export function RoomTab({ rooms: found, draft, corner, onCorner, onChange }: RoomTabProps) {
  const answer = (given: UnsafeAnswer | null, number: string) =>
    onChange({
      ...draft,
      unsafeAnswers: [...draft.unsafeAnswers.filter((a) => a.cornerNumber !== number), ...(given ? [given] : [])],
    })
  const rooms = worstFirst(found)
  const longestM = Math.max(1, ...rooms.map((r) => r.reactionM + r.brakingM), ...rooms.map((r) => r.toObstacleM ?? r.toEdgeM ?? 0))
  return (
    <Box component="section" aria-labelledby="room-to-be-wrong">
      <Typography id="room-to-be-wrong" variant="h2" sx={{ mb: 0.5 }}>
        Room to be wrong
      </Typography>
      <Typography variant="caption" color="text.secondary" component="p" sx={{ mb: 0.5 }}>
        The driver brakes one second after the brake cone, as hard as the vehicle can, and goes straight on. Worst first. Drawn to scale
        from the cone: the stopping distance, the edge, and the first obstacle.
      </Typography>
      {rooms.length === 0 && <Typography variant="body2">No corner needs braking.</Typography>}
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {rooms.map((room) => (
          <li key={room.cornerNumber}>
            <Row
              aria-pressed={room.cornerNumber === corner}
              onClick={() => onCorner(room.cornerNumber === corner ? null : room.cornerNumber)}
            >
              <Typography component="span" sx={{ fontWeight: 750 }}>
                {room.cornerNumber}
              </Typography>
              <Box component="span">
                <Typography
                  component="span"
                  variant="body2"
                  color={room.verdict === 'unsafe' ? 'error.main' : room.verdict === 'unknown' ? 'warning.main' : 'inherit'}
                >
                  {roomWords(room)}
                </Typography>
                <RoomBar room={room} longestM={longestM} />
              </Box>
            </Row>
            {room.verdict === 'unsafe' && (
              <Answer
                room={room}
                given={draft.unsafeAnswers.find((a) => a.cornerNumber === room.cornerNumber) ?? null}
                holds={isAnswered(room, draft.unsafeAnswers)}
                onAnswer={(given) => answer(given, room.cornerNumber)}
              />
            )}
          </li>
        ))}
      </Box>
    </Box>
  )
}

interface AnswerProps {
  room: RoomToBeWrong
  given: UnsafeAnswer | null
  holds: boolean
  onAnswer: (answer: UnsafeAnswer | null) => void
}

/** Why an unsafe cone stays where it is, by name; it is asked again when the finding gets worse. */
function Answer({ room, given, holds, onAnswer }: AnswerProps) {
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
    <Stack component="form" aria-label={`Answer for corner ${room.cornerNumber}`} sx={{ pl: 4.5, pb: 1.5, gap: 1 }}>
      <Typography variant="body2">
        {given
          ? `It has become worse since ${given.by} answered for ${given.shortM.toFixed(0)} m. Answer it again:`
          : 'Move the cone, lower the pace, or write down why it stays, with your name:'}
      </Typography>
      <TextLine label="Reason" required value={reason} most={300} onText={setReason} />
      <TextLine label="Name" required value={by} most={80} onText={setBy} />
      <Button
        variant="outlined"
        sx={{ alignSelf: 'flex-start' }}
        disabled={reason.trim() === '' || by.trim() === ''}
        onClick={() =>
          onAnswer({ cornerNumber: room.cornerNumber, reason: reason.trim(), by: by.trim(), shortM: Math.max(0, -(room.marginM ?? 0)) })
        }
      >
        Record the answer
      </Button>
    </Stack>
  )
}
