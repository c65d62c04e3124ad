import type { Aim, StudentView } from '@ochote/contracts'
import { aimFrom } from '@ochote/core'

/** What was to be worked on after the student's last debriefed stint before this one, as aims that follow today's marks. */
export function lastTime(student: StudentView | undefined, stintId: string): Aim[] {
  const stints = student?.days.flatMap((d) => d.stints) ?? []
  const before = stints.slice(
    0,
    Math.max(
      0,
      stints.findIndex((s) => s.stint.id === stintId),
    ),
  )
  const last = before.reverse().find((s) => s.debrief !== null)
  return last?.debrief?.workOn.map(aimFrom) ?? []
}
