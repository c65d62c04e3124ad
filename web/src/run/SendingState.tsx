import { CloudDoneOutlined, PhoneAndroid } from '@mui/icons-material'
import { Stack, Typography } from '@mui/material'

/** Whether the server has everything, said calmly: what waits is safe on this device. */
export function SendingState({ waiting }: { waiting: number }) {
  return (
    <Stack direction="row" role="status" sx={{ alignItems: 'center', gap: 0.75, color: 'text.secondary' }}>
      {waiting === 0 ? <CloudDoneOutlined fontSize="small" /> : <PhoneAndroid fontSize="small" />}
      <Typography variant="body2">{waiting === 0 ? 'All stored' : `${waiting} kept on this device, still to send`}</Typography>
    </Stack>
  )
}
