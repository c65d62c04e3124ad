import { createHash } from 'node:crypto'
import type { Knex } from 'knex'
import { addRow, type Saved } from '../db/saveVersioned'
import { planVersionSchema, storedSolutionSchema, type PlanVersion, type StoredSolution } from '@ochote/contracts'

interface VersionRow {
  id: string
  plan_id: string
  version: number
  at: string
  made_by: string
  content: string
  circuit_hash: string
  document: string
}

interface SolutionRow {
  plan_version_id: string
  key_hash: string
  solution: string
}

const toVersion = ({ id, plan_id, version, at, made_by, content, document }: VersionRow): PlanVersion =>
  planVersionSchema.parse({
    id,
    planId: plan_id,
    version,
    at,
    by: made_by,
    ...(JSON.parse(content) as object),
    circuit: JSON.parse(document) as unknown,
  })

/** Plan versions: added, never changed. A circuit's document is stored once for all the versions made on it. */
export function planVersionRepository(db: Knex) {
  const rows = () =>
    db<VersionRow>('plan_versions')
      .join('circuit_documents', 'circuit_documents.hash', 'plan_versions.circuit_hash')
      .select('plan_versions.*', 'circuit_documents.document')
  return {
    find: async (id: string): Promise<PlanVersion | undefined> => {
      const row = (await rows().where({ id }).first()) as VersionRow | undefined
      return row && toVersion(row)
    },
    /** The solution that a version keeps for these inputs. */
    solution: async (versionId: string, keyHash: string): Promise<StoredSolution | undefined> => {
      const row = await db<SolutionRow>('plan_version_solutions').where({ plan_version_id: versionId, key_hash: keyHash }).first()
      return row && storedSolutionSchema.parse(JSON.parse(row.solution))
    },
    /** The solution that any version keeps for these inputs. */
    anySolution: async (keyHash: string): Promise<StoredSolution | undefined> => {
      const row = await db<SolutionRow>('plan_version_solutions').where({ key_hash: keyHash }).orderBy('plan_version_id').first()
      return row && storedSolutionSchema.parse(JSON.parse(row.solution))
    },
    /** Has a version keep a solution for good; the first one stays. */
    keepSolution: async (versionId: string, keyHash: string, solution: StoredSolution): Promise<void> => {
      await db('plan_version_solutions')
        .insert({ plan_version_id: versionId, key_hash: keyHash, solution: JSON.stringify(solution) })
        .onConflict(['plan_version_id', 'key_hash'])
        .ignore()
    },
    /** The newest stored copy of a plan's version, if there is one. */
    ofVersion: async (planId: string, version: number): Promise<PlanVersion | undefined> => {
      const row = (await rows().where({ plan_id: planId, version }).orderBy('at', 'desc').first()) as VersionRow | undefined
      return row && toVersion(row)
    },
    add: async ({ id, planId, version, at, by, circuit, ...content }: PlanVersion): Promise<Saved> => {
      const document = JSON.stringify(circuit)
      const hash = createHash('sha256').update(document).digest('hex')
      return db.transaction(async (trx) => {
        await trx('circuit_documents').insert({ hash, document }).onConflict('hash').ignore()
        const columns = { plan_id: planId, version, made_by: by, content: JSON.stringify(content), circuit_hash: hash }
        const added = await addRow(trx, 'plan_versions', { id }, { ...columns, at })
        if (added !== 'conflict') return added
        // the same marked ready again, as after an answer that was lost: only the time differs
        const row = await trx('plan_versions')
          .where({ id, ...columns })
          .first('id')
        return row ? 'same' : 'conflict'
      })
    },
  }
}
