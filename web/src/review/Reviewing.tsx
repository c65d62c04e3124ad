import { Box, Button, Stack, Typography } from '@mui/material'
import { useCallback, useMemo, useState, type ReactNode } from 'react'
import { Link as RouterLink } from 'react-router'
import type { Review, StoredRecording } from '@ochote/contracts'
import { coneFinder, prioritiesOf } from '@ochote/core'
import { SaveState } from '../autosave/SaveState'
import { ConflictDialog } from '../problem/ConflictDialog'
import { ProblemNotice } from '../problem/ProblemNotice'
import { Ribbon } from '../ribbon/Ribbon'
import type { RibbonScales } from '../ribbon/ribbonScales'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { stagePath } from '../shell/stages'
import type { OpenStint } from '../stint/openStint'
import { TrackMap } from '../trackMap/TrackMap'
import type { Reviewed } from '../workers/review.worker'
import { CornerPanel } from './CornerPanel'
import { CursorValues } from './CursorValues'
import { LinesOnMap, LinesOnRibbon, type LineTells } from './DrivenLines'
import { FiguresDialog } from './FiguresDialog'
import { FilesDialog } from './FilesDialog'
import { LapList } from './LapList'
import { NotesPanel } from './NotesPanel'
import { ReviewControls } from './ReviewControls'
import { ReviewFrame } from './ReviewFrame'
import { useFindings } from './useFindings'
import { useReference } from './useReference'
import { useRibbonTraces } from './useRibbonTraces'
import { useShownLaps } from './useShownLaps'
import { useReviewDraft } from './useReviewDraft'
import { useWantedLine } from './useWantedLine'
import { VideoPanel } from './video/VideoPanel'
import { WantedPanel } from './WantedPanel'
import { WholeDrive } from './WholeDrive'

interface ReviewingProps {
  open: OpenStint
  reviewed: Reviewed
  recording: StoredRecording
  stored: Review
  choice: ReactNode
}

const panels = { drive: 'Drive', corner: 'Corner', line: 'Line', video: 'Video', notes: 'Notes' } as const
type Panel = keyof typeof panels

/** Recorded laps over each other and the plan: on the ribbon with their traces, on the map, and corner by corner. */
export function Reviewing({ open, reviewed, recording, stored, choice }: ReviewingProps) {
  const { solution, cones, scheme, student, stint, day, plan } = open
  const { track } = solution
  const { widthM } = solution.vehicle
  const { analysis, best, pace } = reviewed
  const [corner, chooseCorner] = useCornerChoice(solution)
  const [asked, ask] = useState<Panel>('drive')
  const [tells, setTells] = useState<LineTells>('lap')
  const [isFigures, setFigures] = useState(false)
  const [isFiles, setFiles] = useState(false)
  const { choices, reference, chosen, choose, isReading, error } = useReference(open, reviewed, recording)
  const review = useReviewDraft(recording.id, stored)
  const { seen, away, actions } = useFindings(open, reviewed, review)
  const line = useWantedLine(open, review, asked === 'line', corner)
  // what was rejected is nothing to work on
  const priorities = useMemo(() => prioritiesOf(analysis.passes, seen), [analysis.passes, seen])
  const markOf = useMemo(() => {
    const find = coneFinder(cones)
    return (number: string, duty: string | null) => (duty === null ? null : find(number, duty))
  }, [cones])
  const { numbers, toggle, laps, referenceLap, drawn, bestLapS } = useShownLaps(reviewed, reference, line.trace)
  const { shown: shownLanes, show: showLanes, below } = useRibbonTraces(solution, drawn)
  const onRibbon = useCallback(
    (scales: RibbonScales) => <LinesOnRibbon laps={laps} track={track} tells={tells} widthM={widthM} scales={scales} />,
    [laps, track, tells, widthM],
  )
  const notes = useMemo(
    () =>
      seen
        .filter((one) => numbers.includes(one.lap))
        .map((one) => ({
          id: `${one.lap} ${one.corner} ${one.fault}`,
          stationM: one.stationM,
          text: one.fault,
          severity: one.fault === 'of' ? (3 as const) : (2 as const),
        })),
    [seen, numbers],
  )
  // ribbon and map show the same
  const drawing = { solution: line.solution, cones, scheme, corner, onCorner: chooseCorner, hand: line.hand }
  // the whole drive is shown until a corner is chosen, by whatever way
  const panel = asked === 'drive' && corner !== null ? 'corner' : asked
  const show = (next: Panel) => {
    if (next === 'drive') chooseCorner(null)
    ask(next)
  }
  const solved = solution.corners.find((c) => c.number === corner)
  return (
    <ReviewFrame
      head={
        <>
          <Stack direction="row" sx={{ columnGap: 1.5, rowGap: 0.5, alignItems: 'center', flexWrap: 'wrap' }}>
            <Typography variant="h1">Recorded laps: {student.name}</Typography>
            {choice}
            <Box sx={{ flex: 1 }} />
            <SaveState state={review} before="Nothing decided yet" />
            <Button onClick={() => setFiles(true)}>Files</Button>
            <Button component={RouterLink} to={stagePath(day.id, 'debrief', stint.id)}>
              Debrief
            </Button>
          </Stack>
          {review.error && <ProblemNotice error={review.error} onRetry={review.retry} />}
          {error && <ProblemNotice error={error} />}
          <ConflictDialog what="review" conflict={review.conflict} />
          {isFiles && <FilesDialog open={open} onClose={() => setFiles(false)} />}
        </>
      }
      laps={
        <LapList
          laps={analysis.laps}
          findings={seen}
          shown={new Map(laps.map(({ trace, ink }) => [trace.lap!, ink]))}
          bestLapS={bestLapS}
          onToggle={toggle}
        />
      }
      map={
        <TrackMap
          {...drawing}
          overlay={(fit, k) => <LinesOnMap laps={laps} track={track} tells={tells} widthM={widthM} fit={fit} k={k} />}
        />
      }
      panels={panels}
      panel={panel}
      onPanel={show}
      panelContent={
        panel === 'drive' ? (
          <WholeDrive
            priorities={priorities}
            corners={solution.corners.map((c) => c.number)}
            markOf={markOf}
            best={best}
            pace={pace}
            positionLateS={analysis.positionLateS}
            planned={plan.setup.pace}
            onCorner={chooseCorner}
          />
        ) : panel === 'corner' ? (
          <CornerPanel
            corner={solved ?? null}
            solution={solution}
            passes={analysis.passes}
            findings={seen}
            away={away}
            review={review.draft}
            markOf={markOf}
            student={student.name}
            unavailable={analysis.unavailable}
            actions={actions}
            onCorner={chooseCorner}
          />
        ) : panel === 'line' ? (
          <WantedPanel
            solution={solution}
            planned={line.planned}
            wanted={line.trace}
            wantedLapS={line.solution.trace.lapTimeS}
            driven={laps[0] ?? null}
            error={line.error}
            onRemove={() => review.change({ ...review.draft, wanted: null })}
          />
        ) : panel === 'video' ? (
          <VideoPanel
            recordingId={recording.id}
            solution={solution}
            reviewed={reviewed}
            review={review.draft}
            corner={corner}
            onChange={review.change}
          />
        ) : (
          <NotesPanel
            recordingId={recording.id}
            notes={review.draft.notes}
            laps={analysis.laps.map(({ lap }) => lap)}
            shown={numbers[0] ?? 0}
            solution={solution}
            stationM={solved?.points.apex?.stationM ?? 0}
            onChange={(next) => review.change({ ...review.draft, notes: next })}
          />
        )
      }
      ribbon={
        <>
          <ReviewControls
            choices={choices}
            chosen={choices.some(({ key }) => key === chosen) ? chosen : 'plan'}
            onChoose={choose}
            ink={referenceLap.ink}
            says={isReading ? 'being read' : reference.says}
            tells={tells}
            onTells={setTells}
            shown={shownLanes}
            onShown={showLanes}
            onFigures={() => setFigures(true)}
          />
          <CursorValues track={track} laps={drawn} shown={shownLanes} reference={reference.says} />
          <Ribbon {...drawing} notes={notes} overlay={onRibbon} compact below={below} />
          {isFigures && <FiguresDialog track={track} laps={drawn} shown={shownLanes} onClose={() => setFigures(false)} />}
        </>
      }
    />
  )
}
