import { ArrowBack, PrintOutlined } from '@mui/icons-material'
import { Button, MenuItem, Stack, TextField, Typography } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { Link, useNavigate, useParams } from 'react-router'
import type { StoredCircuit, DayView, Plan } from '@ochote/contracts'
import { circuitQuery, dayQuery } from '../../api/queries'
import { Loaded } from '../../problem/Loaded'
import { EmptyState } from '../../shell/EmptyState'
import { Page } from '../../shell/Page'
import { stagePath } from '../../shell/stages'
import { compareInWorker } from '../../workers/planSolver'
import { useSchoolTerms } from '../../workers/useSchoolTerms'
import { findSolution } from '../../workers/useSolution'
import { ComparedMarks } from './ComparedMarks'

/** Two plans of a day side by side, mark by mark. */
export function ComparePage() {
  const { dayId = '', planId, otherId } = useParams()
  const day = useQuery(dayQuery(dayId))
  return (
    <Loaded query={day}>
      {(file) => {
        const plan = file.plans.find((p) => p.id === planId)
        const others = file.plans.filter((p) => p.id !== planId)
        const other = others.find((p) => p.id === otherId) ?? others[0]
        if (!plan || !other) {
          return (
            <Page title="Compare plans">
              <EmptyState title={plan ? 'This day has no other plan' : 'This plan is not part of the day'}>
                Make a variant in the Plan stage: wet, next step, or another vehicle.
              </EmptyState>
            </Page>
          )
        }
        return <Comparison key={`${plan.id}${other.id}`} day={file} plan={plan} other={other} others={others} />
      }}
    </Loaded>
  )
}

interface ComparisonProps {
  day: DayView
  plan: Plan
  other: Plan
  others: readonly Plan[]
}

function Comparison({ day, plan, other, others }: ComparisonProps) {
  const navigate = useNavigate()
  const circuit = useQuery(circuitQuery(plan.circuitId))
  const terms = useSchoolTerms()
  const compared = useQuery({
    queryKey: ['compared', circuit.data?.version, plan, other, terms],
    queryFn: async ({ signal }) => {
      if (!circuit.data) throw new Error('asked before the circuit was here')
      const [first, second] = await Promise.all([questionOf(day, plan, circuit.data, signal), questionOf(day, other, circuit.data, signal)])
      return compareInWorker({ first, second, terms }, signal)
    },
    enabled: circuit.data !== undefined,
    staleTime: Infinity,
    structuralSharing: false,
    retry: false,
  })
  const path = stagePath(day.id, 'plan', plan.id)
  return (
    <Page
      title="Compare plans"
      caution
      actions={
        <Stack direction="row" className="no-print" sx={{ gap: 1 }}>
          <Button component={Link} to={path} startIcon={<ArrowBack />}>
            Plan
          </Button>
          <Button startIcon={<PrintOutlined />} onClick={() => window.print()}>
            Print
          </Button>
        </Stack>
      }
    >
      <Stack direction="row" sx={{ gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography>
          <strong>{plan.name}</strong> against
        </Typography>
        <TextField
          select
          size="small"
          hiddenLabel
          value={other.id}
          slotProps={{ select: { 'aria-label': 'The other plan' } }}
          onChange={(e) => void navigate(`${path}/compare/${e.target.value}`, { replace: true })}
        >
          {others.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.name}
            </MenuItem>
          ))}
        </TextField>
      </Stack>
      <Loaded query={compared}>{(data) => <ComparedMarks data={data} names={[plan.name, other.name]} />}</Loaded>
    </Page>
  )
}

async function questionOf(day: DayView, plan: Plan, { document, version }: StoredCircuit, signal: AbortSignal) {
  const { circuitId, setup, firstSession, coneEdits } = plan
  const { vehicle } = day.vehicleTypes.find((v) => v.id === plan.vehicleTypeId)!
  const { stored } = await findSolution({ circuitId, vehicle, setup }, String(version), signal)
  return { circuitId, circuitVersion: version, document, vehicle, setup, firstSession, coneEdits, stored }
}
