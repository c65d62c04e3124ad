import { ArrowBack, FileDownloadOutlined, SaveOutlined } from '@mui/icons-material'
import { Box, Button, Stack, Typography } from '@mui/material'
import { Link } from 'react-router'
import { saveFile } from '../device/saveFile'
import { UndoRedo } from '../undo/UndoRedo'
import type { useCircuitDraft } from './useCircuitDraft'

interface CircuitBarProps {
  draft: ReturnType<typeof useCircuitDraft>
  name: string
  /** whether it can be saved as it stands */
  usable: boolean
}

/** The circuit's name, undo and redo, whether it is saved, and its file. */
export function CircuitBar({ draft, name, usable }: CircuitBarProps) {
  const download = () =>
    saveFile(new Blob([JSON.stringify(draft.document, null, 1)], { type: 'application/geo+json' }), `${name}.circuit.geojson`)
  return (
    <Stack direction="row" sx={{ px: 2, py: 1, gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
      <Button component={Link} to="/library/circuits" startIcon={<ArrowBack />}>
        Circuits
      </Button>
      <Typography variant="h1" sx={{ fontSize: '1.3rem' }}>
        {name}
      </Typography>
      <UndoRedo {...draft} />
      <Typography variant="body2" role="status" color="text.secondary">
        {draft.saving ? 'Saving…' : draft.dirty ? 'Unsaved changes' : `Saved, version ${draft.version}`}
      </Typography>
      <Box sx={{ flex: 1 }} />
      <Button startIcon={<FileDownloadOutlined />} onClick={download}>
        GeoJSON
      </Button>
      <Button variant="contained" startIcon={<SaveOutlined />} disabled={!draft.dirty || draft.saving || !usable} onClick={draft.save}>
        Save
      </Button>
    </Stack>
  )
}
