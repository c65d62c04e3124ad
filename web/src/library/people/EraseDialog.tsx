import { Button, Dialog, DialogActions, DialogContent, DialogContentText, DialogTitle } from '@mui/material'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { personSchema, type Person } from '@ochote/contracts'
import { askAgain } from '../../api/askAgain'
import { peopleQuery } from '../../api/queries'
import { request } from '../../api/request'
import { ProblemNotice } from '../../problem/ProblemNotice'

/** Asks before someone's name and details go for good. */
export function EraseDialog({ person, onClose }: { person: Person; onClose: () => void }) {
  const client = useQueryClient()
  const erase = useMutation({
    mutationFn: () => request(personSchema, `/api/people/${person.id}/erased`, { method: 'POST', body: { fromVersion: person.version } }),
    onSuccess: async () => {
      await Promise.all([peopleQuery.queryKey, ['days']].map((queryKey) => askAgain(client, queryKey)))
      onClose()
    },
  })
  return (
    <Dialog open onClose={onClose} aria-labelledby="erase-title">
      <DialogTitle id="erase-title">Erase {person.name}?</DialogTitle>
      <DialogContent sx={{ display: 'flex', flexDirection: 'column', gap: 1.5 }}>
        {erase.error && <ProblemNotice error={erase.error} />}
        <DialogContentText>
          The name, the contacts and everything said about {person.name} go for good. This can’t be undone.
        </DialogContentText>
        <DialogContentText>
          Stints, logs and debriefs stay, under “former {person.role}”. A name that was typed into a debrief or a note stays there, and
          backups made before still have it.
        </DialogContentText>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Keep {person.name}</Button>
        <Button variant="contained" color="error" disabled={erase.isPending} onClick={() => erase.mutate()}>
          Erase for good
        </Button>
      </DialogActions>
    </Dialog>
  )
}
