import { Button, Dialog, DialogActions, DialogContent, DialogContentText, DialogTitle } from '@mui/material'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import type { StoredRecording } from '@ochote/contracts'
import { requestBytes } from '../api/request'
import { saveFile } from '../device/saveFile'
import { ProblemNotice } from '../problem/ProblemNotice'
import { ColumnsDialog } from './ColumnsDialog'
import { reportWords, sizeOf } from './recordingWords'
import { useReadAgain } from './useReadAgain'

const FOR_MS = 60_000
const fileOf = async ({ id }: StoredRecording) => new Blob([await requestBytes(`/api/recordings/${id}/file`, AbortSignal.timeout(FOR_MS))])

/** What was read of a recording, in plain words, with its file. */
export function RecordingReport({ recording, onClose }: { recording: StoredRecording; onClose: () => void }) {
  const [naming, setNaming] = useState<Blob | null>(null)
  const save = useMutation({ mutationFn: async () => saveFile(await fileOf(recording), recording.fileName) })
  const name = useMutation({ mutationFn: async () => setNaming(await fileOf(recording)) })
  const again = useReadAgain(recording.id)
  const error = save.error ?? name.error ?? again.error
  return (
    <Dialog open onClose={onClose} aria-labelledby="what-was-read">
      <DialogTitle id="what-was-read">{recording.fileName}</DialogTitle>
      <DialogContent>
        {[...reportWords(recording.overview), `${sizeOf(recording)}.`].map((line) => (
          <DialogContentText key={line} sx={{ mb: 0.5 }}>
            {line}
          </DialogContentText>
        ))}
        {error && <ProblemNotice error={error} />}
      </DialogContent>
      <DialogActions>
        {recording.source === 'file' && (
          <Button disabled={name.isPending || again.isPending} onClick={() => name.mutate()}>
            {again.isPending ? 'Reading it again…' : 'Say what the columns are'}
          </Button>
        )}
        <Button disabled={save.isPending} onClick={() => save.mutate()}>
          Save the file
        </Button>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
      {naming && (
        <ColumnsDialog
          source={naming}
          onClose={(isSaved) => {
            setNaming(null)
            if (isSaved) again.mutate()
          }}
        />
      )}
    </Dialog>
  )
}
