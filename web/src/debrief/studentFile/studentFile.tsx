import { renderToStaticMarkup } from 'react-dom/server'
import { soundsOf } from '../../takeHome/soundsOf'
import { StudentDocument, type StudentFile } from './StudentDocument'

/**
 * A student's stint as one file that opens in a browser without a network.
 * @param recordingId - whose review has the notes; null where nothing was recorded
 */
export async function studentFile(file: Omit<StudentFile, 'sounds'>, recordingId: string | null): Promise<Blob> {
  const spoken = file.notes.flatMap(({ soundId }) => (soundId === null || recordingId === null ? [] : [{ recordingId, soundId }]))
  const sounds = await soundsOf(spoken)
  return new Blob(['<!doctype html>', renderToStaticMarkup(<StudentDocument {...file} sounds={sounds} />)], { type: 'text/html' })
}
