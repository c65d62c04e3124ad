import { Box, Link, Typography } from '@mui/material'
import { useMemo } from 'react'
import { Link as RouterLink } from 'react-router'
import type { DayView, MarkerScheme, Plan, VehicleType } from '@ochote/contracts'
import { applyConeEdits } from '@ochote/core'
import { lapTime } from '../format/format'
import { StockShortage } from '../cones/StockShortage'
import { TrackMap } from '../trackMap/TrackMap'
import { Loaded } from '../problem/Loaded'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { stagePath } from '../shell/stages'
import { useSolution } from '../workers/useSolution'

/** The circuit as the next stint drives it. */
export function TodayCircuit({ day, planId }: { day: DayView; planId?: string }) {
  const plan = day.plans.find((p) => p.id === planId) ?? day.plans[0]
  const vehicle = day.vehicles.find((v) => v.id === plan?.vehicleId)
  const scheme = day.markerSchemes.find((s) => s.id === plan?.markerSchemeId)
  if (!plan || !vehicle || !scheme) return null
  return <Drawn plan={plan} vehicle={vehicle} scheme={scheme} dayId={day.id} />
}

interface DrawnProps {
  plan: Plan
  vehicle: VehicleType
  scheme: MarkerScheme
  dayId: string
}

function Drawn({ plan, vehicle, scheme, dayId }: DrawnProps) {
  const solution = useSolution({
    circuitId: plan.circuitId,
    vehicle: vehicle.vehicle,
    setup: plan.setup,
    firstSession: plan.firstSession,
    coneEdits: plan.coneEdits,
  })
  const [corner, chooseCorner] = useCornerChoice(solution.data)
  const cones = useMemo(() => (solution.data ? applyConeEdits(solution.data, plan.coneEdits) : []), [solution.data, plan.coneEdits])
  return (
    <Box component="section" aria-label="The circuit" sx={{ minWidth: 0 }}>
      <Loaded query={solution}>
        {(data) => (
          <>
            <Box sx={{ height: { xs: 300, md: 380 } }}>
              <TrackMap solution={data} cones={cones} scheme={scheme} corner={corner} onCorner={chooseCorner} />
            </Box>
            <Typography variant="body2" color="text.secondary">
              <Link component={RouterLink} to={stagePath(dayId, 'plan', plan.id)}>
                {plan.name}
              </Link>
              : {cones.length} marks, planned lap {lapTime(data.trace.lapTimeS)}
              <StockShortage cones={cones} scheme={scheme} />
            </Typography>
          </>
        )}
      </Loaded>
    </Box>
  )
}
