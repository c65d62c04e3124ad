import { Box, Button, Link, Table, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material'
import { useState } from 'react'
import { Link as RouterLink } from 'react-router'
import type { Person, SkillSignature, StudentView } from '@ochote/contracts'
import type { SkillPass, SkillState } from '@ochote/core'
import { shortDay } from '../../format/format'
import { stagePath } from '../../shell/stages'
import { SignForm } from './SignForm'
import { SignatureRow } from './SignatureRow'
import { capital, levelWords, passWords, reasonWords, skillAt, sourceWords } from './skillWords'

interface SkillPanelProps {
  state: SkillState
  student: StudentView
  /** of this skill at this kind of corner */
  signatures: readonly SkillSignature[]
  people: readonly Person[]
}

/** So many passes are listed at first, the latest. */
const LISTED = 12

/** A skill at a kind of corner: why it is where it is, what was signed, and every pass that showed it. */
export function SkillPanel({ state, student, signatures, people }: SkillPanelProps) {
  const { skill, bend, level, passes } = state
  const [isSigning, setSigning] = useState(false)
  const instructors = people.filter(({ role }) => role === 'instructor')
  const title = skillAt(skill, bend)
  return (
    <Box component="section" aria-label={title} sx={{ mt: 1, p: 2, border: 1, borderColor: 'divider' }}>
      <Typography variant="h3">
        {capital(title)}: {levelWords[level]}
      </Typography>
      <Typography>{reasonWords(state)}</Typography>
      {signatures.map((signature) => (
        <SignatureRow key={signature.id} signature={signature} people={people} instructors={instructors} />
      ))}
      {isSigning ? (
        <SignForm state={state} personId={student.person.id} instructors={instructors} onDone={() => setSigning(false)} />
      ) : (
        <Button sx={{ my: 1 }} variant="outlined" onClick={() => setSigning(true)}>
          Sign a step
        </Button>
      )}
      {passes.length > 0 && <Passes passes={passes} student={student} />}
    </Box>
  )
}

function Passes({ passes, student }: { passes: readonly SkillPass[]; student: StudentView }) {
  const [isWhole, setWhole] = useState(false)
  const latestFirst = [...passes].reverse()
  const dayOf = (stintId: string) => student.days.find(({ stints }) => stints.some(({ stint }) => stint.id === stintId))
  return (
    <Box sx={{ overflowX: 'auto' }}>
      <Table size="small" aria-label="Passes that showed it, the latest first">
        <TableHead>
          <TableRow>
            {['Stint', 'Lap', 'Corner', 'Shown', 'From'].map((head) => (
              <TableCell key={head}>{head}</TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {(isWhole ? latestFirst : latestFirst.slice(0, LISTED)).map((one) => {
            const day = dayOf(one.stintId)
            const when = `${shortDay(one.date)}, ${one.startsAt}`
            return (
              <TableRow key={`${one.stintId} ${one.lap} ${one.corner}`}>
                <TableCell>
                  {day ? (
                    <Link component={RouterLink} to={stagePath(day.id, 'debrief', one.stintId)}>
                      {when}
                    </Link>
                  ) : (
                    when
                  )}
                </TableCell>
                <TableCell>{one.lap}</TableCell>
                <TableCell>{one.corner}</TableCell>
                <TableCell sx={{ fontWeight: one.result === 'unsafe' ? 700 : 400 }}>{passWords(one)}</TableCell>
                <TableCell>{sourceWords[one.by]}</TableCell>
              </TableRow>
            )
          })}
        </TableBody>
      </Table>
      {!isWhole && passes.length > LISTED && <Button onClick={() => setWhole(true)}>Show all {passes.length} passes</Button>}
    </Box>
  )
}
