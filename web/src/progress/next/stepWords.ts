import type { Setup } from '@ochote/contracts'
import { faultOf, type NextSteps } from '@ochote/core'

/** A change of pace, such as "75 to 80 %", or each share where they differ. */
export function paceChange(from: Setup['pace'], to: Setup['pace']): string {
  const change = (of: keyof Setup['pace']) => `${Math.round(100 * from[of])} to ${Math.round(100 * to[of])} %`
  const [lateral, brake, drive] = [change('lateral'), change('brake'), change('drive')]
  return lateral === brake && brake === drive ? lateral : `cornering ${lateral}, braking ${brake}, power ${drive}`
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
