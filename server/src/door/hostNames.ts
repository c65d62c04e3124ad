import { hostname, networkInterfaces } from 'node:os'
import type { RequestHandler } from 'express'
import { AppError } from '../http/appError'

/** Addresses at which other devices on the network reach this machine. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((addresses) => addresses ?? [])
    .filter((address) => !address.internal && !address.address.startsWith('fe80'))
    .map((address) => address.address)

/** The host of a Host header, without its port; null where it is none. */
function hostOf(header: string | undefined): string | null {
  try {
    return new URL(`http://${header ?? ''}`).hostname.toLowerCase().replace(/^\[|\]$/g, '')
  } catch {
    return null
  }
}

/**
 * Answers only who asks for this machine by a name of its own. A page of another site whose name is made to point here (DNS
 * rebinding) asks by that site's name.
 * @param names - further names of the machine
 */
export function knownHosts(names: readonly string[]): RequestHandler {
  const own = hostname().toLowerCase()
  const given = new Set(['localhost', '127.0.0.1', '::1', own, `${own}.local`, ...names.map((name) => name.toLowerCase())])
  return (req, _res, next) => {
    const host = hostOf(req.headers.host)
    // addresses change as the machine joins networks
    if (host !== null && (given.has(host) || ownAddresses().includes(host))) return next()
    throw new AppError({
      code: 'invalid-input',
      type: 'urn:ochote:problem:invalid-input',
      title: 'Not for this server',
      status: 421,
      detail: `Ochote does not answer to this name. If it is one of the machine’s own, add it to OCHOTE_NAMES.`,
      fields: [{ field: 'host', found: (host ?? 'nothing').slice(0, 60), expected: 'a name or an address of this machine' }],
    })
  }
}
