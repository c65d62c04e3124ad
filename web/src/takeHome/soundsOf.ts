import { requestBytes } from '../api/request'

/** A spoken comment, with the recording whose review has it. */
export interface SpokenNote {
  readonly recordingId: string
  readonly soundId: string
}

/** Spoken comments by their ids, as addresses that hold the sound itself: a page that is taken home needs no network. */
export async function soundsOf(spoken: readonly SpokenNote[]): Promise<ReadonlyMap<string, string>> {
  const { signal } = new AbortController()
  const read = async ({ recordingId, soundId }: SpokenNote) =>
    [soundId, await dataUrl(await requestBytes(`/api/recordings/${recordingId}/sounds/${soundId}`, signal))] as const
  return new Map(await Promise.all(spoken.map(read)))
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
