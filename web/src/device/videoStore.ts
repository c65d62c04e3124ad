import { openDB } from 'idb'

const NAME = 'ochote-videos'
const STORE = 'videos'

/** A video that is kept on this device for a recording. */
export interface KeptVideo {
  readonly name: string
  readonly modifiedMs: number
  readonly file: Blob
}

const open = () => openDB(NAME, 1, { upgrade: (db) => void db.createObjectStore(STORE) })

/** Keeps a video on this device; one that was kept for the same recording goes. */
export async function keepVideo(recordingId: string, video: KeptVideo): Promise<void> {
  await (await open()).put(STORE, video, recordingId)
}

export const keptVideo = async (recordingId: string): Promise<KeptVideo | undefined> =>
  (await (await open()).get(STORE, recordingId)) as KeptVideo | undefined

export async function dropVideo(recordingId: string): Promise<void> {
  await (await open()).delete(STORE, recordingId)
}
