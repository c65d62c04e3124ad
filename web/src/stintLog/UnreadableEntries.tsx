import { Typography } from '@mui/material'
import { count } from '../format/format'

/** Says that entries are left out that this version of Ochote, or the server's, can't read; nothing where there are none. */
export function UnreadableEntries({ unreadable }: { unreadable: number }) {
  if (unreadable === 0) return null
  return <Typography variant="body2">{count(unreadable, 'entry', 'entries')} can’t be read here; nothing is lost</Typography>
}
