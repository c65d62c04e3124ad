import { ArrowBack, FileDownloadOutlined } from '@mui/icons-material'
import { Box, Button, Stack, Typography } from '@mui/material'
import { Link } from 'react-router'
import { saveFile } from '../device/saveFile'
import { SaveState } from '../autosave/SaveState'
import type { useCircuitDraft } from './useCircuitDraft'

interface CircuitBarProps {
  draft: ReturnType<typeof useCircuitDraft>
  name: string
}

/** The circuit's name, undo and redo, whether it is saved, and its file. */
export function CircuitBar({ draft, name }: CircuitBarProps) {
  const download = () =>
    saveFile(new Blob([JSON.stringify(draft.draft, null, 1)], { type: 'application/geo+json' }), `${name}.circuit.geojson`)
  return (
    <Stack direction="row" sx={{ px: 2, py: 1, gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
      <Button component={Link} to="/library/circuits" startIcon={<ArrowBack />}>
        Circuits
      </Button>
      <Typography variant="h1" sx={{ fontSize: '1.3rem' }}>
        {name}
      </Typography>
      <SaveState state={draft} />
      <Box sx={{ flex: 1 }} />
      <Button startIcon={<FileDownloadOutlined />} onClick={download}>
        GeoJSON
      </Button>
    </Stack>
  )
}
