import {
  circuitSchema,
  circuitSummarySchema,
  dayViewSchema,
  daySchema,
  loggerSchema,
  markerSchemeSchema,
  personSchema,
  planVersionSchema,
  schoolSchema,
  stintViewSchema,
  studentViewSchema,
  vehicleTypeSchema,
} from '@ochote/contracts'
import { queryOptions } from '@tanstack/react-query'
import { z } from 'zod'
import { request } from './request'

/** Everything read from the server, key and function in one place. */
export const daysQuery = queryOptions({
  queryKey: ['days'],
  queryFn: ({ signal }) => request(z.array(daySchema), '/api/days', { signal }),
})

export const dayQuery = (dayId: string) =>
  queryOptions({ queryKey: ['days', dayId], queryFn: ({ signal }) => request(dayViewSchema, `/api/days/${dayId}`, { signal }) })

/** A plan as it stood once; it never changes. */
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

/** A circuit changes seldom, and whoever saves one puts it here. */
export const circuitQuery = (circuitId: string) =>
  queryOptions({
    queryKey: ['circuits', circuitId],
    queryFn: ({ signal }) => request(circuitSchema, `/api/circuits/${circuitId}`, { signal }),
    staleTime: 60_000,
  })

export const vehiclesQuery = queryOptions({
  queryKey: ['vehicles'],
  queryFn: ({ signal }) => request(z.array(vehicleTypeSchema), '/api/vehicles', { signal }),
})

export const peopleQuery = queryOptions({
  queryKey: ['people'],
  queryFn: ({ signal }) => request(z.array(personSchema), '/api/people', { signal }),
})

export const markerSchemesQuery = queryOptions({
  queryKey: ['marker-schemes'],
  queryFn: ({ signal }) => request(z.array(markerSchemeSchema), '/api/marker-schemes', { signal }),
})

export const stintQuery = (stintId: string) =>
  queryOptions({ queryKey: ['stints', stintId], queryFn: ({ signal }) => request(stintViewSchema, `/api/stints/${stintId}`, { signal }) })

export const studentQuery = (personId: string) =>
  queryOptions({
    queryKey: ['students', personId],
    queryFn: ({ signal }) => request(studentViewSchema, `/api/people/${personId}/stints`, { signal }),
  })

/** What the school settles; who saves it puts it here. */
export const schoolQuery = queryOptions({
  queryKey: ['school'],
  queryFn: ({ signal }) => request(schoolSchema, '/api/school', { signal }),
  staleTime: 60_000,
})

/** Live loggers come and go: asked for as long as a page shows them. */
export const loggersQuery = queryOptions({
  queryKey: ['loggers'],
  queryFn: ({ signal }) => request(z.array(loggerSchema), '/api/loggers', { signal }),
  refetchInterval: 10_000,
})

/** Whether the server answers: what a page shows may be what it said last, kept on the device. */
export const healthQuery = queryOptions({
  queryKey: ['health'],
  queryFn: ({ signal }) => request(z.object({ ok: z.boolean() }), '/api/health', { signal }),
  refetchInterval: 30_000,
  retry: false,
})
