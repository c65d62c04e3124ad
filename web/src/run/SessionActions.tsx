import { MoreVert } from '@mui/icons-material'
import { IconButton, Menu, MenuItem } from '@mui/material'
import { useState } from 'react'
import type { Session } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import type { Archivable } from '../records/useArchive'

/** A session as something that can be archived; its stints stay. */
export const archivableSession = ({ id, name, dayId }: Session): Archivable => ({
  path: `/api/sessions/${id}`,
  name: `The session “${name}”`,
  queryKeys: [dayQuery(dayId).queryKey],
})

interface SessionActionsProps {
  session: Session
  onNew: () => void
  onChange: () => void
  onArchive: () => void
}

/** Actions on a whole session: make another, change it, archive it. */
export function SessionActions({ session, onNew, onChange, onArchive }: SessionActionsProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const choose = (act: () => void) => () => {
    setAnchor(null)
    act()
  }
  return (
    <>
      <IconButton
        aria-label={`More to do with the session “${session.name}”`}
        aria-haspopup="menu"
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        <MoreVert />
      </IconButton>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem onClick={choose(onNew)}>New session</MenuItem>
        <MenuItem onClick={choose(onChange)}>Change this session</MenuItem>
        <MenuItem onClick={choose(onArchive)}>Archive this session</MenuItem>
      </Menu>
    </>
  )
}
