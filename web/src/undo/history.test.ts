import { describe, expect, it } from 'vitest'
import { history, startHistory, type History, type HistoryAction } from './history'

interface Draft {
  name: string
}
const draft = (name: string): Draft => ({ name })
const after = (...actions: HistoryAction<Draft>[]) => actions.reduce<History<Draft>>(history, startHistory(draft('first')))
const change = (name: string): HistoryAction<Draft> => ({ type: 'change', to: draft(name) })

describe('the history of what is edited', () => {
  it('goes back and forth through every change', () => {
    expect(after(change('second'), change('third'), { type: 'undo' }).present.name).toBe('second')
    expect(after(change('second'), change('third'), { type: 'undo' }, { type: 'undo' }).present.name).toBe('first')
    expect(after(change('second'), { type: 'undo' }, { type: 'redo' }).present.name).toBe('second')
  })

  it('stays where it is when there is nothing to undo or redo', () => {
    expect(after({ type: 'undo' })).toEqual(startHistory(draft('first')))
    expect(after(change('second'), { type: 'redo' }).present.name).toBe('second')
  })

  it('has nothing to redo once something else was changed', () => {
    const state = after(change('second'), { type: 'undo' }, change('other'))
    expect([state.present.name, state.future]).toEqual(['other', []])
  })

  it('keeps the last 200 changes and no more', () => {
    const state = after(...Array.from({ length: 250 }, (_, n) => change(`n${n}`)))
    expect(state.past).toHaveLength(200)
    expect(state.past[0]!.name).toBe('n49')
  })

  it('starts empty when another draft takes its place', () => {
    expect(after(change('second'), { type: 'replace', to: draft('theirs') })).toEqual(startHistory(draft('theirs')))
  })
})
