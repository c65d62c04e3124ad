import { ArrowBack, Check, Close, FileDownloadOutlined, Redo, SaveOutlined, Undo } from '@mui/icons-material'
import {
  Box,
  Button,
  Dialog,
  DialogActions,
  DialogContent,
  DialogContentText,
  DialogTitle,
  IconButton,
  Stack,
  Tab,
  Tabs,
  Tooltip,
  Typography,
} from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { Link, useBlocker, useParams } from 'react-router'
import type { CircuitDocument, CircuitOnShelf } from '@ochote/contracts'
import { circuitFromDocument, circuitRemarks, localFrame, placeAt, sampleTrack, toLocal, toLonLat, type LocalFrame } from '@ochote/core'
import { circuitQuery } from '../api/queries'
import { Caution } from '../caution/Caution'
import { useUndoKeys } from '../history/useUndoKeys'
import { saveFile } from '../pdf/saveFile'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { CircuitCheck, featureOfProblem } from './CircuitCheck'
import { CircuitMap, type Flaw } from './CircuitMap'
import { CornersTab } from './CornersTab'
import { added, centrelineIndex, featuresIn, placeMoved, placesOf, roleOf, type Place, type Stretch } from './documentEdits'
import { FeaturesTab } from './FeaturesTab'
import type { Addable } from './roleFields'
import { TrackTab } from './TrackTab'
import { useCircuitDraft } from './useCircuitDraft'

/** A circuit of the shelf, to be seen, checked and changed. */
export function CircuitPage() {
  const { circuitId = '' } = useParams()
  const circuit = useQuery({ ...circuitQuery(circuitId), refetchOnWindowFocus: false })
  return <Loaded query={circuit}>{(data) => <CircuitEditor key={data.id} circuit={data} />}</Loaded>
}

const tabs = { check: 'Check', track: 'Track', features: 'Features', corners: 'Corners' } as const
type TabKey = keyof typeof tabs

/** The frame and the box that the map begins with: it does not jump while places are moved. */
function startOf(document: CircuitDocument): { frame: LocalFrame; bounds: { x: Float64Array; y: Float64Array } } {
  const index = centrelineIndex(document)
  const places = index < 0 ? [] : placesOf(featuresIn(document)[index]!)
  const mean = (k: number) => places.reduce((sum, p) => sum + p[k]!, 0) / Math.max(1, places.length)
  const frame = localFrame(mean(0), mean(1))
  const local = places.map((p) => toLocal(frame, p[0]!, p[1]!))
  return { frame, bounds: { x: Float64Array.from(local, (p) => p.x), y: Float64Array.from(local, (p) => p.y) } }
}

function CircuitEditor({ circuit }: { circuit: CircuitOnShelf }) {
  const draft = useCircuitDraft(circuit)
  const [{ frame, bounds }] = useState(() => startOf(circuit.document))
  const [tab, setTab] = useState<TabKey>('check')
  const [selected, setSelected] = useState<number | null>(null)
  const [stretch, setStretch] = useState<Stretch>({ from: 0, to: 0 })
  const [moving, setMoving] = useState<CircuitDocument | null>(null)
  const [drawing, setDrawing] = useState<{ addable: Addable; places: Place[] } | null>(null)
  useUndoKeys(draft.undo, draft.redo)
  const leaving = useBlocker(draft.dirty)
  const document = moving ?? draft.document
  const read = useMemo(() => circuitFromDocument(document), [document])
  const track = useMemo(() => (read.ok ? sampleTrack(read.value) : null), [read])
  const remarks = useMemo(() => (read.ok ? circuitRemarks(read.value) : []), [read])
  const problems = read.ok ? [] : read.problem
  const flaws: Flaw[] = [
    ...problems.flatMap((problem) => {
      const about = featureOfProblem(problem)
      const feature = about && featuresIn(document)[about.index]
      const crossing = [...problem.found.matchAll(/after position (\d+)/g)].map((m) => Number(m[1]))
      const vertices = about && about.vertex !== null ? [about.vertex] : crossing
      return feature ? vertices.flatMap((v) => placesOf(feature).slice(v, v + 1)).map((place) => ({ place, what: problem.found })) : []
    }),
    ...remarks.flatMap(({ stationM, what }) => {
      if (stationM === null || !track) return []
      const p = placeAt(track, stationM, 0)
      const { lon, lat } = toLonLat(track.circuit.frame, p.x, p.y)
      return [{ place: [lon, lat], what }]
    }),
  ]
  const finish = () => {
    if (!drawing) return
    const { addable, places } = drawing
    setDrawing(null)
    const least = addable.geometry === 'Polygon' ? 3 : addable.geometry === 'LineString' ? 2 : 1
    if (places.length < least) return
    const coordinates = addable.geometry === 'Point' ? places[0] : addable.geometry === 'Polygon' ? [[...places, places[0]]] : places
    draft.change(
      added(draft.document, {
        type: 'Feature',
        properties: { role: addable.role, ...addable.properties },
        geometry: { type: addable.geometry, coordinates },
      }),
    )
    setSelected(featuresIn(draft.document).length)
  }
  const draw = (place: Place) => {
    if (!drawing) return
    if (drawing.addable.geometry === 'Point') {
      setDrawing(null)
      draft.change(
        added(draft.document, {
          type: 'Feature',
          properties: { role: drawing.addable.role, ...drawing.addable.properties },
          geometry: { type: 'Point', coordinates: place },
        }),
      )
      setSelected(featuresIn(draft.document).length)
    } else setDrawing({ ...drawing, places: [...drawing.places, place] })
  }
  useEffect(() => {
    if (!drawing) return
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') setDrawing(null)
      else if (event.key === 'Enter' && !(event.target as HTMLElement).closest('button')) finish()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  })
  const pick = (index: number | null) => {
    setSelected(index)
    if (index === null) return
    const role = roleOf(featuresIn(document)[index]!)
    setTab(role === 'centreline' ? 'track' : role === 'corner' ? 'corners' : 'features')
  }
  const chooseStretch = (vertex: number, extend: boolean) =>
    setStretch(extend ? { from: stretch.from, to: vertex } : { from: vertex, to: vertex })
  const save = () =>
    saveFile(
      new Blob([JSON.stringify(draft.document, null, 1)], { type: 'application/geo+json' }),
      `${document.ochote.name}.circuit.geojson`,
    )
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', height: { md: 'calc(100dvh - 54px)' }, minHeight: { md: 600 } }}>
      <Stack direction="row" sx={{ px: 2, py: 1, gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button component={Link} to="/shelf/circuits" startIcon={<ArrowBack />}>
          Circuits
        </Button>
        <Typography variant="h1" sx={{ fontSize: '1.3rem' }}>
          {document.ochote.name}
        </Typography>
        <Tooltip title="Undo (Ctrl+Z)">
          <span>
            <IconButton aria-label="Undo" disabled={!draft.canUndo} onClick={draft.undo}>
              <Undo />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title="Redo (Ctrl+Shift+Z)">
          <span>
            <IconButton aria-label="Redo" disabled={!draft.canRedo} onClick={draft.redo}>
              <Redo />
            </IconButton>
          </span>
        </Tooltip>
        <Typography variant="body2" role="status" color="text.secondary">
          {draft.saving ? 'Saving…' : draft.dirty ? 'Changed, not saved' : `Saved, version ${draft.version}`}
        </Typography>
        <Box sx={{ flex: 1 }} />
        <Button startIcon={<FileDownloadOutlined />} onClick={save}>
          GeoJSON
        </Button>
        <Button
          variant="contained"
          startIcon={<SaveOutlined />}
          disabled={!draft.dirty || draft.saving || problems.length > 0}
          onClick={draft.save}
        >
          Save
        </Button>
      </Stack>
      {draft.error !== null && <ProblemNotice error={draft.error} />}
      <Box sx={{ flex: 1, minHeight: 0, display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 420px' } }}>
        <Box sx={{ position: 'relative', height: { xs: 340, md: 'auto' }, minHeight: 0, display: 'flex' }}>
          <CircuitMap
            document={document}
            frame={frame}
            bounds={bounds}
            track={track}
            flaws={flaws}
            selected={selected}
            onSelect={pick}
            stretch={tab === 'track' ? stretch : null}
            onStretch={chooseStretch}
            onMove={(index, vertex, to, done) => {
              const next = placeMoved(draft.document, index, vertex, to)
              setMoving(done ? null : next)
              if (done) draft.change(next)
            }}
            drawing={drawing?.places ?? null}
            onDraw={draw}
          />
          {drawing && (
            <DrawingBar addable={drawing.addable} count={drawing.places.length} onDone={finish} onStop={() => setDrawing(null)} />
          )}
        </Box>
        <Box
          component="aside"
          aria-label="About the circuit"
          sx={{ borderLeft: { md: 1 }, borderColor: { md: 'divider' }, display: 'flex', flexDirection: 'column', minHeight: 0 }}
        >
          <Tabs
            value={tab}
            onChange={(_e, next: TabKey) => setTab(next)}
            variant="fullWidth"
            aria-label="About the circuit"
            sx={{ borderBottom: 1, borderColor: 'divider', minHeight: 40, flexShrink: 0 }}
          >
            {(Object.keys(tabs) as TabKey[]).map((key) => (
              <Tab
                key={key}
                value={key}
                label={tabs[key]}
                id={`circuit-tab-${key}`}
                aria-controls={`circuit-${key}`}
                sx={{ textTransform: 'none', minWidth: 0, minHeight: 40 }}
              />
            ))}
          </Tabs>
          <Box
            role="tabpanel"
            id={`circuit-${tab}`}
            aria-labelledby={`circuit-tab-${tab}`}
            tabIndex={0}
            sx={{ px: 2, py: 1.5, overflowY: 'auto', flex: 1 }}
          >
            {tab === 'check' && <CircuitCheck problems={problems} remarks={remarks} onFeature={pick} />}
            {tab === 'track' && (
              <TrackTab document={document} track={track} stretch={stretch} onStretch={setStretch} onChange={draft.change} />
            )}
            {tab === 'features' && (
              <FeaturesTab
                document={document}
                frame={frame}
                track={track}
                selected={selected}
                onSelect={pick}
                onChange={draft.change}
                onAdd={(addable) => {
                  setSelected(null)
                  setDrawing({ addable, places: [] })
                }}
              />
            )}
            {tab === 'corners' && <CornersTab document={document} track={track} onChange={draft.change} />}
          </Box>
        </Box>
      </Box>
      <Box sx={{ px: 2, py: 0.75, borderTop: 1, borderColor: 'divider' }}>
        <Caution />
      </Box>
      <Choice
        open={draft.conflict !== null}
        title="Someone else saved this circuit"
        text={`Version ${draft.conflict ?? ''} was saved while you were changing it here. Nothing of yours is stored yet.`}
        choices={[
          { name: 'Take theirs', act: draft.takeTheirs },
          { name: 'Keep mine', act: draft.keepMine },
        ]}
      />
      <Choice
        open={leaving.state === 'blocked'}
        title="Leave without saving?"
        text="What was changed since the last save would be lost."
        choices={[
          { name: 'Leave', act: () => leaving.proceed?.() },
          { name: 'Stay', act: () => leaving.reset?.() },
        ]}
      />
    </Box>
  )
}

interface DrawingBarProps {
  addable: Addable
  count: number
  onDone: () => void
  onStop: () => void
}

/** What to do while something is drawn. */
function DrawingBar({ addable, count, onDone, onStop }: DrawingBarProps) {
  const least = addable.geometry === 'Polygon' ? 3 : 2
  return (
    <Stack
      direction="row"
      role="status"
      sx={{
        position: 'absolute',
        top: 8,
        left: 8,
        gap: 1,
        alignItems: 'center',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        px: 1.5,
        py: 0.5,
      }}
    >
      <Typography variant="body2">
        {addable.name}: {addable.geometry === 'Point' ? 'click where it stands' : 'click along it, in the direction of driving'}
      </Typography>
      {addable.geometry !== 'Point' && (
        <Button size="small" startIcon={<Check />} disabled={count < least} onClick={onDone}>
          Done
        </Button>
      )}
      <Button size="small" color="inherit" startIcon={<Close />} onClick={onStop}>
        Stop
      </Button>
    </Stack>
  )
}

interface ChoiceProps {
  open: boolean
  title: string
  text: string
  choices: readonly { name: string; act: () => void }[]
}

function Choice({ open, title, text, choices }: ChoiceProps) {
  return (
    <Dialog open={open} aria-labelledby="choice">
      <DialogTitle id="choice">{title}</DialogTitle>
      <DialogContent>
        <DialogContentText>{text}</DialogContentText>
      </DialogContent>
      <DialogActions>
        {choices.map(({ name, act }, i) => (
          <Button key={name} variant={i === choices.length - 1 ? 'contained' : 'text'} onClick={act}>
            {name}
          </Button>
        ))}
      </DialogActions>
    </Dialog>
  )
}
