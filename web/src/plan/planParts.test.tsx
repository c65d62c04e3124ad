import { screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { noConeEdits, planDraftSchema, type ConeEdits, type Plan, type PlanDraft } from '@ochote/contracts'
import { whatIfOf, type Change } from '@ochote/core'
import { fakeServer } from '../fixtures/fakeServer'
import { renderPage } from '../fixtures/render'
import { dayView, markedStadium, stadiumDocument, plan, scheme, solved, loggedStint, vehicle } from '../fixtures/stadium'
import { DraftNote } from './DraftNote'
import { draftDifferences } from './draftDifferences'
import { HandReadout } from './HandReadout'
import { MarksTab } from './MarksTab'
import { PlanActions } from './PlanActions'
import { ReadyTab } from './ReadyTab'
import type { PlanDraftState } from './usePlanDraft'
import { whatIfPath } from './whatIfPath'

afterEach(() => vi.unstubAllGlobals())
const solution = solved()
const day = dayView([loggedStint([], { briefedAt: '2026-10-17T08:00:00.000Z' })])
const draft: PlanDraft = planDraftSchema.parse(plan)
const input = { circuitId: plan.circuitId, vehicle, setup: plan.setup }

describe('what two drafts have differently', () => {
  it('is nothing for the same, and each setting in words for others', () => {
    expect(draftDifferences(draft, { ...draft }, day)).toEqual([])
    const theirs: PlanDraft = {
      ...draft,
      name: 'Theirs',
      firstSession: true,
      setup: { ...draft.setup, pace: { ...draft.setup.pace, brake: 0.5 } },
      coneEdits: { ...noConeEdits, locked: ['1-turn'], removed: ['2-exit'] },
    }
    const found = new Map(draftDifferences(draft, theirs, day).map((d) => [d.what, [d.mine, d.theirs]]))
    expect([...found.keys()]).toEqual(['Name', 'Pace', 'First session', 'Cones locked', 'Cones removed'])
    expect(found.get('First session')).toEqual(['no', 'yes'])
    expect(found.get('Cones locked')).toEqual(['none', '1-turn'])
    expect(found.get('Pace')![1]).toContain('braking 50 %')
  })
  it('is cut where it is long', () => {
    const many = { ...draft, coneEdits: { ...noConeEdits, locked: Array.from({ length: 60 }, (_, k) => `${k}-turn`) } }
    expect(draftDifferences(draft, many, day)[0]!.theirs.length).toBeLessThanOrEqual(161)
  })
})

describe('where the car goes otherwise', () => {
  const answerTo = (change: Change) => {
    const answer = whatIfOf(solution, '1', change)
    if (!answer) throw new Error('no answer')
    return answer
  }
  it('is drawn only where it leaves the planned line, outwards', () => {
    const runs = whatIfPath(solution, answerTo({ kind: 'carry', mps: 3 }), vehicle.widthM)
    const corner = solution.corners[0]!
    expect(runs.flat().length).toBeGreaterThan(5)
    const outer = corner.direction === 'left' ? -1 : 1
    for (const place of runs.flat()) {
      const i = Math.round(place.stationM / solution.track.stepM) % solution.track.count
      expect(outer * (place.offsetM - solution.line.offsetM[i]!)).toBeGreaterThan(-0.6)
    }
  })
  it('is nothing for no change, or a corner that is not there', () => {
    expect(whatIfPath(solution, answerTo({ kind: 'brake-later', metres: 0 }), vehicle.widthM).flat()).toEqual([])
    expect(whatIfPath(solution, { ...answerTo({ kind: 'brake-later', metres: 0 }), cornerNumber: '99' }, vehicle.widthM)).toEqual([])
  })
})

describe('the marks of a plan', () => {
  const open = (coneEdits: ConeEdits = noConeEdits, selected: string | null = null) => {
    const handlers = { onSelect: vi.fn(), onChange: vi.fn<(coneEdits: ConeEdits) => void>() }
    const marked = markedStadium(coneEdits, solution)
    renderPage(
      <MarksTab
        day={day}
        plan={plan}
        marked={marked}
        input={input}
        scheme={scheme}
        coneEdits={coneEdits}
        corner="1"
        selected={selected}
        {...handlers}
      />,
    )
    return handlers
  }
  it('of one corner are listed, and another is added where the corner is', async () => {
    const { onChange, onSelect } = open()
    await userEvent.click(screen.getByRole('combobox', { name: 'Another mark' }))
    await userEvent.click(screen.getByRole('option', { name: /^align/ }))
    await userEvent.click(screen.getByRole('button', { name: 'Add at 1' }))
    const { added } = onChange.mock.calls[0]![0]
    expect(added).toMatchObject([{ cornerNumber: '1', duty: 'align' }])
    expect(onSelect).toHaveBeenCalledExactlyOnceWith(added[0]!.id)
  })
  it('that are locked are not moved; those taken away are brought back', async () => {
    const turn = markedStadium({}, solution).cones.find((c) => c.cornerNumber === '1' && c.duty === 'turn')!
    const coneEdits = { ...noConeEdits, locked: [turn.id], removed: ['1-brake'] }
    const { onChange } = open(coneEdits, turn.id)
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'One metre later' }).disabled).toBe(true)
    await userEvent.click(screen.getByRole('button', { name: 'Put back on' }))
    expect(onChange.mock.calls[0]![0]).toEqual({ ...coneEdits, removed: [] })
  })
})

describe('what can be done with a plan as a whole', () => {
  const open = () => {
    const handlers = { onChange: vi.fn(), onOpen: vi.fn() }
    renderPage(<PlanActions day={day} plan={plan} draft={draft} {...handlers} />)
    return handlers
  }
  const choose = async (name: string) => {
    await userEvent.click(screen.getByRole('button', { name: 'More to do with this plan' }))
    await userEvent.click(screen.getByRole('menuitem', { name }))
  }
  it('renames it', async () => {
    const { onChange } = open()
    await choose('Rename…')
    const name = within(screen.getByRole('dialog')).getByRole('textbox')
    await userEvent.clear(name)
    await userEvent.type(name, 'Hatch, drying{Enter}')
    expect(onChange).toHaveBeenCalledExactlyOnceWith({ ...draft, name: 'Hatch, drying' })
  })
  it('makes a variant of it, and opens that', async () => {
    const { asked } = fakeServer(({ body }) => ({ body: { ...plan, ...(body as { draft: PlanDraft }).draft, id: (body as Plan).id } }))
    const { onOpen } = open()
    await choose('New variant…')
    await userEvent.click(within(screen.getByRole('dialog')).getAllByRole('button', { name: /^Create/ })[0]!)
    await vi.waitFor(() => expect(onOpen).toHaveBeenCalledOnce())
    expect(asked.find((a) => a.path === '/api/plans')).toMatchObject({ method: 'POST', body: { dayId: day.id } })
  })
})

describe('before a plan is used', () => {
  const state = { draft, saving: 'saved', version: 3 } as PlanDraftState
  const open = (change: Partial<Plan> = {}) =>
    renderPage(<ReadyTab day={day} plan={{ ...plan, ...change }} marked={markedStadium({}, solution)} scheme={scheme} state={state} />)
  it('is listed what it has and lacks, distinguished without colour', () => {
    open()
    const items = screen.getAllByRole('listitem').map((i) => [i.querySelector('title')?.textContent, i.textContent])
    expect(items.length).toBeGreaterThan(2)
    for (const [sign] of items) expect(['done', 'must be done', 'open']).toContain(sign)
  })
  it('says which version was released, by whom, and what stints drive while a draft stands beside it', () => {
    const ready = { id: plan.id, version: 3, by: 'Hester Quill', at: '2026-10-17T07:00:00.000Z' }
    const { unmount } = open({ ready })
    expect(screen.getByText(/^Version 3 was released by Hester Quill/).textContent).toContain('Every stint of this plan drives it')
    unmount()
    open({ ready: { ...ready, version: 2 } })
    expect(screen.getByText(/^Version 2 was released by Hester Quill/).textContent).toContain('It is what stints drive')
  })
})

describe('a draft beside a released version', () => {
  const ready = { id: plan.id, version: 2, by: 'Hester Quill', at: '2026-10-17T07:00:00.000Z' }
  const released = { id: plan.id, planId: plan.id, version: 2, by: 'Hester Quill', at: ready.at, draft }
  const version = { ...released, circuit: stadiumDocument(), vehicleType: day.vehicleTypes[0]!, scheme }
  const open = (own: PlanDraft) => {
    const changes: PlanDraft[] = []
    const { asked } = fakeServer(() => ({ body: version }))
    const state = { draft: own, change: (d: PlanDraft) => void changes.push(d) } as unknown as PlanDraftState
    renderPage(<DraftNote plan={{ ...plan, ready }} state={state} />)
    return { changes, asked }
  }

  it('is named as one, and can be dropped', async () => {
    const { changes } = open({ ...draft, firstSession: !draft.firstSession })
    expect((await screen.findByText(/^This is a draft/)).textContent).toContain('Stints drive version 2, released by Hester Quill')
    await userEvent.click(screen.getByRole('button', { name: 'Drop the draft' }))
    expect(changes).toEqual([draft])
  })

  it('is not spoken of where it is the released version itself', async () => {
    const { asked } = open(draft)
    await waitFor(() => expect(asked).toHaveLength(1))
    expect(screen.queryByText(/^This is a draft/)).toBeNull()
  })
})

describe('what moving the line does', () => {
  it('is said of the lap while it is held', () => {
    renderPage(<HandReadout shown={solution} before={solution} changedS={0.125} />)
    expect(screen.getByRole('status').textContent).toMatch(/^Lap 0:\d\d\.\d\d, 0\.1[23] s slower$/)
  })
})
