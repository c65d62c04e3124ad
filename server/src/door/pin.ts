import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const COOKIE = 'ochote-device'
const COOKIE_DAYS = 180
const DAY_MS = 86_400_000
/** Wrong PINs that are looked at within a window, from one address and from all together. */
const MOST_WRONG = { fromOne: 5, inAll: 30 }
const WINDOW_MS = 60_000

/** A secret of the data folder's own, made with it: cookies and the loggers' token are derived from it. */
export function folderSecret(dataDir: string): Buffer {
  const file = join(dataDir, 'secret')
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 })
  return Buffer.from(readFileSync(file, 'utf8').trim(), 'hex')
}

const same = (a: string, b: string): boolean => a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b))

/** The school's PIN: what a device shows once to be let in, and the signed cookie that it gets for it. */
export class Pin {
  /** what loggers send instead of a cookie */
  readonly loggerToken: string
  private readonly key: Buffer
  private readonly pin: string
  private readonly now: () => number
  private wrong: { atMs: number; from: string }[] = []

  constructor(pin: string, secret: Buffer, now: () => number = Date.now) {
    this.pin = pin
    this.now = now
    // another PIN makes every cookie void
    this.key = createHmac('sha256', secret).update(`device/${pin}`).digest()
    this.loggerToken = createHmac('sha256', secret).update('logger').digest('base64url').slice(0, 24)
  }

  /** Whether the PIN is right. @returns null where too many wrong ones were tried lately */
  check(given: string, from: string): boolean | null {
    const since = this.now() - WINDOW_MS
    this.wrong = this.wrong.filter((w) => w.atMs > since)
    if (this.wrong.length >= MOST_WRONG.inAll || this.wrong.filter((w) => w.from === from).length >= MOST_WRONG.fromOne) return null
    if (same(given, this.pin)) return true
    this.wrong.push({ atMs: this.now(), from })
    return false
  }

  /** The Set-Cookie header of a device that is let in: signed, not readable by scripts, never sent from another site. */
  cookie(isSecure: boolean): string {
    const device = randomBytes(9).toString('base64url')
    const until = String(this.now() + COOKIE_DAYS * DAY_MS)
    const value = [device, until, this.sign(`${device}.${until}`)].join('.')
    return `${COOKIE}=${value}; Path=/; Max-Age=${COOKIE_DAYS * 86_400}; HttpOnly; SameSite=Strict${isSecure ? '; Secure' : ''}`
  }

  /** Whether a Cookie header holds a cookie that this PIN was given for. */
  admits(header: string | undefined): boolean {
    const value = new RegExp(`(?:^|;\\s*)${COOKIE}=([^;]+)`).exec(header ?? '')?.[1] ?? ''
    const [device = '', until = '', signature = ''] = value.split('.')
    return same(signature, this.sign(`${device}.${until}`)) && Number(until) > this.now()
  }

  /** Whether an Authorization header holds the loggers' token. */
  admitsLogger(header: string | undefined): boolean {
    return same(header ?? '', `Bearer ${this.loggerToken}`)
  }

  private sign(text: string): string {
    return createHmac('sha256', this.key).update(text).digest('base64url')
  }
}
