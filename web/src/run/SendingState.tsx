import { CloudDoneOutlined, PhoneAndroid } from '@mui/icons-material'
import { Stack, Typography } from '@mui/material'
import { clockOffsetMs } from '../device/deviceClock'
import { useOutboxState } from '../device/useOutbox'
import { UnreadableEntries } from '../stintLog/UnreadableEntries'

/** An error that nobody would notice is put right in silence, ms. */
const WORTH_SAYING_MS = 2_000

/** A device's clock error in words; null where the clock is right. */
function clockWords(offsetMs: number): string | null {
  if (Math.abs(offsetMs) < WORTH_SAYING_MS) return null
  const minutes = Math.abs(offsetMs) / 60_000
  const size = minutes >= 1 ? `${Math.round(minutes)} min` : `${Math.round(minutes * 60)} s`
  return `clock ${size} ${offsetMs > 0 ? 'slow' : 'fast'}, put right`
}

interface SendingStateProps {
  /** entries of the stints shown that the server does not have yet */
  waiting: number
  /** entries of the stints shown that cannot be read here */
  unreadable: number
}

/** Whether the server has everything, and the device's clock is right, said calmly: what waits is safe on this device. */
export function SendingState({ waiting, unreadable }: SendingStateProps) {
  const { refused, unstored } = useOutboxState()
  const saved = refused.length > 0 ? 'Everything else is saved' : 'All saved'
  const clock = clockWords(clockOffsetMs())
  return (
    <Stack direction="row" role="status" sx={{ alignItems: 'center', gap: 0.75, color: 'text.secondary', minWidth: 0 }}>
      {waiting === 0 ? <CloudDoneOutlined fontSize="small" /> : <PhoneAndroid fontSize="small" />}
      {/* never a second line: nothing below may move from under a finger */}
      <Typography variant="body2" noWrap>
        {waiting === 0 ? saved : `${waiting} ${unstored === null ? 'on this device' : 'in this page only'}, not sent yet`}
      </Typography>
      <UnreadableEntries unreadable={unreadable} />
      {clock && (
        <Typography variant="body2" noWrap>
          · {clock}
        </Typography>
      )}
    </Stack>
  )
}
