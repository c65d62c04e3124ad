import { renderToStaticMarkup } from 'react-dom/server'
import { RecordDocument, type StudentRecordPage } from './RecordDocument'

/** A student's record over all days as one file that opens in a browser without a network. */
export const recordPage = (page: StudentRecordPage): Blob =>
  new Blob(['<!doctype html>', renderToStaticMarkup(<RecordDocument {...page} />)], { type: 'text/html' })
