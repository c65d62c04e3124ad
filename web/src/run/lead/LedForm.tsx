import { MenuItem, Stack, TextField, Typography } from '@mui/material'
import { v4 as uuid } from 'uuid'
import type { DayView, LedSession, Stint } from '@ochote/contracts'
import { rotationTable, stintClashes } from '@ochote/core'
import { count } from '../../format/format'
import { numberText, typedNumber, wholeNumber } from '../../forms/numbers'
import { OrderedChoice } from '../../sessionForm/OrderedChoice'
import { isTimeOfDay, SessionField, SessionForm } from '../../sessionForm/SessionForm'
import { useTyped } from '../../records/useTyped'
import { useSaveSession } from '../../sessionForm/useSaveSession'
import { Clashes } from '../../stint/Clashes'
import { clashWords } from '../../stint/clashWords'
import { FollowerCars } from './FollowerCars'
import { followerCars } from './followerCars'

interface LedFormProps {
  day: DayView
  /** the session that is changed; null for a new one */
  session: LedSession | null
  onDone: () => void
  onCancel: (() => void) | null
}

const MOST_FOLLOWERS = 5
const LEAST_FOLLOWERS = 2
const noCars: Record<string, string> = {}

/** Who follows a lead car, for how many laps, and how long each is right behind it. */
export function LedForm({ day, session: before, onDone, onCancel }: LedFormProps) {
  const led = before ? before.stintIds.flatMap((id) => day.stints.find((s) => s.stint.id === id)?.stint ?? []) : []
  const students = day.people.filter((p) => p.role === 'student')
  const instructors = day.people.filter((p) => p.role === 'instructor')
  const form = useTyped(
    before ? `session ${before.id}` : `new led session ${day.id}`,
    {
      name: before?.name ?? 'Sighting laps',
      startsAt: before?.startsAt ?? '09:00',
      chosen: led.map((stint) => stint.studentId),
      cars: noCars,
      laps: String(before?.laps ?? 6),
      behind: String(before?.lapsBehind ?? 2),
      gap: numberText(before?.gapS ?? 2),
      leadId: led[0]?.instructorId ?? instructors[0]?.id ?? '',
      planId: led[0]?.planId ?? day.stints[0]?.stint.planId ?? day.plans[0]?.id ?? '',
    },
    before?.version ?? 0,
  )
  const { set } = form
  const { name, startsAt, chosen, cars, laps, behind, gap, leadId, planId } = form.typed
  const save = useSaveSession(day.id, before && { ...before, version: form.fromVersion }, () => {
    form.drop()
    onDone()
  })
  const lapsN = wholeNumber(laps, 1, 60)
  const behindN = wholeNumber(behind, 1, 20)
  const gapTyped = typedNumber(gap)
  const gapS = gapTyped >= 0.5 && gapTyped <= 20 ? gapTyped : null
  const few = chosen.length < LEAST_FOLLOWERS
  const plan = day.plans.find((p) => p.id === planId)
  const followers = followerCars(day, plan?.vehicleTypeId, chosen, cars, led)
  // as they would be stored, but for an id that stays while the form is open
  const stints = followers.flatMap(({ studentId, car, stint }): Stint[] => {
    if (stint) return [stint]
    if (!plan || !car) return []
    return [
      {
        ...{ id: `${plan.id} ${studentId}`, dayId: day.id, planId: plan.id, studentId, instructorId: leadId, carId: car.id },
        ...{ otherTypesCones: car.vehicleTypeId !== plan.vehicleTypeId, plannedLaps: lapsN ?? 1, startsAt },
        ...{ aims: [], briefedAt: null, planVersionId: null, version: 1 },
      },
    ]
  })
  const session: LedSession = {
    ...{ id: before?.id ?? '', dayId: day.id, kind: 'led', name: name.trim(), startsAt, stintIds: stints.map((s) => s.id) },
    ...{ laps: lapsN ?? 1, lapsBehind: behindN ?? 1, gapS: gapS ?? 1 },
    ...{ swapAfterCorner: before?.swapAfterCorner ?? '', version: before?.version ?? 0 },
  }
  const sessions = [...day.sessions.filter((one) => one.id !== before?.id), session]
  const others = day.stints.map((listed) => listed.stint).filter((stint) => !stints.includes(stint))
  const clashes = isTimeOfDay(startsAt)
    ? stints.flatMap((stint, k) => stintClashes(stint, [...stints.slice(0, k), ...others], sessions))
    : []
  const good =
    lapsN !== null &&
    behindN !== null &&
    gapS !== null &&
    !few &&
    leadId !== '' &&
    stints.length === chosen.length &&
    !clashes.some((clash) => clash.isCertain)
  const turns = lapsN !== null && behindN !== null && chosen.length > 0 ? rotationTable(chosen.length, lapsN, behindN) : []
  const keep = () => {
    const made = stints.map((stint) => (led.includes(stint) ? stint : { ...stint, id: uuid() }))
    save.save({
      session: { ...session, id: before?.id ?? uuid(), stintIds: made.map((s) => s.id) },
      stints: made.filter((stint) => !led.includes(stint)),
    })
  }
  const choose = (label: string, value: string, options: readonly { id: string; name: string }[], set: (id: string) => void) => (
    <TextField select size="small" label={label} value={value} onChange={(e) => set(e.target.value)} helperText=" " sx={{ minWidth: 170 }}>
      {options.map(({ id, name: own }) => (
        <MenuItem key={id} value={id}>
          {own}
        </MenuItem>
      ))}
    </TextField>
  )
  return (
    <SessionForm
      label={before ? 'Change the led session' : 'New led session'}
      isNew={before === null}
      {...{ form, good, save, onCancel }}
      onKeep={keep}
      beside={
        before === null && (
          <>
            {choose('Lead', leadId, instructors, (id) => set({ leadId: id }))}
            {choose('Plan', planId, day.plans, (id) => set({ planId: id }))}
          </>
        )
      }
    >
      {!plan && <Typography>The day has no plan yet. Make one first.</Typography>}
      <OrderedChoice
        label={`Followers, in the order they set out: ${few ? `choose ${LEAST_FOLLOWERS} to ${MOST_FOLLOWERS}` : count(chosen.length, 'follower')}`}
        options={students}
        chosen={chosen}
        onChange={(ids) => set({ chosen: ids })}
        most={MOST_FOLLOWERS}
        row
      />
      <FollowerCars day={day} followers={followers} onCar={(studentId, carId) => set({ cars: { ...cars, [studentId]: carId } })} />
      {followers.some(({ car }) => car === null) && (
        <Typography color="error">
          There are more followers than cars of the plan’s type. Choose another car, or fewer followers.
        </Typography>
      )}
      <Clashes clashes={clashes.map((clash) => clashWords(clash, { ...day, sessions }, day.people, [...stints, ...others]))} />
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
        <SessionField
          label="Laps"
          value={laps}
          onChange={(text) => set({ laps: text })}
          good={lapsN !== null}
          expected="1 to 60"
          width={120}
        />
        <SessionField
          label="Laps right behind, at most"
          value={behind}
          onChange={(text) => set({ behind: text })}
          good={behindN !== null}
          expected="1 to 20"
          width={210}
        />
        <SessionField
          label="Gap, s"
          value={gap}
          onChange={(text) => set({ gap: text })}
          good={gapS !== null}
          expected="0.5 to 20 s"
          width={120}
        />
      </Stack>
      {turns.length > 0 && (
        <Typography color="text.secondary">
          {turns
            .map(
              (t) =>
                `${t.fromLap === t.toLap ? `lap ${t.fromLap}` : `laps ${t.fromLap} to ${t.toLap}`}: ${students.find((p) => p.id === chosen[t.follower])?.name}`,
            )
            .join(' · ')}
        </Typography>
      )}
    </SessionForm>
  )
}
