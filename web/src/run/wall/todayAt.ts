/**
 * A time of day as a moment: on the day of `nowMs`.
 * @param time - hh:mm
 * @returns ms
 */
export function todayAt(time: string, nowMs: number): number {
  const [hours, minutes] = time.split(':').map(Number)
  const at = new Date(nowMs)
  at.setHours(hours!, minutes!, 0, 0)
  return at.getTime()
}
