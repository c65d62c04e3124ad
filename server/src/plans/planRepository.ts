import type { Knex } from 'knex'
import { archivedIds, archiving, listed, type Which } from '../db/archive'
import { addRow, saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'
import { planSchema, type Plan, type PlanDraft } from '@ochote/contracts'

interface PlanRow {
  id: string
  name: string
  day_id: string
  circuit_id: string
  vehicle_type_id: string
  marker_scheme_id: string
  setup: string
  first_session: number | boolean
  cone_edits: string
  priority_overrides: string
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
    dayId: row.day_id,
    circuitId: row.circuit_id,
    vehicleTypeId: row.vehicle_type_id,
    markerSchemeId: row.marker_scheme_id,
    setup: JSON.parse(row.setup),
    firstSession: Boolean(row.first_session),
    coneEdits: JSON.parse(row.cone_edits),
    priorityOverrides: JSON.parse(row.priority_overrides),
    unsafeAnswers: JSON.parse(row.unsafe_answers),
    version: row.version,
    ready: ready ? { id: ready.id, version: ready.version, by: ready.made_by, at: ready.at } : null,
  })

const draftColumns = (draft: PlanDraft) => ({
  name: draft.name,
  vehicle_type_id: draft.vehicleTypeId,
  marker_scheme_id: draft.markerSchemeId,
  setup: JSON.stringify(draft.setup),
  first_session: draft.firstSession,
  cone_edits: JSON.stringify(draft.coneEdits),
  priority_overrides: JSON.stringify(draft.priorityOverrides),
  unsafe_answers: JSON.stringify(draft.unsafeAnswers),
})

/** Cone plans as they are stored. */
export function planRepository(db: Knex, unreadable: UnreadableRows) {
  /** Plans with the version each was marked ready in last, in two queries whatever their number. */
  const withReady = async (rows: PlanRow[]): Promise<Plan[]> => {
    const ids = rows.map((row) => row.id)
    const ready = await db<ReadyRow>('plan_versions')
      .select('id', 'plan_id', 'version', 'made_by', 'at')
      .whereIn('plan_id', ids)
      .whereNot({ made_by: '' })
      .orderBy('at', 'desc')
    return unreadable.read(
      'plans',
      rows,
      (row) => row.id,
      (row) =>
        toPlan(
          row,
          ready.find((r) => r.plan_id === row.id),
        ),
    )
  }
  const find = async (id: string): Promise<Plan | undefined> => (await withReady(await db<PlanRow>('plans').where({ id })))[0]
  return {
    find,
    listForDay: async (dayId: string, which: Which = 'offered'): Promise<Plan[]> =>
      withReady(await listed(db<PlanRow>('plans').where({ day_id: dayId }), which).orderBy('name')),
    listOnCircuit: async (circuitId: string): Promise<Plan[]> => withReady(await db<PlanRow>('plans').where({ circuit_id: circuitId })),
    add: ({ id, dayId, circuitId, version, ...draft }: Plan): Promise<Saved> =>
      addRow(db, 'plans', { id }, { day_id: dayId, circuit_id: circuitId, version, ...draftColumns(draft) }),
    /** Saves over a version. */
    save: (id: string, draft: PlanDraft, fromVersion: number): Promise<Saved> =>
      saveVersioned(db, 'plans', { id }, draftColumns(draft), fromVersion),
    archivedIds: archivedIds(db, 'plans'),
    setArchived: archiving(db, 'plans'),
  }
}
