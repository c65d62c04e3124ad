import { useTheme } from '@mui/material'
import type { FlawKind } from './flaws'

/** The mark of something wrong, a struck ring, or of something to look at, a diamond with a point in it: told apart without colour. */
export function FlawMark({ kind }: { kind: FlawKind }) {
  const { tokens } = useTheme()
  return kind === 'wrong' ? (
    <>
      <circle r={11} fill={tokens.raised} fillOpacity={0.8} stroke={tokens.unsafe} strokeWidth={3} />
      <path d="M-5,-5 L5,5 M5,-5 L-5,5" stroke={tokens.unsafe} strokeWidth={2.5} />
    </>
  ) : (
    <>
      <path d="M0,-12 L12,0 L0,12 L-12,0 Z" fill={tokens.raised} fillOpacity={0.8} stroke={tokens.caution} strokeWidth={2.2} />
      <circle r={2.6} fill={tokens.caution} />
    </>
  )
}

/** The same mark beside a line of text. */
export const FlawIcon = ({ kind }: { kind: FlawKind }) => (
  <svg
    width={22}
    height={22}
    viewBox="-14 -14 28 28"
    role="img"
    aria-label={kind === 'wrong' ? 'must be fixed' : 'to look at'}
    style={{ flexShrink: 0 }}
  >
    <FlawMark kind={kind} />
  </svg>
)
