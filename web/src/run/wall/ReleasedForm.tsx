import { Typography } from '@mui/material'
import { v4 as uuid } from 'uuid'
import type { DayView, ReleasedSession } from '@ochote/contracts'
import { stintClashes } from '@ochote/core'
import { count } from '../../format/format'
import { numberText, typedNumber } from '../../forms/numbers'
import { OrderedChoice } from '../../sessionForm/OrderedChoice'
import { isTimeOfDay, SessionField, SessionForm } from '../../sessionForm/SessionForm'
import { Clashes } from '../../stint/Clashes'
import { clashWords } from '../../stint/clashWords'
import { useTyped } from '../../records/useTyped'
import { useSaveSession } from '../../sessionForm/useSaveSession'

interface ReleasedFormProps {
  day: DayView
  /** the session that is changed; null for a new one */
  session: ReleasedSession | null
  onDone: () => void
  onCancel: (() => void) | null
}

/** Which stints are out together, how far apart they are released, and when every car must be in. */
export function ReleasedForm({ day, session: before, onDone, onCancel }: ReleasedFormProps) {
  const form = useTyped(
    before ? `session ${before.id}` : `new session ${day.id}`,
    {
      name: before?.name ?? 'Seated laps',
      startsAt: before?.startsAt ?? '10:30',
      endsAt: before?.endsAt ?? '11:00',
      interval: numberText(before?.intervalS ?? 30),
      chosen: before?.stintIds ?? [],
    },
    before?.version ?? 0,
  )
  const { set } = form
  const { name, startsAt, endsAt, interval, chosen } = form.typed
  const save = useSaveSession(day.id, before && { ...before, version: form.fromVersion }, () => {
    form.drop()
    onDone()
  })
  const seconds = typedNumber(interval)
  const intervalGood = seconds >= 5 && seconds <= 600
  const endGood = isTimeOfDay(endsAt) && endsAt > startsAt
  const stints = day.stints.map((listed) => listed.stint)
  const clashes = stints
    .filter((stint) => chosen.includes(stint.id))
    .flatMap((stint, k, out) => stintClashes(stint, out.slice(0, k), day.sessions))
  const good = endGood && intervalGood && chosen.length > 0
  const keep = () => {
    const session: ReleasedSession = {
      id: before?.id ?? uuid(),
      dayId: day.id,
      kind: 'released',
      name: name.trim(),
      startsAt,
      endsAt,
      intervalS: seconds,
      stintIds: chosen,
      version: before?.version ?? 0,
    }
    save.save({ session, stints: [] })
  }
  return (
    <SessionForm
      label={before ? 'Change the session' : 'New session'}
      isNew={before === null}
      {...{ form, good, save, onCancel }}
      onKeep={keep}
      beside={
        <>
          <SessionField
            label="Everyone in by"
            value={endsAt}
            onChange={(text) => set({ endsAt: text })}
            good={endGood}
            expected="a time after the start"
            width={150}
          />
          <SessionField
            label="Released every, s"
            value={interval}
            onChange={(text) => set({ interval: text })}
            good={intervalGood}
            expected="5 to 600 s"
            width={160}
          />
        </>
      }
    >
      {day.stints.length === 0 && <Typography>The day has no stints that could go out yet.</Typography>}
      <OrderedChoice
        label={`Cars, in the order of release: ${chosen.length === 0 ? 'choose at least one' : count(chosen.length, 'car')}`}
        options={day.stints.map(({ stint }) => ({
          id: stint.id,
          name: `${stint.startsAt} ${day.people.find((p) => p.id === stint.studentId)?.name ?? ''}`,
        }))}
        chosen={chosen}
        onChange={(ids) => set({ chosen: ids })}
      />
      <Clashes clashes={clashes.map((clash) => clashWords(clash, day, day.people, stints))} />
    </SessionForm>
  )
}
