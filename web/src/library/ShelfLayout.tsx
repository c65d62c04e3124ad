import { Tab, Tabs } from '@mui/material'
import { Link, Outlet, useLocation } from 'react-router'
import { Page } from '../shell/Page'

const boards = [
  { path: '/shelf/circuits', name: 'Circuits' },
  { path: '/shelf/vehicles', name: 'Vehicles' },
  { path: '/shelf/people', name: 'People' },
  { path: '/shelf/markers', name: 'Marker schemes' },
] as const

/** The shelf: what days are made of. */
export function ShelfLayout() {
  const { pathname } = useLocation()
  const open = boards.find((b) => pathname.startsWith(b.path)) ?? boards[0]
  return (
    <Page title="Shelf" caution>
      <Tabs value={open.path} variant="scrollable" aria-label="On the shelf">
        {boards.map((b) => (
          <Tab key={b.path} value={b.path} label={b.name} component={Link} to={b.path} sx={{ textTransform: 'none', fontSize: '1rem' }} />
        ))}
      </Tabs>
      <Outlet />
    </Page>
  )
}
