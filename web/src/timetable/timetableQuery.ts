import { queryOptions } from '@tanstack/react-query'
import { timetableSchema } from '@ochote/contracts'
import { request } from '../api/request'

/** A day's timetable, as it is planned and as it was told. */
export const timetableQuery = (dayId: string) =>
  queryOptions({
    queryKey: ['timetables', dayId],
    queryFn: ({ signal }) => request(timetableSchema, `/api/days/${dayId}/timetable`, { signal }),
  })
