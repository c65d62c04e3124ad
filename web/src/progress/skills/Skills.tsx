import { Box, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { StudentView } from '@ochote/contracts'
import { STEADY_LAPS, type SkillState } from '@ochote/core'
import { peopleQuery } from '../../api/queries'
import { Loaded } from '../../problem/Loaded'
import type { OpenedLogs } from '../../stintLog/useStintLogs'
import { HomeworkList } from '../../homework/HomeworkList'
import { WhatComesNext } from '../next/WhatComesNext'
import { EarlierCorrections } from './EarlierCorrections'
import { LapsTable } from './LapsTable'
import { RecordFiles } from './RecordFiles'
import { SkillPanel } from './SkillPanel'
import { SkillTable } from './SkillTable'
import { StintReading } from '../../reading/StintReading'
import { signaturesQuery } from './useSignatures'
import { useSkills } from './useSkills'

/** A student's laps against the plans, and skills by kind of corner: how far each has come, the evidence, and the steps that instructors signed. */
export function Skills({ student, logOf }: { student: StudentView; logOf: OpenedLogs['logOf'] }) {
  const { skills, laps, notes, toRead, isRead, onRead, onFailed, recordings, records, bends } = useSkills(student, logOf)
  const signatures = useQuery(signaturesQuery(student.person.id))
  const people = useQuery(peopleQuery)
  const [open, setOpen] = useState<Pick<SkillState, 'skill' | 'bend'> | null>(null)
  const opened = skills.find((one) => one.skill === open?.skill && one.bend === open.bend)
  return (
    <>
      {toRead.map((one) => (
        <StintReading key={one.stintId} {...one} onRead={onRead} onFailed={onFailed} />
      ))}
      {isRead && <WhatComesNext {...{ student, skills, laps, bends, records }} />}
      <HomeworkList studentId={student.person.id} />
      <EarlierCorrections {...{ student, skills, records }} />
      {laps.length > 0 && <LapsTable laps={laps} />}
      <Box component="section" aria-labelledby="skills">
        <Typography id="skills" variant="h2">
          Skills
        </Typography>
        <Typography color="text.secondary">
          {STEADY_LAPS} laps in a row without a fault, on one day, are steady. Steady on two days is kept. After an unsafe pass the count
          starts again. Where nobody looked and no logger can tell, a skill is not known. Only an instructor signs a step.
        </Typography>
        {recordings.error && <Typography role="alert">Recorded laps can’t be listed now, so skills come from the logs alone.</Typography>}
        <Loaded query={signatures}>
          {(signed) => (
            <Loaded query={people}>
              {(everyone) => (
                <>
                  <RecordFiles
                    isWhole={toRead.length === 0}
                    student={student}
                    laps={laps}
                    skills={skills}
                    signatures={signed}
                    people={everyone}
                    records={records}
                    notes={notes}
                  />
                  <SkillTable skills={skills} signatures={signed} open={open} onOpen={setOpen} />
                  {opened && (
                    <SkillPanel
                      key={`${opened.skill} ${opened.bend}`}
                      state={opened}
                      student={student}
                      signatures={signed.filter((one) => one.skill === opened.skill && one.bend === opened.bend)}
                      people={everyone}
                    />
                  )}
                </>
              )}
            </Loaded>
          )}
        </Loaded>
      </Box>
    </>
  )
}
