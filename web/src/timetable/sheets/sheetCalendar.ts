import ical from 'ical-generator'
import type { Sheet } from './sheetRows'

interface CalendarDay {
  readonly name: string
  /** "2026-10-17" */
  readonly date: string
  readonly circuit: string
  /** the school's time zone, such as "Europe/Vienna" */
  readonly timeZone: string
}

/** How far a time zone is ahead of UTC at an instant, ms. */
function aheadMs(instant: number, timeZone: string): number {
  const parts = new Intl.DateTimeFormat('en-GB', {
    ...{
      timeZone,
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
    },
  }).formatToParts(instant)
  const of = (type: string) => Number(parts.find((part) => part.type === type)!.value)
  return Date.UTC(of('year'), of('month') - 1, of('day'), of('hour'), of('minute'), of('second')) - instant
}

/** The instant of a local time in a time zone, right on both sides of a clock change. */
export function instantOf(date: string, time: string, timeZone: string): Date {
  const asUtc = Date.parse(`${date}T${time}:00.000Z`)
  const guess = asUtc - aheadMs(asUtc, timeZone)
  return new Date(asUtc - aheadMs(guess, timeZone))
}

/** A sheet as an iCalendar file (RFC 5545). Times are given in UTC, so every calendar shows them in its own zone. */
export function sheetCalendar(day: CalendarDay, sheet: Sheet): string {
  const calendar = ical({ name: `${day.name}: ${sheet.title}`, prodId: { company: 'Ochote', product: 'Timetable' } })
  for (const row of sheet.rows)
    calendar.createEvent({
      id: `${row.id}@ochote`,
      start: instantOf(day.date, row.startsAt, day.timeZone),
      end: instantOf(day.date, row.endsAt, day.timeZone),
      summary: `${row.student} in ${row.car} with ${row.instructor}`,
      location: day.circuit,
      description: day.name,
    })
  return calendar.toString()
}
