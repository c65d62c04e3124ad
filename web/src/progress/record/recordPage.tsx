import { renderToStaticMarkup } from 'react-dom/server'
import { soundsOf } from '../../takeHome/soundsOf'
import { RecordDocument, type StudentRecordPage } from './RecordDocument'

/** A student's record over all days as one file that opens in a browser without a network. */
export async function recordPage(page: Omit<StudentRecordPage, 'sounds'>): Promise<Blob> {
  const notes = page.stints.flatMap((stint) => stint.notes)
  const spoken = notes.flatMap(({ note: { soundId }, recordingId }) => (soundId === null ? [] : [{ recordingId, soundId }]))
  const sounds = await soundsOf(spoken)
  return new Blob(['<!doctype html>', renderToStaticMarkup(<RecordDocument {...page} sounds={sounds} />)], { type: 'text/html' })
}
