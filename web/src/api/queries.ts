import {
  archivedInDaySchema,
  carSchema,
  circuitSchema,
  circuitSummarySchema,
  daySchema,
  dayViewSchema,
  healthSchema,
  loggerSchema,
  markerSchemeSchema,
  personSchema,
  planVersionSchema,
  recordingSchema,
  reviewSchema,
  neverSchema,
  schoolSchema,
  stintViewSchema,
  studentViewSchema,
  vehicleTypeSchema,
} from '@ochote/contracts'
import { queryOptions } from '@tanstack/react-query'
import * as z from 'zod'
import { request } from './request'

/** Every query to the server, with its key and its function. */
export const daysQuery = queryOptions({
  queryKey: ['days'],
  queryFn: ({ signal }) => request(z.array(daySchema), '/api/days', { signal }),
})

/** A day without its logs, which `useLog` brings. */
export const dayQuery = (dayId: string) =>
  queryOptions({ queryKey: ['days', dayId], queryFn: ({ signal }) => request(dayViewSchema, `/api/days/${dayId}`, { signal }) })

/** A plan version, which never changes. */
export const planVersionQuery = (planId: string, versionId: string | null) =>
  queryOptions({
    queryKey: ['plan-versions', versionId],
    queryFn: ({ signal }) => request(planVersionSchema, `/api/plans/${planId}/versions/${versionId}`, { signal }),
    staleTime: Infinity,
    enabled: versionId !== null,
  })

export const circuitsQuery = queryOptions({
  queryKey: ['circuits'],
  queryFn: ({ signal }) => request(z.array(circuitSummarySchema), '/api/circuits', { signal }),
})

/** A circuit seldom changes, and a save puts the new one here. */
export const circuitQuery = (circuitId: string) =>
  queryOptions({
    queryKey: ['circuits', circuitId],
    queryFn: ({ signal }) => request(circuitSchema, `/api/circuits/${circuitId}`, { signal }),
    staleTime: 60_000,
  })

export const vehicleTypesQuery = queryOptions({
  queryKey: ['vehicle-types'],
  queryFn: ({ signal }) => request(z.array(vehicleTypeSchema), '/api/vehicle-types', { signal }),
})

export const carsQuery = queryOptions({
  queryKey: ['cars'],
  queryFn: ({ signal }) => request(z.array(carSchema), '/api/cars', { signal }),
})

export const peopleQuery = queryOptions({
  queryKey: ['people'],
  queryFn: ({ signal }) => request(z.array(personSchema), '/api/people', { signal }),
})

/** One person with what they said about themselves, for those who teach them. */
export const personQuery = (personId: string) =>
  queryOptions({ queryKey: ['people', personId], queryFn: ({ signal }) => request(personSchema, `/api/people/${personId}`, { signal }) })

export const markerSchemesQuery = queryOptions({
  queryKey: ['marker-schemes'],
  queryFn: ({ signal }) => request(z.array(markerSchemeSchema), '/api/marker-schemes', { signal }),
})

/** What is archived of something that is listed under its own name, such as "people". */
export const archivedQuery = <S extends z.ZodType>(noun: string, schema: S) =>
  queryOptions({
    queryKey: [noun, 'archived'],
    queryFn: ({ signal }) => request(z.array(schema), `/api/${noun}?archived=true`, { signal }),
  })

/** What of a day is archived. */
export const archivedInDayQuery = (dayId: string) =>
  queryOptions({
    queryKey: ['days', dayId, 'archived'],
    queryFn: ({ signal }) => request(archivedInDaySchema, `/api/days/${dayId}/archived`, { signal }),
  })

/** A stint with its debrief. */
export const stintQuery = (stintId: string) =>
  queryOptions({ queryKey: ['stints', stintId], queryFn: ({ signal }) => request(stintViewSchema, `/api/stints/${stintId}`, { signal }) })

/** A student's stints on every day, without their logs. */
export const studentQuery = (personId: string) =>
  queryOptions({
    queryKey: ['students', personId],
    queryFn: ({ signal }) => request(studentViewSchema, `/api/people/${personId}/stints`, { signal }),
  })

/** The school's settings for all its days; a save puts them here. */
export const schoolQuery = queryOptions({
  queryKey: ['school'],
  queryFn: ({ signal }) => request(schoolSchema, '/api/school', { signal }),
  staleTime: 60_000,
})

/** Live loggers come and go, so they are polled while a page shows them. */
export const loggersQuery = queryOptions({
  queryKey: ['loggers'],
  queryFn: ({ signal }) => request(z.array(loggerSchema), '/api/loggers', { signal }),
  refetchInterval: 10_000,
})

/** Whether the server answers. What a page shows may be the server's last answer, cached on the device. */
export const healthQuery = queryOptions({
  queryKey: ['health'],
  queryFn: ({ signal }) => request(healthSchema, '/api/health', { signal }),
  refetchInterval: 30_000,
  retry: false,
})

/** Whose recordings are listed. */
export type RecordingsOf = { readonly dayId: string } | { readonly stintId: string } | { readonly studentId: string }

/** Recorded laps of a day, a stint or a student, without their files. */
export const recordingsQuery = (of: RecordingsOf) =>
  queryOptions({
    queryKey: ['recordings', of],
    queryFn: ({ signal }) =>
      request(z.array(recordingSchema), `/api/recordings?${new URLSearchParams(of as unknown as Record<string, string>)}`, { signal }),
  })

export const recordingQuery = (recordingId: string) =>
  queryOptions({
    queryKey: ['recordings', recordingId],
    queryFn: ({ signal }) => request(recordingSchema, `/api/recordings/${recordingId}`, { signal }),
  })

export const reviewQuery = (recordingId: string) =>
  queryOptions({
    queryKey: ['reviews', recordingId],
    queryFn: ({ signal }) => request(reviewSchema, `/api/recordings/${recordingId}/review`, { signal }),
  })

/** Findings that an instructor does not want to see again of a student on a circuit. */
export const neverQuery = (studentId: string, circuitId: string) =>
  queryOptions({
    queryKey: ['never', studentId, circuitId],
    queryFn: ({ signal }) =>
      request(z.array(neverSchema), `/api/recordings/never?${new URLSearchParams({ studentId, circuitId })}`, { signal }),
  })
