import type { Knex } from 'knex'
import { storedSolutionSchema, type SolutionKey, type StoredSolution } from '@ochote/contracts'
import { solutionHash } from './solutionHash'

interface SolutionRow {
  key_hash: string
  solution: string
  searched: boolean | number
  stored_at: string
}

/** How many solutions are stored. A line drawn by hand makes a new one with every movement, so those have their own limit. The oldest go first. */
const MOST_STORED = { searched: 500, drawnByHand: 100 }

/** Stored solutions of plans, each under a hash of what it was computed from. */
export function solutionRepository(db: Knex) {
  return {
    find: async (document: unknown, key: Pick<SolutionKey, 'vehicle' | 'setup'>): Promise<StoredSolution | undefined> => {
      const row = await db<SolutionRow>('solutions')
        .where({ key_hash: solutionHash(document, key) })
        .first()
      const read = row && storedSolutionSchema.safeParse(JSON.parse(row.solution))
      return read?.success ? read.data : undefined
    },
    /** Stores a solution; the first one stays. @returns the one that is stored */
    store: async (
      document: unknown,
      key: Pick<SolutionKey, 'vehicle' | 'setup'>,
      solution: StoredSolution,
      now: Date,
    ): Promise<StoredSolution> => {
      const searched = solution.line !== null
      const most = searched ? MOST_STORED.searched : MOST_STORED.drawnByHand
      await db.transaction(async (trx) => {
        await trx<SolutionRow>('solutions')
          .insert({ key_hash: solutionHash(document, key), solution: JSON.stringify(solution), searched, stored_at: now.toISOString() })
          .onConflict('key_hash')
          .ignore()
        const old = await trx<SolutionRow>('solutions')
          .where({ searched })
          .select('key_hash')
          .orderBy('stored_at', 'desc')
          .offset(most)
          .limit(most)
        if (old.length > 0)
          await trx('solutions')
            .whereIn(
              'key_hash',
              old.map((row) => row.key_hash),
            )
            .delete()
      })
      const row = await db<SolutionRow>('solutions')
        .where({ key_hash: solutionHash(document, key) })
        .first()
      return row ? storedSolutionSchema.parse(JSON.parse(row.solution)) : solution
    },
  }
}
