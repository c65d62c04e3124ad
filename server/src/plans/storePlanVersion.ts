import { planDraftSchema, type Plan, type PlanVersion } from '@ochote/contracts'
import type { Repositories } from '../repositories'

/** Keeps a plan as it stands now, with everything it is made from. */
export async function storePlanVersion(
  all: Pick<Repositories, 'circuits' | 'vehicles' | 'markerSchemes' | 'planVersions'>,
  plan: Plan,
  made: Pick<PlanVersion, 'id' | 'at' | 'by'>,
): Promise<PlanVersion> {
  const circuit = await all.circuits.find(plan.circuitId)
  const vehicle = (await all.vehicles.list()).find((v) => v.id === plan.vehicleId)
  const scheme = (await all.markerSchemes.list()).find((s) => s.id === plan.markerSchemeId)
  if (!circuit || !vehicle || !scheme) throw new Error(`plan ${plan.id} names a circuit, vehicle or scheme that is not stored`)
  const version: PlanVersion = {
    ...made,
    planId: plan.id,
    version: plan.version,
    draft: planDraftSchema.parse(plan),
    circuit: circuit.document,
    vehicle,
    scheme,
  }
  await all.planVersions.add(version)
  return version
}
