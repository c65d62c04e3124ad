import { Stack } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { schoolQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { AboutSchool } from '../school/AboutSchool'
import { Demonstration } from '../school/Demonstration'

/** What holds for the whole school. */
export function SchoolBoard() {
  const school = useQuery({ ...schoolQuery, refetchOnWindowFocus: false })
  return (
    <Stack sx={{ gap: 4 }}>
      <Loaded query={school}>{(data) => <AboutSchool school={data} />}</Loaded>
      <Demonstration />
    </Stack>
  )
}
