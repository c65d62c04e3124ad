import type { StintView, StudentView } from '@ochote/contracts'

/** What was to be worked on after the student's last debriefed stint before this one. */
export function lastTime(student: StudentView | undefined, file: StintView): string[] {
  const stints = student?.days.flatMap((d) => d.stints) ?? []
  const before = stints.slice(
    0,
    Math.max(
      0,
      stints.findIndex((s) => s.stint.id === file.stint.id),
    ),
  )
  const last = before.reverse().find((s) => s.debrief !== null)
  return last?.debrief?.workOn.map((w) => `Corner ${w.corner}: ${w.advice}`) ?? []
}
