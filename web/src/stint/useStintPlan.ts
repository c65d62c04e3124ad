import type { PlanVersion } from '@ochote/contracts'
import { useMarkedPlan, type MarkedPlanState } from '../workers/useMarkedPlan'
import type { NamedStint } from './openStint'

/** A stint's plan, solved and marked for the vehicle that drives it. */
export const useStintPlan = ({ plan, vehicleType, placedFor }: NamedStint, version: PlanVersion | null): MarkedPlanState =>
  useMarkedPlan({
    circuitId: plan.circuitId,
    vehicle: vehicleType.vehicle,
    placedFor: placedFor?.vehicle ?? null,
    setup: plan.setup,
    firstSession: plan.firstSession,
    coneEdits: plan.coneEdits,
    ...(version ? { document: version.circuit, planVersionId: version.id } : {}),
  })
