import { Box, Button, Stack, TextField, Typography } from '@mui/material'
import { useState } from 'react'
import type { StintRecord } from '@ochote/core'
import type { AddToStint } from '../stintLog/useStintLogs'

interface TalkQuestionsProps {
  /** corner that the talk is at, or '' between corners */
  cornerNumber: string
  asked: StintRecord['questions']
  add: AddToStint
}

/** The student's questions, each stored with the place where it was asked. */
export function TalkQuestions({ cornerNumber, asked, add }: TalkQuestionsProps) {
  const [question, setQuestion] = useState('')
  const store = () => {
    if (question.trim() === '') return
    add({ kind: 'question', corner: cornerNumber, text: question.trim() })
    setQuestion('')
  }
  return (
    <Box component="section" aria-label="Questions">
      <Stack direction="row" component="form" sx={{ gap: 1 }} onSubmit={(e) => (e.preventDefault(), store())}>
        <TextField
          size="small"
          fullWidth
          label={cornerNumber ? `A question at corner ${cornerNumber}` : 'A question here'}
          value={question}
          slotProps={{ htmlInput: { maxLength: 300 } }}
          onChange={(e) => setQuestion(e.target.value)}
        />
        <Button type="submit" disabled={question.trim() === ''}>
          Add
        </Button>
      </Stack>
      {asked.map((q) => (
        <Stack key={q.id} direction="row" sx={{ gap: 1, alignItems: 'center' }}>
          <Typography sx={{ flex: 1 }}>
            {q.corner ? <strong>Corner {q.corner}: </strong> : null}
            {q.text}
          </Typography>
          <Button size="small" aria-label={`Delete: ${q.text}`} onClick={() => add({ kind: 'undo', about: q.id })}>
            Delete
          </Button>
        </Stack>
      ))}
    </Box>
  )
}
