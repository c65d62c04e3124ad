import type { Knex } from 'knex'
import { foundLineSchema, type FoundLine, type LineQuestion } from '@ochote/contracts'
import { questionHash } from './questionHash'

interface LineRow {
  question_hash: string
  line: string
  kept_at: string
}

/** So many lines are kept; the ones kept longest ago go first. */
const MOST_KEPT = 500

/** Lines by what they were searched for. */
export function lineRepository(db: Knex) {
  return {
    find: async (document: unknown, question: LineQuestion): Promise<FoundLine | undefined> => {
      const row = await db<LineRow>('lines')
        .where({ question_hash: questionHash(document, question) })
        .first()
      return row && foundLineSchema.parse(JSON.parse(row.line))
    },
    keep: async (document: unknown, question: LineQuestion, line: FoundLine, now: Date): Promise<void> => {
      await db.transaction(async (tx) => {
        await tx<LineRow>('lines')
          .insert({ question_hash: questionHash(document, question), line: JSON.stringify(line), kept_at: now.toISOString() })
          .onConflict('question_hash')
          .merge()
        const old = await tx<LineRow>('lines').select('question_hash').orderBy('kept_at', 'desc').offset(MOST_KEPT).limit(MOST_KEPT)
        if (old.length > 0)
          await tx('lines')
            .whereIn(
              'question_hash',
              old.map((row) => row.question_hash),
            )
            .delete()
      })
    },
  }
}
export type LineRepository = ReturnType<typeof lineRepository>
