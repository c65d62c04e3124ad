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
  by_hand: string
  purposes: string
  unsafe_answers: string
  version: number
}

interface ReadyRow {
  id: string
  plan_id: string
  version: number
  made_by: string
  at: string
}

const toPlan = (row: PlanRow, ready: ReadyRow | undefined): Plan =>
  planSchema.parse({
    id: row.id,
    name: row.name,
    eventId: row.event_id,
    circuitId: row.circuit_id,
    vehicleId: row.vehicle_id,
    markerSchemeId: row.marker_scheme_id,
    setup: JSON.parse(row.setup),
    firstSession: Boolean(row.first_session),
    byHand: JSON.parse(row.by_hand),
    purposes: JSON.parse(row.purposes),
    unsafeAnswers: JSON.parse(row.unsafe_answers),
    version: row.version,
    ready: ready ? { id: ready.id, version: ready.version, by: ready.made_by, at: ready.at } : null,
  })

const draftColumns = (draft: PlanDraft) => ({
  name: draft.name,
  vehicle_id: draft.vehicleId,
  marker_scheme_id: draft.markerSchemeId,
  setup: JSON.stringify(draft.setup),
  first_session: draft.firstSession,
  by_hand: JSON.stringify(draft.byHand),
  purposes: JSON.stringify(draft.purposes),
  unsafe_answers: JSON.stringify(draft.unsafeAnswers),
})

/** Cone plans as they are stored. */
export function planRepository(db: Knex) {
  /** Plans with the version each was marked ready in last, in two queries whatever their number. */
  const withReady = async (rows: PlanRow[]): Promise<Plan[]> => {
    const ids = rows.map((row) => row.id)
    const ready = await db<ReadyRow>('plan_versions')
      .select('id', 'plan_id', 'version', 'made_by', 'at')
      .whereIn('plan_id', ids)
      .whereNot({ made_by: '' })
      .orderBy('at', 'desc')
    return rows.map((row) =>
      toPlan(
        row,
        ready.find((r) => r.plan_id === row.id),
      ),
    )
  }
  const find = async (id: string): Promise<Plan | undefined> => (await withReady(await db<PlanRow>('plans').where({ id })))[0]
  return {
    find,
    listForEvent: async (eventId: string): Promise<Plan[]> =>
      withReady(await db<PlanRow>('plans').where({ event_id: eventId }).orderBy('name')),
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
