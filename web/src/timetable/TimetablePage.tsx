import { Alert, Box, Button, MenuItem, Stack, Tab, Tabs, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link as RouterLink, useParams } from 'react-router'
import { v7 as uuid } from 'uuid'
import type { DayView, StoredTimetable, TimetableDraft } from '@ochote/contracts'
import { changesOf, costOf, dayFileOf, placesOf, plannedStints, wantsOf, withRulesOf } from '@ochote/core'
import { dayQuery } from '../api/queries'
import { SaveState } from '../autosave/SaveState'
import { ConflictDialog } from '../problem/ConflictDialog'
import { Loaded } from '../problem/Loaded'
import { ProblemNotice } from '../problem/ProblemNotice'
import { EmptyState } from '../shell/EmptyState'
import { Page } from '../shell/Page'
import { Board } from './Board'
import { ChosenStint } from './ChosenStint'
import { FindBar } from './FindBar'
import { clashesOf, columnKinds, firstFree, lacking, type ColumnKind } from './moves'
import { named, useNames } from './names'
import { RulesAndWants } from './RulesAndWants'
import { SolvePanel } from './SolvePanel'
import { useSolving } from './useSolving'
import { TellDialog } from './TellDialog'
import { useTimetable } from './useTimetable'
import { WantsTable } from './WantsTable'
import { WhatHappened } from './WhatHappened'
import { WhoIsThere } from './WhoIsThere'
import { timetableQuery } from './timetableQuery'

const SECONDS = 60
const columnWords: Readonly<Record<ColumnKind, string>> = { vehicle: 'By car', instructor: 'By instructor', student: 'By student' }

/** A day's timetable: who is there and what they need, the board, and a search for a better one. */
export function TimetablePage() {
  const { dayId = '' } = useParams()
  const day = useQuery(dayQuery(dayId))
  const timetable = useQuery(timetableQuery(dayId))
  return (
    <Loaded query={day}>
      {(data) => <Loaded query={timetable}>{(stored) => <OpenTimetable key={dayId} day={data} stored={stored} />}</Loaded>}
    </Loaded>
  )
}

function OpenTimetable({ day, stored }: { day: DayView; stored: StoredTimetable }) {
  const state = useTimetable(day.id, stored)
  const names = useNames(day)
  const solving = useSolving(day.id)
  const [tab, setTab] = useState<'board' | 'who' | 'rules'>(state.draft.students.length === 0 ? 'who' : 'board')
  const [columns, setColumns] = useState<ColumnKind>('vehicle')
  const [chosen, setChosen] = useState<string | null>(null)
  const [from, setFrom] = useState('')
  const [isTelling, setIsTelling] = useState(false)
  const [hasHappened, setHasHappened] = useState(false)
  const [noRoomFor, setNoRoomFor] = useState<string | null>(null)
  const { draft, change } = state
  const full = useMemo(() => named(draft, names), [draft, names])
  const clashes = useMemo(() => clashesOf(full), [full])
  const wrong = useMemo(() => {
    const by = new Map<string, string[]>()
    for (const { stints, says } of clashes)
      for (const at of stints) {
        const { id } = draft.places[at]!
        by.set(id, [...(by.get(id) ?? []), says])
      }
    return by
  }, [clashes, draft.places])
  const driven = useMemo(() => new Set(stored.driven), [stored.driven])
  const lacks = lacking(draft)
  const place = draft.places.find((one) => one.id === chosen) ?? null
  const wants = wantsOf(dayFileOf(draft, stored.told, null), plannedStints(draft))
  const best = solving.state?.best ?? null
  const proposed = useMemo(() => (best ? placesOf(draft, best.stints, uuid) : []), [draft, best])
  const untold = changesOf(stored.told, draft.places).length
  const take = (next: TimetableDraft) => {
    change(next)
    solving.stop()
    solving.drop()
  }
  const find = (asked: TimetableDraft, keep: string | null = from === '' ? null : from, notBefore = keep) => {
    setTab('board')
    solving.start({ draft: named(asked, names), seconds: SECONDS, from: keep, notBefore })
  }
  const isEmpty = draft.students.length === 0
  return (
    <Page
      title="Timetable"
      actions={
        <>
          <SaveState state={state} before="Made from the day’s stints, not saved" />
          <Button component={RouterLink} to="sheets">
            Day sheets
          </Button>
          <Button variant={untold > 0 ? 'contained' : 'outlined'} disabled={untold === 0} onClick={() => setIsTelling(true)}>
            {untold === 0 ? 'Everybody has been told' : `Tell everybody: ${untold}`}
          </Button>
        </>
      }
    >
      {state.error && <ProblemNotice error={state.error} onRetry={state.retry} />}
      <ConflictDialog what="timetable" conflict={state.conflict} />
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap', alignItems: 'center', mt: -1.5 }}>
        <Tabs value={tab} onChange={(_e, next: typeof tab) => setTab(next)} aria-label="Parts of the timetable">
          <Tab value="board" label="Board" />
          <Tab value="who" label="Who is there" />
          <Tab value="rules" label="Rules and wants" />
        </Tabs>
        <Box sx={{ flex: 1 }} />
        <FindBar
          {...{ draft, from }}
          isBusy={solving.isStarting || solving.state?.isOver === false}
          onFrom={setFrom}
          onHappened={() => setHasHappened(true)}
          onFind={() => find(draft)}
        />
      </Stack>
      {tab === 'who' && (
        <WhoIsThere
          draft={draft}
          names={names}
          isNeeded={(id) => draft.places.some((p) => driven.has(p.id) && [p.student, p.vehicle, p.instructor].includes(id))}
          onChange={change}
        />
      )}
      {tab === 'rules' && <RulesAndWants draft={draft} onChange={change} />}
      {tab === 'board' &&
        (isEmpty ? (
          <EmptyState
            title="Nobody is there yet"
            action={
              <Button variant="contained" onClick={() => setTab('who')}>
                Say who is there
              </Button>
            }
          >
            Say who drives and who teaches, from when to when, and which cars there are. Then a timetable can be found.
          </EmptyState>
        ) : (
          <Box
            sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,1fr) 350px' }, gap: 2.5, alignItems: 'start' }}
          >
            <Stack sx={{ gap: 1.5, minWidth: 0 }}>
              <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
                <TextField
                  select
                  size="small"
                  hiddenLabel
                  value={columns}
                  slotProps={{ select: { 'aria-label': 'Columns' } }}
                  onChange={(e) => setColumns(columnKinds.find((kind) => kind === e.target.value) ?? columns)}
                >
                  {columnKinds.map((kind) => (
                    <MenuItem key={kind} value={kind}>
                      {columnWords[kind]}
                    </MenuItem>
                  ))}
                </TextField>
                {lacks.map(({ student, stints }) => (
                  <Button
                    key={student}
                    size="small"
                    variant="outlined"
                    onClick={() => {
                      const free = firstFree(draft, student, uuid())
                      setNoRoomFor(free ? null : student)
                      if (!free) return
                      change({ ...draft, places: [...draft.places, free] })
                      setChosen(free.id)
                    }}
                  >
                    Place {names.of(student)}, {stints} to go
                  </Button>
                ))}
              </Stack>
              {noRoomFor !== null && (
                <Alert severity="info" onClose={() => setNoRoomFor(null)}>
                  There is no free place for {names.of(noRoomFor)} as the board stands. Find a timetable, or move something.
                </Alert>
              )}
              <Board
                {...{ draft, names, columns, wrong, driven, chosen }}
                hours={day.hours}
                onChoose={setChosen}
                onChange={(next) => change(next)}
              />
            </Stack>
            <Stack sx={{ gap: 2.5 }}>
              <SolvePanel
                {...{ solving, names, proposed }}
                places={draft.places}
                onTake={() => take({ ...draft, places: proposed })}
                onMend={(eased) => {
                  const next = withRulesOf(draft, eased)
                  take(next)
                  find(next)
                }}
                onTakeMost={(none) => take({ ...draft, places: placesOf(draft, none.most, uuid) })}
              />
              {place && (
                <ChosenStint
                  key={place.id}
                  {...{ draft, place, names }}
                  wrong={wrong.get(place.id) ?? []}
                  isDriven={driven.has(place.id)}
                  onChange={change}
                />
              )}
              <Box component="section" aria-label="Clashes">
                <Typography variant="h2">{clashes.length === 0 ? 'No clashes' : `Clashes, ${clashes.length}`}</Typography>
                <Box component="ul" sx={{ my: 0.5, pl: 2.5 }}>
                  {clashes.map(({ rule, says }) => (
                    <li key={`${rule} ${says}`}>{says}</li>
                  ))}
                </Box>
              </Box>
              <Box>
                <Typography variant="h2">On the board now</Typography>
                <WantsTable wants={wants} cost={costOf(wants)} />
              </Box>
            </Stack>
          </Box>
        ))}
      {hasHappened && (
        <WhatHappened
          {...{ day, draft, names, driven }}
          onGoesOn={({ draft: next, from: keep, notBefore }) => {
            setHasHappened(false)
            setFrom(keep)
            take(next)
            find(next, keep, notBefore)
          }}
          onClose={() => setHasHappened(false)}
        />
      )}
      {isTelling && (
        <TellDialog
          dayId={day.id}
          {...{ names, clashes: clashes.length }}
          told={stored.told}
          places={draft.places}
          version={state.saving === 'saved' && state.version > 0 ? state.version : null}
          onClose={() => setIsTelling(false)}
        />
      )}
    </Page>
  )
}
