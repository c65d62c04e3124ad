import type { Drawing, ReviewNote } from '@ochote/contracts'

interface TakenNoteProps {
  note: ReviewNote
  /** where on the lap it is, in words */
  place: string
  /** spoken comments by their ids, as addresses that hold the sound itself */
  sounds: ReadonlyMap<string, string>
}

/** A note on recorded laps as its student takes it home: its words, what was said, and what was drawn. */
export function TakenNote({ note: { lap, text, isQuestion, answer, soundId, drawing }, place, sounds }: TakenNoteProps) {
  const sound = soundId === null ? undefined : sounds.get(soundId)
  return (
    <section>
      <p>
        <strong>
          Lap {lap}, {place}
          {isQuestion && ', a question'}:
        </strong>{' '}
        {text}
      </p>
      {isQuestion && <p>{answer === '' ? 'Not answered yet.' : `Answer: ${answer}`}</p>}
      {sound && <audio controls src={sound} aria-label={text} />}
      {drawing && <DrawingSvg drawing={drawing} says={text} />}
    </section>
  )
}

const DRAWN = { width: 480, height: 270 }

/** What was drawn on a paused picture of the video; the video itself is not stored. */
function DrawingSvg({ drawing: { strokes, words }, says }: { drawing: Drawing; says: string }) {
  const at = ([x, y]: readonly [number, number]) => `${(x * DRAWN.width).toFixed(1)},${(y * DRAWN.height).toFixed(1)}`
  return (
    <figure>
      <svg viewBox={`0 0 ${DRAWN.width} ${DRAWN.height}`} className="drawing" role="img" aria-label={`Drawn on the video: ${says}`}>
        <defs>
          <marker id="arrow" viewBox="0 0 8 8" refX="6" refY="4" markerWidth="6" markerHeight="6" orient="auto">
            <path d="M0,0L8,4L0,8z" />
          </marker>
        </defs>
        {strokes.map(({ kind, points }, k) => (
          <polyline key={k} points={points.map(at).join(' ')} {...(kind === 'arrow' ? { markerEnd: 'url(#arrow)' } : {})} />
        ))}
        {words.map((word, k) => (
          <text key={k} x={word.at[0] * DRAWN.width} y={word.at[1] * DRAWN.height}>
            {word.text}
          </text>
        ))}
      </svg>
      <figcaption>Drawn on the video</figcaption>
    </figure>
  )
}
