import { act, renderHook } from '@testing-library/react'
import { beforeEach, describe, expect, it } from 'vitest'
import { useTyped } from './useTyped'

const stored = { name: 'Ada', tags: ['quick'], note: null as string | null }
const open = (version = 3) => renderHook(() => useTyped('/api/people/1', stored, version)).result

beforeEach(() => localStorage.clear())

describe('a form that is left while it is typed in', () => {
  it('has its text and the version it changes when it is opened again, until it is stored', () => {
    const first = open()
    expect([first.current.isChanged, first.current.isKept]).toEqual([false, false])
    act(() => first.current.set({ name: 'Ad' }))
    const again = open(5)
    expect(again.current).toMatchObject({ typed: { ...stored, name: 'Ad' }, isChanged: true, isKept: true, fromVersion: 3 })
    again.current.drop()
    expect(open(5).current).toMatchObject({ typed: stored, isKept: false, fromVersion: 5 })
  })

  it('goes back to what is stored, now and when it is opened again', () => {
    const first = open()
    act(() => first.current.set({ name: '' }))
    const again = open(4)
    act(() => again.current.startAgain())
    expect(again.current).toMatchObject({ typed: stored, isChanged: false, isKept: false, fromVersion: 4 })
    expect(open().current.typed).toEqual(stored)
  })

  it.each([['words'], [{ name: 7, tags: [], note: null }], [{ name: 'Ada', tags: [1], note: null }], [{ name: 'Ada' }]])(
    'begins from what is stored where what was kept is of another form: %j',
    (draft) => {
      localStorage.setItem('ochote.draft.form /api/people/1', JSON.stringify({ draft, fromVersion: 1 }))
      expect(open().current).toMatchObject({ typed: stored, fromVersion: 3 })
    },
  )
})
