import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import * as z from 'zod'
import { renderPage } from '../fixtures/render'
import { request } from './request'
import { useSavedDraft } from './useSavedDraft'

const notesSchema = z.object({ notes: z.array(z.string()), version: z.number() })

/** A list of notes that is saved with each note added. */
function Notes() {
  const [stored, setStored] = useState({ notes: [] as string[], version: 1 })
  const { draft, change, conflict } = useSavedDraft({
    stored: stored.notes,
    version: stored.version,
    put: (notes: string[], fromVersion) => request(notesSchema, '/api/notes', { method: 'PUT', body: { notes, fromVersion } }),
    versionOf: ({ version }) => version,
    onSaved: setStored,
    reload: () => Promise.resolve(),
  })
  return (
    <>
      <button onClick={() => change([...draft, `note ${draft.length + 1}`])}>Add</button>
      <output>{draft.join(', ')}</output>
      {conflict && <p>conflict</p>}
    </>
  )
}

afterEach(() => vi.unstubAllGlobals())

describe('something saved after every change', () => {
  it('is not in conflict with itself when a change is made while another is on its way', async () => {
    let version = 1
    const sent: unknown[] = []
    const answers: (() => void)[] = []
    vi.stubGlobal('fetch', (_path: string, { body }: { body: string }) => {
      const asked = JSON.parse(body) as { notes: string[]; fromVersion: number }
      sent.push(asked)
      return new Promise<Response>((resolve) => {
        answers.push(() => {
          const stored = asked.fromVersion === version
          if (stored) version += 1
          const answer = stored ? { notes: asked.notes, version } : { code: 'conflict', message: 'saved before', currentVersion: version }
          resolve(new Response(JSON.stringify(answer), { status: stored ? 200 : 409 }))
        })
      })
    })
    renderPage(<Notes />)
    const add = screen.getByRole('button', { name: 'Add' })
    for (let k = 0; k < 3; k++) await userEvent.click(add)
    expect(screen.getByRole('status').textContent).toBe('note 1, note 2, note 3')
    expect(sent).toHaveLength(1)
    answers.shift()!()
    await vi.waitFor(() => expect(sent).toHaveLength(2))
    expect(sent[1]).toEqual({ notes: ['note 1', 'note 2', 'note 3'], fromVersion: 2 })
    answers.shift()!()
    await vi.waitFor(() => expect(version).toBe(3))
    expect(screen.queryByText('conflict')).toBeNull()
    expect(screen.getByRole('status').textContent).toBe('note 1, note 2, note 3')
  })
})
