import { Alert, Button, Dialog, DialogActions, DialogContent, DialogTitle, LinearProgress, Stack, Typography } from '@mui/material'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { demonstrationRemovedSchema, demonstrationSchema } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { request } from '../api/request'
import { today } from '../format/format'
import { ProblemNotice } from '../problem/ProblemNotice'

const PATH = '/api/demonstration'
const queryKey = ['demonstration']

/** A made-up school to look at: added beside the school's own data, and removed again. */
export function Demonstration() {
  const client = useQueryClient()
  const [isAsking, setIsAsking] = useState(false)
  const there = useQuery({ queryKey, queryFn: ({ signal }) => request(demonstrationSchema, PATH, { signal }) })
  // days, people, cars and more have come or gone
  const onSuccess = () => askAgain(client)
  const add = useMutation({
    mutationFn: () => request(demonstrationSchema, PATH, { method: 'POST', body: { today: today() } }),
    onSuccess,
  })
  const remove = useMutation({ mutationFn: () => request(demonstrationRemovedSchema, PATH, { method: 'DELETE' }), onSuccess })
  const isBusy = add.isPending || remove.isPending
  const kept = remove.data?.kept ?? []
  const failed = [add, remove].find((one) => one.error)
  const error = failed?.error ?? there.error
  const again = () => (failed ? failed.mutate() : void there.refetch())
  return (
    <Stack component="section" aria-label="Demonstration" sx={{ gap: 1, alignItems: 'flex-start', maxWidth: 560 }}>
      <Typography variant="h2">Demonstration</Typography>
      <Typography color="text.secondary">
        A made-up school with two days: a circuit, cars, students, plans, laps and debriefs. It stands beside your own data, which stay as
        they are.
      </Typography>
      {error && <ProblemNotice error={error} onRetry={again} />}
      {isBusy && (
        <LinearProgress aria-label={add.isPending ? 'Adding the demonstration' : 'Removing the demonstration'} sx={{ width: 1 }} />
      )}
      {there.data?.isThere === false && (
        <Button variant="outlined" disabled={isBusy} onClick={() => add.mutate()}>
          Add the demonstration
        </Button>
      )}
      {there.data?.isThere === true && (
        <Button variant="outlined" color="error" disabled={isBusy} onClick={() => setIsAsking(true)}>
          Remove the demonstration
        </Button>
      )}
      {kept.length > 0 && (
        <Alert severity="info">Your own days use these, so they stay: {kept.map(({ noun, name }) => `${noun} ${name}`).join(', ')}.</Alert>
      )}
      <Dialog open={isAsking} onClose={() => setIsAsking(false)} aria-labelledby="remove-demonstration">
        <DialogTitle id="remove-demonstration">Remove the demonstration?</DialogTitle>
        <DialogContent>
          Its two days go for good, with everything that was logged, briefed or debriefed in them. Your own days stay as they are.
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setIsAsking(false)}>Keep it</Button>
          <Button
            variant="contained"
            color="error"
            onClick={() => {
              setIsAsking(false)
              remove.mutate()
            }}
          >
            Remove it for good
          </Button>
        </DialogActions>
      </Dialog>
    </Stack>
  )
}
