import { Box, Link, Typography } from '@mui/material'
import { Link as RouterLink } from 'react-router'
import type { DayView, Duty, MarkerScheme, Plan, VehicleType } from '@ochote/contracts'
import { lapTime } from '../format/format'
import { DutyLegend } from '../cones/DutyLegend'
import { StockShortage } from '../cones/StockShortage'
import { TrackMap } from '../trackMap/TrackMap'
import { Loaded } from '../problem/Loaded'
import { useCornerChoice } from '../ribbon/useCornerChoice'
import { stagePath } from '../shell/stages'
import { useMarkedPlan } from '../workers/useMarkedPlan'
import { RoadLine } from './RoadHours'

/** The circuit as the next stint drives it. */
export function TodayCircuit({ day, planId }: { day: DayView; planId?: string }) {
  const plan = day.plans.find((p) => p.id === planId) ?? day.plans[0]
  const type = day.vehicleTypes.find((v) => v.id === plan?.vehicleTypeId)
  const scheme = day.markerSchemes.find((s) => s.id === plan?.markerSchemeId)
  return (
    <Box sx={{ minWidth: 0 }}>
      <RoadLine hours={day.hours} />
      {plan && type && scheme && <Drawn plan={plan} type={type} scheme={scheme} dayId={day.id} />}
    </Box>
  )
}

interface DrawnProps {
  plan: Plan
  type: VehicleType
  scheme: MarkerScheme
  dayId: string
}

function Drawn({ plan, type, scheme, dayId }: DrawnProps) {
  const marked = useMarkedPlan({
    circuitId: plan.circuitId,
    vehicle: type.vehicle,
    placedFor: null,
    setup: plan.setup,
    firstSession: plan.firstSession,
    coneEdits: plan.coneEdits,
  })
  const [corner, chooseCorner] = useCornerChoice(marked.data?.solution)
  return (
    <Box component="section" aria-label="The circuit" sx={{ minWidth: 0 }}>
      <Loaded query={marked}>
        {({ solution, cones }) => (
          <>
            <Box sx={{ height: { xs: 300, md: 380 } }}>
              <TrackMap solution={solution} cones={cones} scheme={scheme} corner={corner} onCorner={chooseCorner} />
            </Box>
            <DutyLegend duties={[...new Set(cones.map((c): Duty => c.duty))]} scheme={scheme} />
            <Typography variant="body2" color="text.secondary">
              <Link component={RouterLink} to={stagePath(dayId, 'plan', plan.id)}>
                {plan.name}
              </Link>
              : {cones.length} marks, planned lap {lapTime(solution.trace.lapTimeS)}
              <StockShortage cones={cones} scheme={scheme} />
            </Typography>
          </>
        )}
      </Loaded>
    </Box>
  )
}
