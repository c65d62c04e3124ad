import { DrawOutlined, Inventory2Outlined, RouteOutlined } from '@mui/icons-material'
import { Alert, Box, Button, IconButton, Link as MuiLink, Stack, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { circuitSummarySchema, type CircuitSummary } from '@ochote/contracts'
import { circuitFromDocument, cornersOf, sampleTrack } from '@ochote/core'
import { archivedQuery, circuitQuery, circuitsQuery } from '../api/queries'
import { count, lapLength } from '../format/format'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { ArchivedList } from '../records/ArchivedList'
import { useArchive, type Archivable } from '../records/useArchive'
import { EmptyState } from '../shell/EmptyState'
import { circuitInWorker } from '../workers/fileReaders'
import { FileButton } from '../forms/FileButton'
import { Outline } from './Outline'
import { useImport } from './useImport'

const archivable = ({ id, name }: CircuitSummary): Archivable => ({
  path: `/api/circuits/${id}`,
  ...{ name, queryKeys: [circuitsQuery.queryKey] },
})

/** Circuits, and putting one on the shelf from its file. */
export function CircuitsBoard() {
  const circuits = useQuery(circuitsQuery)
  const { archive, error } = useArchive()
  const put = useImport({
    path: '/api/circuits',
    field: 'document',
    read: circuitInWorker,
    answer: circuitSummarySchema,
    queryKey: circuitsQuery.queryKey,
  })
  return (
    <Stack sx={{ gap: 2 }}>
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
        <FileButton
          label="Add a circuit file"
          accept=".geojson,.json,application/geo+json"
          busy={put.isPending}
          onFile={(file) => put.mutate(file)}
        />
        <Button component={Link} to="/library/circuits/recce" variant="outlined" startIcon={<RouteOutlined />}>
          From a recce drive
        </Button>
        <Button component={Link} to="/library/circuits/draw" variant="outlined" startIcon={<DrawOutlined />}>
          Draw one
        </Button>
      </Stack>
      {put.error && <ProblemNotice error={put.error} />}
      {put.data && <Alert severity="success">{put.data.name} is on the shelf.</Alert>}
      <Loaded query={circuits}>
        {(list) =>
          list.length === 0 ? (
            <EmptyState title="No circuit yet">
              Add a circuit as GeoJSON: one line along the middle of the track with its widths, and any corners, kerbs and run-off you know.
            </EmptyState>
          ) : (
            <Box
              component="ul"
              sx={{ listStyle: 'none', p: 0, m: 0, display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(260px, 1fr))', gap: 3 }}
            >
              {list.map((circuit) => (
                <CircuitCard key={circuit.id} circuit={circuit} onArchive={() => archive(archivable(circuit))} />
              ))}
            </Box>
          )
        }
      </Loaded>
      {error && <ProblemNotice error={error} />}
      <ArchivedList what="circuits" query={archivedQuery('circuits', circuitSummarySchema)} of={(list) => list.map(archivable)} />
    </Stack>
  )
}

function CircuitCard({ circuit, onArchive }: { circuit: CircuitSummary; onArchive: () => void }) {
  const { data } = useQuery(circuitQuery(circuit.id))
  const track = useMemo(() => {
    const read = data ? circuitFromDocument(data.document) : null
    return read?.ok ? sampleTrack(read.value, 4) : null
  }, [data])
  return (
    <Box component="li">
      <Box sx={{ height: 150 }}>{track && <Outline track={track} />}</Box>
      <Typography variant="h2">
        <MuiLink component={Link} to={`/library/circuits/${circuit.id}`}>
          {circuit.name}
        </MuiLink>
        <IconButton size="small" title="Archive" aria-label={`Archive ${circuit.name}`} onClick={onArchive}>
          <Inventory2Outlined fontSize="small" />
        </IconButton>
      </Typography>
      <Typography variant="body2" color="text.secondary">
        {lapLength(circuit.lengthM)}, {circuit.closed ? 'closed' : 'open'}
        {track && `, ${count(cornersOf(track).length, 'corner')}`}
      </Typography>
    </Box>
  )
}
