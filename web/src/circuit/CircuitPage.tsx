import { Box } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { useParams } from 'react-router'
import type { CircuitDocument, StoredCircuit } from '@ochote/contracts'
import { circuitFromDocument, circuitRemarks, sampleTrack } from '@ochote/core'
import { circuitQuery } from '../api/queries'
import { Caution } from '../caution/Caution'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { ConflictDialog } from '../problem/ConflictDialog'
import { PanelTabs } from '../shell/PanelTabs'
import { CircuitBar } from './CircuitBar'
import { CircuitCheck } from './CircuitCheck'
import { CircuitMap } from './CircuitMap'
import { CornersTab } from './CornersTab'
import { added, featuresIn, numberOf, placeMoved, roleOf, type Stretch } from './documentEdits'
import { DrawingBar } from './DrawingBar'
import { FeaturesTab } from './FeaturesTab'
import { TrackTab } from './TrackTab'
import { flawsOf } from './flaws'
import { mapStart } from './mapStart'
import { useDrawing, withDrawnSide } from './useDrawing'
import { useCircuitDraft } from './useCircuitDraft'

/** A circuit of the shelf, to be seen, checked and changed. */
export function CircuitPage() {
  const { circuitId = '' } = useParams()
  const circuit = useQuery({ ...circuitQuery(circuitId), refetchOnWindowFocus: false })
  return <Loaded query={circuit}>{(data) => <CircuitEditor key={data.id} circuit={data} />}</Loaded>
}

const tabs = { check: 'Check', track: 'Track', features: 'Features', corners: 'Corners' } as const
type TabKey = keyof typeof tabs

function CircuitEditor({ circuit }: { circuit: StoredCircuit }) {
  const draft = useCircuitDraft(circuit)
  const [{ frame, bounds }] = useState(() => mapStart(circuit.document))
  const [tab, setTab] = useState<TabKey>('check')
  const [selected, setSelected] = useState<number | null>(null)
  const [stretch, setStretch] = useState<Stretch>({ from: 0, to: 0 })
  const [moving, setMoving] = useState<CircuitDocument | null>(null)
  const document = moving ?? draft.draft
  const read = useMemo(() => circuitFromDocument(document), [document])
  const track = useMemo(() => (read.ok ? sampleTrack(read.value) : null), [read])
  const remarks = useMemo(() => (read.ok ? circuitRemarks(read.value) : []), [read])
  const problems = read.ok ? [] : read.problem
  const flaws = flawsOf(document, problems, track, remarks)
  const { drawing, begin, place, finish, stop } = useDrawing((feature) => {
    draft.change(added(draft.draft, withDrawnSide(feature, track)))
    setSelected(featuresIn(draft.draft).length)
  })
  const pick = (index: number | null) => {
    setSelected(index)
    if (index === null) return
    const role = roleOf(featuresIn(document)[index]!)
    setTab(role === 'centreline' ? 'track' : role === 'corner' ? 'corners' : 'features')
  }
  const chooseStretch = (vertex: number, extend: boolean) =>
    setStretch(extend ? { from: stretch.from, to: vertex } : { from: vertex, to: vertex })
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column', height: { md: 'calc(100dvh - 54px)' }, minHeight: { md: 600 } }}>
      <CircuitBar draft={draft} name={document.ochote.name} />
      {draft.error !== null && <ProblemNotice error={draft.error} onRetry={draft.retry} />}
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
              const next = placeMoved(draft.draft, index, vertex, to)
              setMoving(done ? null : next)
              if (done) draft.change(next)
            }}
            drawing={drawing?.places ?? null}
            onDraw={place}
          />
          {drawing && <DrawingBar addable={drawing.addable} count={drawing.places.length} onDone={finish} onStop={stop} />}
        </Box>
        <Box
          component="aside"
          aria-label="About the circuit"
          sx={{ borderLeft: { md: 1 }, borderColor: { md: 'divider' }, display: 'flex', flexDirection: 'column', minHeight: 0 }}
        >
          <PanelTabs label="About the circuit" id="circuit" names={tabs} open={tab} onOpen={setTab}>
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
                  begin(addable)
                }}
              />
            )}
            {tab === 'corners' && (
              <CornersTab
                document={document}
                track={track}
                chosen={numberOf(featuresIn(document)[selected ?? -1])}
                onChange={draft.change}
              />
            )}
          </PanelTabs>
        </Box>
      </Box>
      <Box sx={{ px: 2, py: 0.75, borderTop: 1, borderColor: 'divider' }}>
        <Caution />
      </Box>
      <ConflictDialog what="circuit" conflict={draft.conflict} />
    </Box>
  )
}
