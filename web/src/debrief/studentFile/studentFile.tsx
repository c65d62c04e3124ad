import { renderToStaticMarkup } from 'react-dom/server'
import type { ReviewNote } from '@ochote/contracts'
import { requestBytes } from '../../api/request'
import { othersNamed } from './othersNamed'
import { StudentDocument, type StudentFile } from './StudentDocument'

/** A student's page is not made while it names another student. */
export class NamesOthers extends Error {
  readonly names: readonly string[]
  constructor(names: readonly string[]) {
    super(names.join(', '))
    this.names = names
  }
}

/**
 * A student's stint as one file that opens in a browser without a network.
 * @param recordingId - whose review has the notes; null where nothing was recorded
 * @throws NamesOthers where something that was typed names another student of the day
 */
export async function studentFile(file: Omit<StudentFile, 'sounds'>, recordingId: string | null): Promise<Blob> {
  const { open, draft, notes } = file
  const others = open.day.people.filter(({ role, id }) => role === 'student' && id !== open.student.id)
  const typed = [
    ...draft.good,
    ...draft.workOn.flatMap(({ advice, reason }) => [advice, reason]),
    draft.sentence,
    ...notes.map(({ text }) => text),
  ]
  const drawn = notes.flatMap(({ drawing }) => drawing?.words.map(({ text }) => text) ?? [])
  const named = othersNamed(
    [...typed, ...drawn],
    others.map(({ name }) => name),
  )
  if (named.length > 0) throw new NamesOthers(named)
  const sounds = recordingId === null ? new Map<string, string>() : await soundsOf(recordingId, notes)
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
