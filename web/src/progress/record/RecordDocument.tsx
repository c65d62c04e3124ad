import type { StintView } from '@ochote/contracts'
import { faultOf, severityNames, timedLaps, type FollowUp, type StintRecord } from '@ochote/core'
import { count, lapTime, longDay } from '../../format/format'
import type { RecordTable } from '../../pdf/recordPdf'
import type { PlacedNote } from '../../reading/StintReading'
import { TakeHomePage } from '../../takeHome/TakeHomePage'
import { TakenNote } from '../../takeHome/TakenNote'

/** A driven stint as its student takes it home. */
export interface RecordedStintPart {
  readonly stintId: string
  readonly date: string
  readonly startsAt: string
  readonly circuit: string
  readonly record: StintRecord
  readonly followed: readonly FollowUp[]
  readonly debrief: StintView['debrief']
  readonly notes: readonly PlacedNote[]
}

export interface StudentRecordPage {
  readonly name: string
  /** school and date */
  readonly sub: string
  readonly tables: readonly RecordTable[]
  /** what is to be done before the next day */
  readonly homework: readonly string[]
  /** the latest first */
  readonly stints: readonly RecordedStintPart[]
  /** spoken comments by their ids, as addresses that hold the sound itself */
  readonly sounds: ReadonlyMap<string, string>
}

/** A student's record over all days, as a page of its own: tables, homework, and every stint with its debrief, laps, corrections and notes. */
export const RecordDocument = ({ name, sub, tables, homework, stints, sounds }: StudentRecordPage) => (
  <TakeHomePage title={`Record: ${name}`}>
    <h1>{name}</h1>
    <p className="soft">{sub}</p>
    {homework.length > 0 && (
      <>
        <h2>Before the next day</h2>
        <List lines={homework} />
      </>
    )}
    {tables.map(({ title, heads, rows, note }) => (
      <section key={title}>
        <h2>{title}</h2>
        <Table label={title} heads={heads} rows={rows} />
        {note !== '' && <p>{note}</p>}
      </section>
    ))}
    {stints.map((one) => (
      <Stint key={one.stintId} {...one} sounds={sounds} />
    ))}
  </TakeHomePage>
)

function Stint({
  date,
  startsAt,
  circuit,
  record,
  followed,
  debrief,
  notes,
  sounds,
}: RecordedStintPart & Pick<StudentRecordPage, 'sounds'>) {
  const laps = timedLaps(record)
  const corrections = followed.filter(({ seenOn }) => seenOn.length > 0)
  return (
    <section>
      <h2>
        {longDay(date)}, {startsAt}
      </h2>
      <p className="soft">
        {circuit} ·{' '}
        {laps.length === 0 ? 'no lap timed' : `${count(laps.length, 'lap')}: ${laps.map(({ timeS }) => lapTime(timeS ?? 0)).join(', ')}`}
      </p>
      {debrief && (
        <>
          {debrief.good.length > 0 && <h3>What was good</h3>}
          <List lines={debrief.good} />
          {debrief.workOn.length > 0 && <h3>To work on</h3>}
          <List lines={debrief.workOn.map(({ corner, advice, reason }) => `Corner ${corner}: ${advice} (${reason})`)} />
          {debrief.sentence !== '' && <p>{debrief.sentence}</p>}
        </>
      )}
      {corrections.length > 0 && (
        <>
          <h3>What was corrected</h3>
          <Table
            label={`Corrections of ${longDay(date)}, ${startsAt}`}
            heads={['Corner', 'What', 'On laps', 'In the end']}
            rows={corrections.map(({ corner, code, severity, seenOn, verdict }) => [
              corner,
              `${faultOf(code)?.name ?? code}${severity ? `, ${severityNames[severity]}` : ''}`,
              seenOn.join(', '),
              verdict,
            ])}
          />
        </>
      )}
      {notes.length > 0 && <h3>Notes on your laps</h3>}
      {notes.map(({ note, place }) => (
        <TakenNote key={note.id} note={note} place={place} sounds={sounds} />
      ))}
    </section>
  )
}

const List = ({ lines }: { lines: readonly string[] }) =>
  lines.length === 0 ? null : (
    <ul>
      {lines.map((line, k) => (
        <li key={k}>{line}</li>
      ))}
    </ul>
  )

interface TableProps extends Pick<RecordTable, 'heads' | 'rows'> {
  label: string
}

/** A table that a phone scrolls sideways, with a finger or with keys. */
const Table = ({ label, heads, rows }: TableProps) => (
  <div className="wide" role="region" aria-label={label} tabIndex={0}>
    <table>
      <thead>
        <tr>
          {heads.map((head) => (
            <th key={head} scope="col">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((cells, k) => (
          <tr key={k}>
            {cells.map((cell, column) => (
              <td key={column}>{cell}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  </div>
)
