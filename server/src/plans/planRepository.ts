import type { Knex } from 'knex'
import { planSchema, type Plan, type PlanDraft } from '@ochote/contracts'

interface PlanRow {
  id: string
  name: string
  event_id: string
  circuit_id: string
  vehicle_id: string
  marker_scheme_id: string
  setup: string
  first_session: number | boolean
  cone_moves: string
  version: number
}

const toPlan = (row: PlanRow): Plan =>
  planSchema.parse({
    id: row.id,
    name: row.name,
    eventId: row.event_id,
    circuitId: row.circuit_id,
    vehicleId: row.vehicle_id,
    markerSchemeId: row.marker_scheme_id,
    setup: JSON.parse(row.setup),
    firstSession: Boolean(row.first_session),
    coneMoves: JSON.parse(row.cone_moves),
    version: row.version,
  })

const draftColumns = (draft: PlanDraft) => ({
  name: draft.name,
  vehicle_id: draft.vehicleId,
  marker_scheme_id: draft.markerSchemeId,
  setup: JSON.stringify(draft.setup),
  first_session: draft.firstSession,
  cone_moves: JSON.stringify(draft.coneMoves),
})

/** Cone plans as they are stored. */
export function planRepository(db: Knex) {
  const find = async (id: string): Promise<Plan | undefined> => {
    const row = await db<PlanRow>('plans').where({ id }).first()
    return row && toPlan(row)
  }
  return {
    find,
    listForEvent: async (eventId: string): Promise<Plan[]> =>
      (await db<PlanRow>('plans').where({ event_id: eventId }).orderBy('name')).map(toPlan),
    add: async (plan: Plan): Promise<void> => {
      await db('plans')
        .insert({ id: plan.id, event_id: plan.eventId, circuit_id: plan.circuitId, version: plan.version, ...draftColumns(plan) })
        .onConflict('id')
        .ignore()
    },
    /** Saves over a known version; false where another save came first, and then nothing is changed. */
    save: async (id: string, draft: PlanDraft, fromVersion: number): Promise<boolean> => {
      const changed = await db('plans')
        .where({ id, version: fromVersion })
        .update({ ...draftColumns(draft), version: fromVersion + 1 })
      return changed === 1
    },
  }
}
export type PlanRepository = ReturnType<typeof planRepository>
