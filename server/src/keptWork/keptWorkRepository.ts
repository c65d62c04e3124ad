import type { Knex } from 'knex'
import { keptWorkSchema, type KeptWork, type WorkQuestion } from '@ochote/contracts'
import { questionHash } from './questionHash'

interface WorkRow {
  question_hash: string
  work: string
  searched: boolean | number
  kept_at: string
}

/** So much is kept of lines that were searched for, and of lines drawn by hand, which every movement makes anew. The oldest go first. */
const MOST_KEPT = { searched: 500, byHand: 100 }

/** What was worked out, by what it was worked out from. */
export function keptWorkRepository(db: Knex) {
  return {
    find: async (document: unknown, question: WorkQuestion): Promise<KeptWork | undefined> => {
      const row = await db<WorkRow>('kept_work')
        .where({ question_hash: questionHash(document, question) })
        .first()
      return row && keptWorkSchema.parse(JSON.parse(row.work))
    },
    keep: async (document: unknown, question: WorkQuestion, work: KeptWork, now: Date): Promise<void> => {
      const searched = work.line !== null
      const most = searched ? MOST_KEPT.searched : MOST_KEPT.byHand
      await db.transaction(async (tx) => {
        await tx<WorkRow>('kept_work')
          .insert({ question_hash: questionHash(document, question), work: JSON.stringify(work), searched, kept_at: now.toISOString() })
          .onConflict('question_hash')
          .merge()
        const old = await tx<WorkRow>('kept_work')
          .where({ searched })
          .select('question_hash')
          .orderBy('kept_at', 'desc')
          .offset(most)
          .limit(most)
        if (old.length > 0)
          await tx('kept_work')
            .whereIn(
              'question_hash',
              old.map((row) => row.question_hash),
            )
            .delete()
      })
    },
  }
}
export type KeptWorkRepository = ReturnType<typeof keptWorkRepository>
