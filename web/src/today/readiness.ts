import type { DayView } from '@ochote/contracts'
import { carBar, releaseBar, roadAt, roadOfPlan, stintClashes, stintRecord, suitsRoad } from '@ochote/core'
import { clashWords } from '../stint/clashWords'
import type { LoggedStint } from '../stintLog/useDayLogs'
import { goneThrough } from '../stintLog/useGoneThrough'

/** Something that the day still lacks, and where to fix it. */
export interface NotReady {
  readonly id: string
  readonly text: string
  readonly stage: 'brief' | 'brief/meeting' | 'debrief' | 'plan' | 'run'
  readonly openId?: string
}

/** What is not ready yet, in the order of the day. */
export function notReady(day: DayView, stints: readonly LoggedStint[]): NotReady[] {
  const nameOf = (id: string) => day.people.find((p) => p.id === id)?.name ?? 'A student'
  const meeting: NotReady[] =
    day.meeting.heldAt === null && day.stints.length > 0
      ? [{ id: 'meeting', text: 'The drivers’ meeting has not been held', stage: 'brief/meeting' }]
      : []
  const gone = goneThrough(stints)
  const ofStints = stints.flatMap(({ stint, log, debriefed }): NotReady[] => {
    const record = stintRecord(log)
    const { phase } = record
    const missing: NotReady[] = []
    if (phase === 'ready' && day.meeting.heldAt !== null && releaseBar(day.meeting, stint.studentId, gone.has(stint.studentId)) !== null) {
      missing.push({
        id: `${stint.id}/meeting`,
        text: `${nameOf(stint.studentId)} was not at the drivers’ meeting`,
        stage: 'brief/meeting',
      })
    }
    for (const { incident, report } of record.incidents) {
      if (report === null)
        missing.push({
          id: incident.id,
          text: `${nameOf(stint.studentId)}: the report of the ${incident.what} at corner ${incident.corner} is not written`,
          stage: 'run',
          openId: stint.id,
        })
    }
    if (phase === 'ready' && stint.aims.length === 0) {
      missing.push({ id: `${stint.id}/aims`, text: `${nameOf(stint.studentId)} has no aims yet`, stage: 'brief', openId: stint.id })
    }
    if (phase === 'ready' && stint.briefedAt === null) {
      missing.push({ id: `${stint.id}/brief`, text: `${nameOf(stint.studentId)} is not briefed`, stage: 'brief', openId: stint.id })
    }
    if (phase === 'ended' && !debriefed) {
      missing.push({ id: `${stint.id}/debrief`, text: `${nameOf(stint.studentId)} is not debriefed`, stage: 'debrief', openId: stint.id })
    }
    return missing
  })
  // a stint that was driven had its car, whatever the timetable says
  const toCome = stints.filter(({ log }) => stintRecord(log).phase === 'ready').map(({ stint }) => stint)
  const clashes = toCome.flatMap((stint, k) =>
    stintClashes(stint, toCome.slice(0, k), day.sessions).map((clash): NotReady => ({
      id: `${clash.stintId}/${clash.otherId}/${clash.id}`,
      text: `${stint.startsAt}, ${nameOf(stint.studentId)}: ${clashWords(clash, day, day.people, toCome).slice(0, -1)}`,
      stage: 'run',
      openId: stint.id,
    })),
  )
  const cars = [...new Set(toCome.map((stint) => stint.carId))].flatMap((carId): NotReady[] => {
    const text = carBar(day, carId)
    return text === null ? [] : [{ id: `car ${carId}`, text, stage: 'brief/meeting' }]
  })
  const roads = toCome.flatMap((stint): NotReady[] => {
    const road = roadAt(day.hours, stint.startsAt)
    const plan = day.plans.find((one) => one.id === stint.planId)
    if (road === null || !plan || suitsRoad(plan.setup, road)) return []
    const text = `${stint.startsAt}, ${nameOf(stint.studentId)}: the road should be ${road}, but “${plan.name}” is for a ${roadOfPlan(plan.setup)} road`
    return [{ id: `${stint.id}/road`, text, stage: 'plan', openId: plan.id }]
  })
  return [...meeting, ...roads, ...cars, ...clashes, ...ofStints]
}
