import { useQuery } from '@tanstack/react-query'
import { usualGround, type Ground } from '@ochote/contracts'
import { schoolQuery } from '../api/queries'

/** How hard a vehicle brakes beyond the edge, as the school takes it to be; the usual estimates until its settings are here. */
export const useGround = (): Ground => useQuery(schoolQuery).data?.ground ?? usualGround
