import { planDraftSchema, type Plan, type PlanVersion } from '@ochote/contracts'
import { invalidInput } from '../http/appError'
import type { ByNoun } from '../repositories'

/** Stores a plan as it is now, with everything it is made from. */
export async function storePlanVersion(
  all: Pick<ByNoun, 'circuits' | 'vehicleTypes' | 'markerSchemes' | 'planVersions'>,
  plan: Plan,
  made: Pick<PlanVersion, 'id' | 'at' | 'by'>,
): Promise<PlanVersion> {
  const circuit = await all.circuits.find(plan.circuitId)
  const vehicleType = await all.vehicleTypes.find(plan.vehicleTypeId)
  const scheme = await all.markerSchemes.find(plan.markerSchemeId)
  if (!circuit || !vehicleType || !scheme) throw new Error(`plan ${plan.id} names a circuit, vehicle type or scheme that is not stored`)
  const version: PlanVersion = {
    ...made,
    planId: plan.id,
    version: plan.version,
    draft: planDraftSchema.parse(plan),
    circuit: circuit.document,
    vehicleType,
    scheme,
  }
  if ((await all.planVersions.add(version)) === 'conflict')
    throw invalidInput([{ field: 'id', found: version.id, expected: 'the id of no other version' }])
  return version
}
