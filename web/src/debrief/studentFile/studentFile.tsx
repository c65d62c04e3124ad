import { renderToStaticMarkup } from 'react-dom/server'
import type { ReviewNote } from '@ochote/contracts'
import { requestBytes } from '../../api/request'
import { StudentDocument, type StudentFile } from './StudentDocument'

/**
 * A student's stint as one file that opens in a browser without a network.
 * @param recordingId - whose review has the notes; null where nothing was recorded
 */
export async function studentFile(file: Omit<StudentFile, 'sounds'>, recordingId: string | null): Promise<Blob> {
  const sounds = recordingId === null ? new Map<string, string>() : await soundsOf(recordingId, file.notes)
  return new Blob(['<!doctype html>', renderToStaticMarkup(<StudentDocument {...file} sounds={sounds} />)], { type: 'text/html' })
}

async function soundsOf(recordingId: string, notes: readonly ReviewNote[]): Promise<Map<string, string>> {
  const ids = notes.flatMap(({ soundId }) => (soundId === null ? [] : [soundId]))
  const { signal } = new AbortController()
  const read = async (id: string) => [id, await dataUrl(await requestBytes(`/api/recordings/${recordingId}/sounds/${id}`, signal))] as const
  return new Map(await Promise.all(ids.map(read)))
}

/** Recorders of browsers make WebM or MP4; its first bytes tell which. */
function dataUrl(bytes: ArrayBuffer): Promise<string> {
  const isWebm = new Uint8Array(bytes)[0] === 0x1a
  return new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(reader.result as string)
    reader.onerror = () => reject(reader.error ?? new Error('the spoken comment can’t be read'))
    reader.readAsDataURL(new Blob([bytes], { type: isWebm ? 'audio/webm' : 'audio/mp4' }))
  })
}
