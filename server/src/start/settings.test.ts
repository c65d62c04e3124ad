import { describe, expect, it } from 'vitest'
import { announcement } from './announcement'
import { readSettings } from './settings'

describe('settings', () => {
  it('that are empty mean their defaults', () => {
    const defaults = readSettings({})
    expect(defaults).toEqual({ port: 4600, host: '127.0.0.1', dataDir: 'data', logLevel: 'warn', tls: null, names: [], pin: null })
    const empty = {
      OCHOTE_PORT: '',
      OCHOTE_HOST: '',
      OCHOTE_DATA: ' ',
      OCHOTE_LOG: '',
      OCHOTE_NAMES: '',
      OCHOTE_PIN: '',
      OCHOTE_TLS_CERT: '',
    }
    expect(readSettings(empty)).toEqual(defaults)
  })

  it.each([
    [{ OCHOTE_PORT: 'ninety' }, /^OCHOTE_PORT: found ninety, expected a whole number from 0 to 65535$/],
    [{ OCHOTE_PORT: '70000' }, /^OCHOTE_PORT: found 70000, expected a whole number from 0 to 65535$/],
    [{ OCHOTE_LOG: 'loud' }, /^OCHOTE_LOG: found loud, expected one of trace, debug/],
    [{ OCHOTE_TLS_CERT: 'a.pem' }, /found one, expected both or none/],
    [{ OCHOTE_HOST: '0.0.0.0' }, /^OCHOTE_PIN: found nothing, expected 6 to 12 digits, since OCHOTE_HOST is 0\.0\.0\.0/],
    [{ OCHOTE_HOST: '192.168.1.4' }, /^OCHOTE_PIN/],
    [{ OCHOTE_PIN: '12345' }, /^OCHOTE_PIN: found something else, expected 6 to 12 digits$/],
  ])('%o are refused in a sentence', (environment, says) => {
    expect(() => readSettings(environment)).toThrow(says)
  })

  it('beyond loopback need a PIN, which is never printed', () => {
    const settings = readSettings({ OCHOTE_HOST: '0.0.0.0', OCHOTE_PIN: '482913', OCHOTE_NAMES: 'paddock.example, laptop' })
    expect(settings).toMatchObject({ pin: '482913', names: ['paddock.example', 'laptop'] })
    const printed = announcement(settings, 4600, 'a-token')
    expect(printed).toContain('http://paddock.example:4600')
    expect(printed).toContain('Whoever knows the school’s PIN can read and change everything')
    expect(printed).toContain('Authorization: Bearer a-token')
    expect(printed).not.toContain('482913')
  })

  it('on loopback say who reaches the server', () => {
    const printed = announcement(readSettings({}), 4600, null)
    expect(printed).toContain('Ochote is at http://127.0.0.1:4600')
    expect(printed).toContain('Only this computer reaches it')
  })
})
