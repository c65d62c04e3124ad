import { Alert, Box, Button, LinearProgress, Stack, Typography } from '@mui/material'
import type { DayFile, FoundTimetable, NoTimetableFound, TimetablePlace } from '@ochote/contracts'
import { ProblemNotice } from '../problem/ProblemNotice'
import { Changes } from './Changes'
import type { Names } from './names'
import type { useSolving } from './useSolving'
import { WantsTable } from './WantsTable'

interface SolvePanelProps {
  solving: ReturnType<typeof useSolving>
  names: Names
  /** the places of what was found, and those on the board */
  proposed: readonly TimetablePlace[]
  places: readonly TimetablePlace[]
  onTake: () => void
  onTakeMost: (none: NoTimetableFound) => void
  /** takes a change that makes a timetable possible */
  onMend: (day: DayFile) => void
}

/** What a search has found so far: a proposal beside the timetable, to take or to leave; or why there is none. */
export function SolvePanel({ solving, names, proposed, places, onTake, onTakeMost, onMend }: SolvePanelProps) {
  const { state, isStarting, error, stop, drop } = solving
  if (error) return <ProblemNotice error={error} onRetry={drop} />
  if (!state) return isStarting ? <LinearProgress aria-label="Starting the search" /> : null
  const { isOver, best, none, problem } = state
  return (
    <Stack component="section" aria-label="Search for a timetable" sx={{ gap: 1.5, p: 2, border: 1, borderColor: 'divider' }}>
      <Stack direction="row" sx={{ gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h2" sx={{ flex: 1 }}>
          {none ? 'No timetable is possible' : best ? 'Proposal' : 'Looking for a timetable'}
        </Typography>
        {isOver ? <Button onClick={drop}>Leave it</Button> : <Button onClick={stop}>Stop</Button>}
        {best && (
          <Button variant="contained" onClick={onTake}>
            Take it
          </Button>
        )}
      </Stack>
      {!isOver && <LinearProgress aria-label="Searching" />}
      <Typography role="status" color="text.secondary">
        {isOver ? 'It searched' : 'Searching'} for {state.seconds.toFixed(0)} s.{best && ` ${howGood(best)}`}
      </Typography>
      {problem && <Alert severity="error">{problem}</Alert>}
      {best && <WantsTable wants={best.wants} cost={best.cost} />}
      {best && <Changes was={places} now={proposed} names={names} title="What changes on the board" />}
      {none && <WhyNone none={none} onTakeMost={() => onTakeMost(none)} onMend={onMend} />}
    </Stack>
  )
}

const SAME = 0.001

function howGood({ cost, bound }: FoundTimetable): string {
  if (cost - bound < SAME) return `It costs ${cost.toFixed(2)}, and none costs less.`
  return `The best so far costs ${cost.toFixed(2)}. No timetable costs less than ${bound.toFixed(2)}.`
}

interface WhyNoneProps {
  none: NoTimetableFound
  onTakeMost: () => void
  onMend: (day: DayFile) => void
}

function WhyNone({ none, onTakeMost, onMend }: WhyNoneProps) {
  return (
    <Stack sx={{ gap: 1.5 }}>
      <Typography>
        {none.isProved
          ? 'These rules can’t all be kept. Leave out any one of them, and the others can:'
          : 'None was found in this time. These rules seem to be too much together; it is not proved:'}
      </Typography>
      <Box component="ul" aria-label="Rules that clash" sx={{ my: 0, pl: 2.5 }}>
        {none.clash.map(({ rule, says }) => (
          <li key={rule}>{says}</li>
        ))}
      </Box>
      {none.mends.length > 0 && (
        <>
          <Typography>Any one of these makes it possible:</Typography>
          <Box component="ul" aria-label="What would help" sx={{ my: 0, pl: 2.5 }}>
            {none.mends.map(({ says, day }) => (
              <li key={says}>
                {says}{' '}
                {day && (
                  <Button size="small" aria-label={`Do this: ${says}`} onClick={() => onMend(day)}>
                    Do this
                  </Button>
                )}
              </li>
            ))}
          </Box>
        </>
      )}
      <Button sx={{ alignSelf: 'flex-start' }} onClick={onTakeMost}>
        Put the {none.most.length} that fit on the board
      </Button>
    </Stack>
  )
}
