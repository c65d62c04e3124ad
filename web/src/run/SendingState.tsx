import { CloudDoneOutlined, PhoneAndroid } from '@mui/icons-material'
import { Stack, Typography } from '@mui/material'
import { clockOffsetMs } from '../device/deviceClock'

/** A device's clock error in words; null where the clock is right. */
function clockWords(offsetMs: number): string | null {
  if (offsetMs === 0) return null
  const minutes = Math.abs(offsetMs) / 60_000
  const size = minutes >= 1 ? `${Math.round(minutes)} min` : `${Math.round(minutes * 60)} s`
  return `clock ${size} ${offsetMs > 0 ? 'slow' : 'fast'}, put right`
}

/** Whether the server has everything, and the device's clock is right, said calmly: what waits is safe on this device. */
export function SendingState({ waiting }: { waiting: number }) {
  const clock = clockWords(clockOffsetMs())
  return (
    <Stack direction="row" role="status" sx={{ alignItems: 'center', gap: 0.75, color: 'text.secondary' }}>
      {waiting === 0 ? <CloudDoneOutlined fontSize="small" /> : <PhoneAndroid fontSize="small" />}
      <Typography variant="body2">{waiting === 0 ? 'All saved' : `${waiting} on this device, not sent yet`}</Typography>
      {clock && <Typography variant="body2">· {clock}</Typography>}
    </Stack>
  )
}
