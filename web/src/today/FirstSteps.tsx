import { CheckCircle, RadioButtonUnchecked } from '@mui/icons-material'
import { Box, Button, Link, Stack, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link as RouterLink, useNavigate } from 'react-router'
import type { Day } from '@ochote/contracts'
import { circuitsQuery, markerSchemesQuery, peopleQuery, schoolQuery, vehicleTypesQuery } from '../api/queries'
import { count } from '../format/format'
import { AboutSchool } from '../school/AboutSchool'
import { Demonstration } from '../school/Demonstration'
import { Page } from '../shell/Page'
import { dayPath } from '../shell/stages'
import { DayDialog } from './DayDialog'
import { newDay } from './newDay'

/** Where a school starts: what it is called and how it counts, and what a first day needs, in order. */
export function FirstSteps() {
  const navigate = useNavigate()
  const [open, setOpen] = useState<Day | null>(null)
  const school = useQuery({ ...schoolQuery, refetchOnWindowFocus: false }).data
  const circuits = useQuery(circuitsQuery).data
  const types = useQuery(vehicleTypesQuery).data
  const schemes = useQuery(markerSchemesQuery).data
  const people = useQuery(peopleQuery).data
  const students = people?.filter((p) => p.role === 'student')
  const instructors = people?.filter((p) => p.role === 'instructor')
  const next = () => steps.find(({ has = 0 }) => has === 0)?.what
  const steps = [
    { what: 'A circuit', has: circuits?.length, noun: 'circuit', to: '/library/circuits', how: 'from a file, a recce drive or a drawing' },
    { what: 'A vehicle type', has: types?.length, noun: 'vehicle type', to: '/library/vehicles', how: 'with its cars' },
    { what: 'A marker scheme', has: schemes?.length, noun: 'marker scheme', to: '/library/markers', how: 'which cone means what' },
    { what: 'An instructor', has: instructors?.length, noun: 'instructor', to: '/library/people', how: 'who sits beside' },
    { what: 'A student', has: students?.length, noun: 'student', to: '/library/people', how: 'who drives' },
  ]
  return (
    <Page title="Today">
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,6fr) minmax(0,5fr)' }, gap: 5 }}>
        <Box sx={{ maxWidth: '64ch', display: 'flex', flexDirection: 'column', gap: 2 }}>
          <Typography variant="h2">No day is planned yet</Typography>
          <Typography color="text.secondary">A first day needs these, in this order:</Typography>
          <Box component="ol" sx={{ listStyle: 'none', p: 0, m: 0, display: 'flex', flexDirection: 'column', gap: 1.25 }}>
            {steps.map(({ what, has = 0, noun, to, how }) => (
              <Box component="li" key={what} sx={{ display: 'flex', gap: 1.25, alignItems: 'center' }}>
                {has > 0 ? (
                  <CheckCircle color="primary" titleAccess="there" />
                ) : (
                  <RadioButtonUnchecked color="disabled" titleAccess="missing" />
                )}
                <span>
                  <Link component={RouterLink} to={to} sx={{ fontWeight: 700 }}>
                    {what}
                  </Link>
                  , {has > 0 ? `${count(has, noun)} on the shelf` : how}
                  {what === next() && <strong> · next</strong>}
                </span>
              </Box>
            ))}
          </Box>
          <Stack direction="row" sx={{ gap: 2, alignItems: 'center' }}>
            <Button variant="contained" disabled={!circuits?.length} onClick={() => setOpen(newDay())}>
              New day
            </Button>
            {!circuits?.length && <span>once there is a circuit for it</span>}
          </Stack>
          <Demonstration />
        </Box>
        <Stack component="section" aria-label="Your school" sx={{ gap: 1.5 }}>
          <Typography variant="h2">Your school</Typography>
          {school && <AboutSchool school={school} />}
        </Stack>
      </Box>
      {open && (
        <DayDialog
          day={open}
          onClose={(stored) => {
            setOpen(null)
            if (stored) void navigate(dayPath(stored.id))
          }}
        />
      )}
    </Page>
  )
}
