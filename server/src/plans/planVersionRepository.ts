import type { Knex } from 'knex'
import { planVersionSchema, type PlanVersion } from '@ochote/contracts'

interface VersionRow {
  id: string
  plan_id: string
  version: number
  at: string
  made_by: string
  content: string
}

const toVersion = ({ id, plan_id, version, at, made_by, content }: VersionRow): PlanVersion =>
  planVersionSchema.parse({ id, planId: plan_id, version, at, by: made_by, ...(JSON.parse(content) as object) })

/** Plans as they stood: added, never changed. */
export function planVersionRepository(db: Knex) {
  const rows = () => db<VersionRow>('plan_versions')
  return {
    find: async (id: string): Promise<PlanVersion | undefined> => {
      const row = await rows().where({ id }).first()
      return row && toVersion(row)
    },
    /** The newest one kept of a plan's version, if that was kept. */
    ofVersion: async (planId: string, version: number): Promise<PlanVersion | undefined> => {
      const row = await rows().where({ plan_id: planId, version }).orderBy('at', 'desc').first()
      return row && toVersion(row)
    },
    add: async ({ id, planId, version, at, by, ...content }: PlanVersion): Promise<void> => {
      await db('plan_versions')
        .insert({ id, plan_id: planId, version, at, made_by: by, content: JSON.stringify(content) })
        .onConflict('id')
        .ignore()
    },
  }
}
export type PlanVersionRepository = ReturnType<typeof planVersionRepository>
