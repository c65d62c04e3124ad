import { DeleteOutlined } from '@mui/icons-material'
import { Box, Button, Checkbox, FormControlLabel, IconButton, Stack, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Homework } from '@ochote/contracts'
import { shortDay } from '../format/format'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { homeworkQuery, useHomework } from './useHomework'

const LONGEST = 200
/** Done long ago is out of the way. */
const MOST_DONE = 5

/** What a student was asked to do before the next day: given, ticked when it is done, and taken off the list. */
export function HomeworkList({ studentId }: { studentId: string }) {
  const homework = useQuery(homeworkQuery(studentId))
  const { give, tick, remove } = useHomework(studentId)
  const [typed, setTyped] = useState('')
  const failed = [give, tick, remove].find(({ error }) => error !== null)
  const text = typed.trim()
  // a tick shows at once; where it is refused, it goes
  const isTicked = ({ id, doneOn }: Homework) => (doneOn !== null) !== (tick.isPending && tick.variables.id === id)
  const add = () => text !== '' && give.mutate(text, { onSuccess: () => setTyped('') })
  return (
    <Box component="section" aria-labelledby="homework">
      <Typography id="homework" variant="h2">
        Homework
      </Typography>
      <Loaded query={homework}>
        {(all) => {
          const open = all.filter(({ doneOn }) => doneOn === null)
          const finished = all.filter(({ doneOn }) => doneOn !== null).slice(-MOST_DONE)
          return (
            <>
              {all.length === 0 && <Typography color="text.secondary">None given.</Typography>}
              {[...open, ...finished].map((one) => (
                <Stack key={one.id} direction="row" sx={{ alignItems: 'center' }}>
                  <FormControlLabel
                    sx={{ flex: 1 }}
                    control={<Checkbox checked={isTicked(one)} disabled={tick.isPending} onChange={() => tick.mutate(one)} />}
                    label={
                      <>
                        {one.text}{' '}
                        <Typography component="span" variant="body2" color="text.secondary">
                          given {shortDay(one.givenOn)}
                          {one.doneOn !== null && `, done ${shortDay(one.doneOn)}`}
                        </Typography>
                      </>
                    }
                  />
                  <IconButton className="no-print" aria-label={`Take off the list: ${one.text}`} onClick={() => remove.mutate(one)}>
                    <DeleteOutlined />
                  </IconButton>
                </Stack>
              ))}
            </>
          )
        }}
      </Loaded>
      <Stack className="no-print" direction="row" sx={{ gap: 1, mt: 0.5 }}>
        <TextField
          fullWidth
          size="small"
          label="To do before the next day"
          value={typed}
          slotProps={{ htmlInput: { maxLength: LONGEST } }}
          onChange={(e) => setTyped(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && add()}
        />
        <Button disabled={text === ''} loading={give.isPending} onClick={add}>
          Give
        </Button>
      </Stack>
      {failed?.error && <ProblemNotice error={failed.error} />}
    </Box>
  )
}
