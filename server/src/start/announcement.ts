import { ownAddresses } from '../door/hostNames'
import { isLoopback, type Settings } from './settings'

const addressOf = (host: string): string => (host.includes(':') ? `[${host}]` : host)

/** What is printed at the start: where Ochote is, for whom, and who can read what. */
export function announcement({ host, tls, pin, names }: Settings, port: number, loggerToken: string | null): string {
  const at = (name: string) => `${tls ? 'https' : 'http'}://${addressOf(name)}:${port}`
  const guarded = pin === null ? 'Whoever uses this computer' : 'Whoever knows the school’s PIN'
  const everything = `${guarded} can read and change everything: people, notes, reports, plans and logs.`
  if (isLoopback(host))
    return [
      `Ochote is at ${at(host)}`,
      'Only this computer reaches it. Tablets reach it with OCHOTE_HOST=0.0.0.0 and OCHOTE_PIN=<6 to 12 digits>.',
      everything,
    ].join('\n')
  const everywhere = host === '0.0.0.0' || host === '::'
  const addresses = everywhere ? ownAddresses().filter((a) => host === '::' || !a.includes(':')) : [host]
  return [
    `Ochote is at ${at(everywhere ? 'localhost' : host)}`,
    ...(addresses.length > 0
      ? ['Tablets open:', ...[...addresses, ...names].map((name) => `  ${at(name)}`)]
      : ['This computer is on no network.']),
    everything,
    'Each device asks for the PIN once, and keeps a cookie for 180 days.',
    `Loggers send with the header  Authorization: Bearer ${loggerToken ?? ''}`,
    ...(tls
      ? []
      : [
          'Without OCHOTE_TLS_CERT and OCHOTE_TLS_KEY the PIN and all data cross the network unencrypted, and tablets can’t open a page while the server is off.',
        ]),
  ].join('\n')
}
