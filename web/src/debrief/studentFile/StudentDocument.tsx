import type { DebriefDraft, ReviewNote } from '@ochote/contracts'
import { bestLap, faultOf, severityNames, timedLaps, type CornerPicture, type FollowUp, type StintRecord } from '@ochote/core'
import { unitsNow } from '../../format/units'
import { count, difference, lapTime, longDay } from '../../format/format'
import { placeNear } from '../../recordings/cornerNear'
import { pictureWords } from '../../recordings/pictureLayout'
import type { OpenStint } from '../../stint/openStint'
import { MapSvg } from './MapSvg'
import { PictureSvg } from '../PictureSvg'
import { RibbonSvg } from './RibbonSvg'
import { TakeHomePage } from '../../takeHome/TakeHomePage'
import { TakenNote } from '../../takeHome/TakenNote'

const PICTURE = { width: 420, height: 220, type: 14 }

/** What a student takes home of one stint. */
export interface StudentFile {
  readonly open: OpenStint
  readonly record: StintRecord
  readonly draft: DebriefDraft
  readonly followed: readonly FollowUp[]
  /** of each thing to work on; null where nothing of it was recorded */
  readonly pictures: readonly (CornerPicture | null)[]
  readonly notes: readonly ReviewNote[]
  /** what is to be done before the next day */
  readonly homework: readonly string[]
  /** spoken comments by their ids, as addresses that hold the sound itself */
  readonly sounds: ReadonlyMap<string, string>
}

/** The page as a document of its own: it needs no network, and names nobody but the student and the instructor. */
export function StudentDocument({ open, record, draft, followed, pictures, notes, homework, sounds }: StudentFile) {
  const { student, instructor, day, stint, car, solution } = open
  const laps = timedLaps(record)
  const best = bestLap(record)
  const workedOn = new Set(draft.workOn.map(({ corner }) => corner))
  const corrections = followed.filter(({ seenOn }) => seenOn.length > 0)
  return (
    <TakeHomePage title={`${student.name}, ${longDay(day.date)}`}>
      <h1>{student.name}</h1>
      <p className="soft">
        {longDay(day.date)}, {stint.startsAt} · {solution.track.circuit.name} · {count(laps.length, 'lap')} in {car.name} with{' '}
        {instructor.name}
      </p>
      <h2>What was good</h2>
      {draft.good.length === 0 ? (
        <p>Nothing was written down.</p>
      ) : (
        <ul>
          {draft.good.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      <h2>To work on</h2>
      {draft.workOn.length === 0 && <p>Nothing was chosen.</p>}
      {draft.workOn.map(({ corner, code, advice, reason }, k) => (
        <section key={`${corner} ${code}`}>
          <h3>
            {k + 1}. Corner {corner}: {advice}
          </h3>
          <p>
            {faultOf(code)?.name ?? code}: {reason}
          </p>
          {pictures[k] && (
            <figure className="picture">
              <PictureSvg picture={pictures[k]} units={unitsNow()} box={PICTURE} />
              <figcaption>{pictureWords(pictures[k])}</figcaption>
            </figure>
          )}
        </section>
      ))}
      {draft.sentence !== '' && (
        <>
          <h2>From {instructor.name}</h2>
          <p>{draft.sentence}</p>
        </>
      )}
      {homework.length > 0 && (
        <>
          <h2>Before the next day</h2>
          <ul>
            {homework.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </>
      )}
      {notes.length > 0 && (
        <>
          <h2>Notes on your laps</h2>
          {notes.map((note) => (
            <TakenNote key={note.id} note={note} place={placeNear(solution, note.stationM)} sounds={sounds} />
          ))}
        </>
      )}
      <h2>The circuit</h2>
      <MapSvg solution={solution} workedOn={workedOn} />
      <RibbonSvg solution={solution} cones={open.cones} scheme={open.scheme} workedOn={workedOn} />
      <h2>Your laps</h2>
      <table>
        <tbody>
          {laps.map((lap) => (
            <tr key={lap.number}>
              <th scope="row">Lap {lap.number}</th>
              <td>{lapTime(lap.timeS ?? 0)}</td>
              <td>{lap === best ? 'the best' : difference((lap.timeS ?? 0) - (best?.timeS ?? 0))}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {corrections.length > 0 && (
        <>
          <h2>What was corrected</h2>
          <table>
            <thead>
              <tr>
                <th scope="col">Corner</th>
                <th scope="col">What</th>
                <th scope="col">On laps</th>
                <th scope="col">In the end</th>
              </tr>
            </thead>
            <tbody>
              {corrections.map(({ corner, code, severity, seenOn, verdict }) => (
                <tr key={`${corner} ${code}`}>
                  <td>{corner}</td>
                  <td>
                    {faultOf(code)?.name ?? code}
                    {severity && `, ${severityNames[severity]}`}
                  </td>
                  <td>{seenOn.join(', ')}</td>
                  <td>{verdict}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </TakeHomePage>
  )
}
