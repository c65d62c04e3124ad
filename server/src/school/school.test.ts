import { expect, it } from 'vitest'
import { schoolSchema } from '@ochote/contracts'
import { startApp } from '../testing/startApp'

it('a page from before a setting was known saves the others, and leaves that one as it is', async () => {
  const app = await startApp()
  const read = async () => schoolSchema.parse((await app.ask('GET', '/api/school')).body)
  const { version, ...school } = await read()
  const own = { ...school, certificate: '{name} was here on {day}.', carChecks: ['tyres'] }
  expect((await app.ask('PUT', '/api/school', { school: own, fromVersion: version })).status).toBe(200)
  const { certificate: _certificate, carChecks: _checks, ...older } = own
  const saved = await app.ask('PUT', '/api/school', { school: { ...older, name: 'Longdyke' }, fromVersion: version + 1 })
  expect(saved.status).toBe(200)
  expect(await read()).toMatchObject({ ...own, name: 'Longdyke', version: version + 2 })
  // what is sent counts, also where it is the usual value
  expect((await app.ask('PUT', '/api/school', { school: { ...own, carChecks: [] }, fromVersion: version + 2 })).status).toBe(200)
  expect((await read()).carChecks).toEqual([])
  await app.stop()
})
