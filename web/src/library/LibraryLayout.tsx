import { Tab, Tabs } from '@mui/material'
import { Link, Outlet, useLocation } from 'react-router'
import { Page } from '../shell/Page'

const boards = [
  { path: '/library/circuits', name: 'Circuits' },
  { path: '/library/vehicles', name: 'Vehicles' },
  { path: '/library/people', name: 'People' },
  { path: '/library/markers', name: 'Marker schemes' },
  { path: '/library/school', name: 'School' },
] as const

/** The shelf: what days are made of. */
export function LibraryLayout() {
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
