import type { Knex } from 'knex'
import {
  columnMeaningsSchema,
  noReview,
  recordingSchema,
  reviewDraftSchema,
  reviewSchema,
  type RecordingOwner,
  type Review,
  type ReviewDraft,
  type StoredRecording,
} from '@ochote/contracts'
import { archiving, listed, type Which } from '../db/archive'
import { saveVersioned, type Saved } from '../db/saveVersioned'
import type { UnreadableRows } from '../db/unreadableRows'

interface RecordingRow {
  id: string
  day_id: string | null
  stint_id: string | null
  student_id: string | null
  circuit_id: string | null
  sha256: string
  added_at: string
  content: string
  archived: boolean | number
  version: number
}

interface FileRow {
  recording_id: string
  file: Uint8Array
  columns: Uint8Array
}

/** A file and its columns, both packed by gzip. */
export interface RecordingBytes {
  readonly file: Uint8Array
  readonly columns: Uint8Array
}

/** Whose recordings are listed. */
export type RecordingsOf =
  { readonly dayId: string } | { readonly stintId: string } | { readonly studentId: string } | { readonly unattached: true }

const toRecording = ({ id, day_id, stint_id, student_id, circuit_id, sha256, added_at, content, version }: RecordingRow): StoredRecording =>
  recordingSchema.parse({
    ...(JSON.parse(content) as object),
    ...{ id, dayId: day_id, stintId: stint_id, studentId: student_id, circuitId: circuit_id, sha256, addedAt: added_at, version },
  })

function toRow({ id, dayId, stintId, studentId, circuitId, sha256, addedAt, version: _, ...content }: StoredRecording) {
  return {
    key: { id },
    columns: {
      ...{ day_id: dayId, stint_id: stintId, student_id: studentId, circuit_id: circuitId, sha256, added_at: addedAt },
      content: JSON.stringify(content),
    },
  }
}

/** Stored recordings: what is listed of each, its file, and its review. */
export function recordingRepository(db: Knex, unreadable: UnreadableRows) {
  const rows = () => db<RecordingRow>('recordings')
  const read = (found: readonly RecordingRow[]) => unreadable.read('recordings', found, (row) => row.id, toRecording)
  return {
    /** By when they were added. A day's are its own and those that nobody has placed yet; a student's are their own and those of their stints. */
    list: async (of: RecordingsOf, which: Which = 'offered'): Promise<StoredRecording[]> => {
      const query = listed(rows().orderBy('added_at').orderBy('id'), which)
      if ('dayId' in of)
        void query.where((either) => void either.where({ day_id: of.dayId }).orWhere({ day_id: null, stint_id: null, student_id: null }))
      else if ('stintId' in of) void query.where({ stint_id: of.stintId })
      else if ('studentId' in of)
        void query.where(
          (either) =>
            void either
              .where({ student_id: of.studentId })
              .orWhereIn('stint_id', db('stints').where({ student_id: of.studentId }).select('id')),
        )
      else void query.whereNull('stint_id').whereNull('student_id')
      return read((await query) as RecordingRow[])
    },
    find: async (id: string): Promise<StoredRecording | undefined> => {
      const row = await rows().where({ id }).first()
      return row && read([row])[0]
    },
    /** The recording of the same bytes, archived or not. */
    ofHash: async (sha256: string): Promise<{ recording: StoredRecording; archived: boolean } | undefined> => {
      const row = await rows().where({ sha256 }).first()
      const [recording] = row ? read([row]) : []
      return recording && { recording, archived: Boolean(row!.archived) }
    },
    /** Stores a recording with its file, both or neither; one that is there under the id is replaced, as when it was read again. */
    store: (recording: StoredRecording, { file, columns }: RecordingBytes): Promise<void> =>
      db.transaction(async (trx) => {
        const row = toRow(recording)
        await trx('recordings')
          .insert({ ...row.key, ...row.columns, archived: false, version: recording.version })
          .onConflict('id')
          .merge(['content', 'sha256', 'circuit_id', 'version'])
        await trx('recording_files')
          .insert({ recording_id: recording.id, file: Buffer.from(file), columns: Buffer.from(columns) })
          .onConflict('recording_id')
          .merge()
      }),
    bytes: async (id: string, which: 'file' | 'columns'): Promise<Buffer | undefined> => {
      const row = (await db<FileRow>('recording_files').where({ recording_id: id }).first(which)) as Partial<FileRow> | undefined
      return row?.[which] && Buffer.from(row[which])
    },
    /** Says whose a recording is, over a version. */
    saveOwner: async (before: StoredRecording, owner: RecordingOwner, dayId: string | null, fromVersion: number): Promise<Saved> => {
      const { key, columns } = toRow({ ...before, ...owner, dayId, guessed: '' })
      return saveVersioned(db, 'recordings', key, columns, fromVersion)
    },
    setArchived: archiving(db, 'recordings'),
    /** What columns of these headers were said to be. */
    meanings: async (headersHash: string): Promise<Record<string, string>> => {
      const row = (await db('column_meanings').where({ headers_hash: headersHash }).first('meanings')) as { meanings: string } | undefined
      const stored = row && columnMeaningsSchema.safeParse(JSON.parse(row.meanings))
      return stored?.success ? stored.data : {}
    },
    rememberMeanings: async (headersHash: string, meanings: Readonly<Record<string, string>>): Promise<void> => {
      await db('column_meanings')
        .insert({ headers_hash: headersHash, meanings: JSON.stringify(meanings) })
        .onConflict('headers_hash')
        .merge()
    },
    review: async (recordingId: string): Promise<Review> => {
      const row = (await db('reviews').where({ recording_id: recordingId }).first()) as { content: string; version: number } | undefined
      const [review] = row
        ? unreadable.read(
            'reviews',
            [row],
            () => recordingId,
            ({ content, version }) => reviewSchema.parse({ ...(JSON.parse(content) as object), recordingId, version }),
          )
        : []
      return review ?? { ...noReview, recordingId, version: row?.version ?? 0 }
    },
    /** Saves over a version, 0 before the first. */
    saveReview: (recordingId: string, review: ReviewDraft, fromVersion: number): Promise<Saved> =>
      saveVersioned(db, 'reviews', { recording_id: recordingId }, { content: JSON.stringify(review) }, fromVersion),
    /** Stores what was spoken in a review, once. */
    addSound: async (id: string, recordingId: string, type: string, sound: Uint8Array): Promise<void> => {
      await db('review_sounds')
        .insert({ id, recording_id: recordingId, type, sound: Buffer.from(sound) })
        .onConflict('id')
        .ignore()
    },
    sound: async (id: string, recordingId: string): Promise<{ type: string; sound: Buffer } | undefined> => {
      const row = (await db('review_sounds').where({ id, recording_id: recordingId }).first('type', 'sound')) as
        { type: string; sound: Uint8Array } | undefined
      return row && { type: row.type, sound: Buffer.from(row.sound) }
    },
    /** Findings never to be shown again of a student on a circuit, by corner and fault, from every review. */
    neverOf: async (studentId: string, circuitId: string): Promise<{ corner: string; fault: string }[]> => {
      const own = db('recordings')
        .leftJoin('stints', 'stints.id', 'recordings.stint_id')
        .where('recordings.circuit_id', circuitId)
        .where((either) => void either.where('recordings.student_id', studentId).orWhere('stints.student_id', studentId))
        .select('recordings.id')
      const found = (await db('reviews').whereIn('recording_id', own).select('content', 'recording_id')) as {
        content: string
        recording_id: string
      }[]
      const reviews = unreadable.read(
        'reviews',
        found,
        (row) => row.recording_id,
        ({ content }) => reviewDraftSchema.parse(JSON.parse(content)),
      )
      const never = reviews.flatMap(({ decisions }) => decisions.filter(({ verdict }) => verdict === 'never'))
      return [...new Map(never.map(({ corner, fault }) => [`${corner} ${fault}`, { corner, fault }])).values()]
    },
  }
}
