import { MoreVert } from '@mui/icons-material'
import { IconButton, Menu, MenuItem } from '@mui/material'
import { useState } from 'react'
import type { Session } from '@ochote/contracts'
import { dayQuery } from '../api/queries'
import { ProblemNotice } from '../problem/ProblemNotice'
import { useArchive, type Archivable } from '../records/useArchive'

/** A session as something that can be archived; its stints stay. */
const archivableSession = ({ id, name, dayId }: Session): Archivable => ({
  path: `/api/sessions/${id}`,
  name: `The session “${name}”`,
  queryKeys: [dayQuery(dayId).queryKey],
})

interface SessionActionsProps {
  session: Session
  onNew: () => void
  onChange: () => void
}

/** Actions on a whole session: make another, change it, archive it. */
export function SessionActions({ session, onNew, onChange }: SessionActionsProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const { archive, error } = useArchive()
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
        <MenuItem onClick={choose(() => archive(archivableSession(session)))}>Archive this session</MenuItem>
      </Menu>
      {error && <ProblemNotice error={error} />}
    </>
  )
}
