import { InsertDriveFileOutlined } from '@mui/icons-material'
import { Box, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import type { Person, School, SkillSignature, StudentView } from '@ochote/contracts'
import { bends, certificateText, skillNames, type SkillState, type StintRecord } from '@ochote/core'
import { schoolQuery } from '../../api/queries'
import { datedDay, longDay, shortDay, today } from '../../format/format'
import { homeworkQuery } from '../../homework/useHomework'
import { PdfButton } from '../../pdf/PdfButton'
import type { RecordTable } from '../../pdf/recordPdf'
import type { PlacedNote } from '../../reading/StintReading'
import { namedInRecord, openHomework, stintParts } from '../record/takenHome'
import { comparison, lapCells, lapHeads, vehicleWords } from './lapWords'
import { capital, levelWords, signedStep, skillAt } from './skillWords'
import type { StintLaps } from './useSkills'

interface RecordFilesProps {
  /** whether every driven stint has been read: a page that lacks one would be wrong */
  isWhole: boolean
  student: StudentView
  laps: readonly StintLaps[]
  skills: readonly SkillState[]
  signatures: readonly SkillSignature[]
  people: readonly Person[]
  records: ReadonlyMap<string, StintRecord>
  /** on the recorded laps of each stint that has been read */
  notes: ReadonlyMap<string, readonly PlacedNote[]>
}

/** A student's record and certificate, to take home. What instructors remarked stays with the school: it may name others. */
export function RecordFiles({ isWhole, student, laps, skills, signatures, people, records, notes }: RecordFilesProps) {
  const school = useQuery(schoolQuery)
  const given = useQuery(homeworkQuery(student.person.id))
  const { name } = student.person
  const last = laps.at(-1)
  const place = student.days.find(({ stints }) => stints.some(({ stint }) => stint.id === last?.stintId))
  if (!school.data || !last || !place) return null
  const own = laps.filter(({ date }) => date === last.date)
  const tables = [lapsTable(laps), skillsTable(skills, signatures), signedTable(signatures, people)]
  const contents = {
    ...{ name, sub: `Record of ${longDay(today())} · ${school.data.name}` },
    tables: tables.filter(({ rows }) => rows.length > 0),
  }
  const homework = openHomework(given.data ?? [])
  const stints = stintParts(student, records, notes)
  const named = namedInRecord(student.person.id, stints, homework, people)
  const makeRecord = async () => (await import('../../pdf/recordPdf')).recordPdf(contents)
  const makePage = async () => (await import('../record/recordPage')).recordPage({ ...contents, homework, stints })
  const certificate = (wording: School) =>
    certificateText(wording.certificate, {
      ...{ name, school: wording.name, circuit: place.circuit.name, day: longDay(place.date) },
      laps: own.reduce((sum, { against }) => sum + against.laps, 0),
    })
  const makeCertificate = async () =>
    (await import('../../pdf/certificatePdf')).certificatePdf({ school: school.data.name, name, text: certificate(school.data) })
  return (
    <Box className="no-print" sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
      <PdfButton disabled={!isWhole} label="Record, PDF" name={`Record ${name}.pdf`} make={makeRecord} />
      <PdfButton
        disabled={!isWhole || named.length > 0 || given.isLoading}
        icon={<InsertDriveFileOutlined />}
        label="Record with debriefs, page"
        name={`Record ${name}.html`}
        make={makePage}
      />
      <PdfButton
        disabled={!isWhole}
        label={`Certificate for ${shortDay(place.date)}, PDF`}
        name={`Certificate ${name} ${place.date}.pdf`}
        make={makeCertificate}
      />
      {named.length > 0 && (
        <Typography role="alert" sx={{ flexBasis: '100%' }}>
          Debriefs, notes or homework name {named.join(' and ')}. What a student takes home must not name other students, so the page can’t
          be made until that is changed.
        </Typography>
      )}
    </Box>
  )
}

const lapsTable = (laps: readonly StintLaps[]): RecordTable => ({
  ...{ title: 'Laps against the plan', heads: lapHeads, rows: laps.map(lapCells), widths: [1.5, 1.1, 1.5, 1.5, 0.9, 0.6, 1.7, 1.7, 0.8] },
  note: `${vehicleWords(laps)} ${comparison(laps)}`.trim(),
})

function skillsTable(skills: readonly SkillState[], signatures: readonly SkillSignature[]): RecordTable {
  const cell = (one: SkillState) => {
    const signed = signedStep(signatures, one.skill, one.bend)
    return `${levelWords[one.level]}${signed ? `, signed: ${signed.level}` : ''}`
  }
  return {
    ...{ title: 'Skills, as logs and recorded laps show them', heads: ['Skill', ...bends.map((bend) => capital(`${bend} corners`))] },
    rows: skillNames.map((skill) => [skill, ...bends.map((bend) => cell(skills.find((one) => one.skill === skill && one.bend === bend)!))]),
    ...{ widths: [1.2, 1, 1, 1], note: 'Only a signed step is an instructor’s word.' },
  }
}

const signedTable = (signatures: readonly SkillSignature[], people: readonly Person[]): RecordTable => ({
  ...{ title: 'Signed steps', heads: ['Step', 'Signed by', 'Date'], widths: [2, 1.4, 1], note: '' },
  rows: signatures
    .filter(({ withdrawn }) => withdrawn === null)
    .map(({ skill, bend, level, instructorId, on }) => [
      `${capital(skillAt(skill, bend))}: ${level}`,
      people.find(({ id }) => id === instructorId)?.name ?? 'a former instructor',
      datedDay(on),
    ]),
})
