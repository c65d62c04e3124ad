import { useQuery } from '@tanstack/react-query'
import { schoolQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { AboutSchool } from '../school/AboutSchool'

/** What holds for the whole school. */
export function SchoolBoard() {
  const school = useQuery({ ...schoolQuery, refetchOnWindowFocus: false })
  return <Loaded query={school}>{(data) => <AboutSchool school={data} />}</Loaded>
}
