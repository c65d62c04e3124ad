import { planDraftSchema, type PlanDraft } from '@ochote/contracts'
import { describe, expect, it } from 'vitest'
import { plan } from '../fixtures/stadium'
import { draftHistory, startHistory, type DraftAction } from './draftHistory'

const draft = (name: string): PlanDraft => ({ ...planDraftSchema.parse(plan), name })
const after = (...actions: DraftAction[]) => actions.reduce(draftHistory, startHistory(draft('first')))
const change = (name: string): DraftAction => ({ type: 'change', draft: draft(name) })

describe('a plan’s history', () => {
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

  it('starts afresh when another draft takes its place', () => {
    expect(after(change('second'), { type: 'replace', draft: draft('theirs') })).toEqual(startHistory(draft('theirs')))
  })
})
