import type { Request, RequestHandler } from 'express'
import { AppError } from '../http/appError'

const READS = new Set(['GET', 'HEAD', 'OPTIONS'])

/** Whether a browser says that a request comes from a page that is not Ochote's. */
function isForeign(req: Request): boolean {
  if (req.get('sec-fetch-site') === 'cross-site') return true
  const origin = req.get('origin')
  if (origin === undefined || READS.has(req.method)) return false
  try {
    return new URL(origin).host !== req.headers.host
  } catch {
    return true // "null": a page that hides where it is from
  }
}

/** Refuses what pages of other sites ask of the API. Programs that are no browser send none of these headers. */
export const sameSite: RequestHandler = (req, _res, next) => {
  if (!isForeign(req)) return next()
  throw new AppError({
    code: 'invalid-input',
    type: 'urn:ochote:problem:invalid-input',
    title: 'Not from there',
    status: 403,
    detail: 'A page of another site asked this. Nothing was read or changed.',
    fields: [{ field: 'origin', found: (req.get('origin') ?? 'another site').slice(0, 60), expected: 'a page of Ochote’s own' }],
  })
}
