import type { Setup } from '@ochote/contracts'
import { faultOf, type NextSteps } from '@ochote/core'

/** A pace in words: "75 %", or each share where they differ. */
export function paceWords({ lateral, brake, drive }: Setup['pace']): string {
  const percent = (share: number) => `${Math.round(100 * share)} %`
  if (lateral === brake && brake === drive) return percent(lateral)
  return `cornering ${percent(lateral)}, braking ${percent(brake)}, power ${percent(drive)}`
}

const list = new Intl.ListFormat('en-GB')

const markNames = { brake: 'brake marks', turn: 'turn-in marks', apex: 'apex marks', exit: 'exit marks' } as const

/** Marks to take away, such as "brake marks at corners 2 and 3". */
export function marksWords(marks: NextSteps['marks']): string {
  const duties = [...new Set(marks.map(({ duty }) => duty))]
  return duties
    .map((duty) => {
      const corners = marks.filter((one) => one.duty === duty).map(({ corner }) => corner)
      const name = Object.entries(markNames).find(([key]) => key === duty)?.[1] ?? duty
      return `${name} at ${corners.length === 1 ? 'corner' : 'corners'} ${list.format(corners)}`
    })
    .join('; ')
}

export const cornersWords = (corners: readonly string[]): string => `${corners.length === 1 ? 'corner' : 'corners'} ${list.format(corners)}`

/** A fault to work on, such as "brakes late at corner 7: 3 passes". */
export const faultWords = ({ corner, code, passes, isUnsafe }: NextSteps['faults'][number]): string =>
  `${faultOf(code)?.name ?? code} at corner ${corner}: ${passes === 1 ? '1 pass' : `${passes} passes`}${isUnsafe ? ', unsafe' : ''}`
