import type { Knex } from 'knex'
import * as z from 'zod'
import type { LiveSample } from '@ochote/contracts'

/** A stream that is being stored: which logger, in which stint's car. */
export const streamSchema = z.object({
  recordingId: z.uuid(),
  loggerId: z.string(),
  name: z.string(),
  stintId: z.uuid().nullable(),
  startedAt: z.iso.datetime(),
})
export type StoredStream = z.infer<typeof streamSchema>

/** What loggers stream, stored as it comes: a part at a time, each whole or not at all. */
export function streamRepository(db: Knex) {
  return {
    begin: async (stream: StoredStream): Promise<void> => {
      await db('recording_streams').insert({ recording_id: stream.recordingId, content: JSON.stringify(stream) })
    },
    add: async (recordingId: string, part: number, samples: readonly LiveSample[]): Promise<void> => {
      await db('recording_parts').insert({ recording_id: recordingId, part, samples: JSON.stringify(samples) })
    },
    /** Streams that were not closed, as after a power cut. */
    open: async (): Promise<StoredStream[]> =>
      ((await db('recording_streams').select('content')) as { content: string }[]).map(({ content }) =>
        streamSchema.parse(JSON.parse(content)),
      ),
    /** Everything that was sent, a sample a line. */
    text: async (recordingId: string): Promise<string> => {
      const parts = (await db('recording_parts').where({ recording_id: recordingId }).orderBy('part').select('samples')) as {
        samples: string
      }[]
      return parts.flatMap(({ samples }) => (JSON.parse(samples) as unknown[]).map((one) => JSON.stringify(one))).join('\n')
    },
    /** Forgets the parts of a stream whose file is stored. */
    close: (recordingId: string): Promise<void> =>
      db.transaction(async (trx) => {
        await trx('recording_parts').where({ recording_id: recordingId }).delete()
        await trx('recording_streams').where({ recording_id: recordingId }).delete()
      }),
  }
}
