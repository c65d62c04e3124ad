import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, renderHook, waitFor } from '@testing-library/react'
import type { Setup, StoredCircuit, Vehicle } from '@ochote/contracts'
import type { PlanSolution } from '@ochote/core'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { plan, setup, solved, stadiumDocument, vehicle } from '../fixtures/stadium'
import { useMarkedPlan } from './useMarkedPlan'
import { circuitToSolve, solutionQuery } from './useSolution'

afterEach(() => vi.unstubAllGlobals())

const circuit: StoredCircuit = { id: plan.circuitId, name: 'Stadium', version: 1, document: stadiumDocument() }
const wet = { ...setup, conditions: { ...setup.conditions, grip: 0.7 } }
const heavier = { ...vehicle, massKg: vehicle.massKg + 200 }

/** The circuit is answered; a question for a stored solution never is, so that a solution which is not in memory stays under way. */
function open() {
  vi.stubGlobal('fetch', (path: string) =>
    path.startsWith('/api/circuits/') ? Promise.resolve(new Response(JSON.stringify(circuit))) : new Promise(() => undefined),
  )
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const input = { circuitId: plan.circuitId, vehicle, placedFor: null, setup, firstSession: false, coneEdits: plan.coneEdits }
  const hook = renderHook((change: Partial<Parameters<typeof useMarkedPlan>[0]>) => useMarkedPlan({ ...input, ...change }), {
    initialProps: {},
    wrapper: ({ children }) => <QueryClientProvider client={client}>{children}</QueryClientProvider>,
  })
  const give = (inputs: Inputs, solution: PlanSolution) =>
    act(() => void client.setQueryData(keyFor(inputs), { solution, isPreview: false }))
  return { ...hook, give }
}

interface Inputs {
  vehicle: Vehicle
  setup: Setup
}
const keyFor = (inputs: Inputs) => solutionQuery({ circuitId: plan.circuitId, ...inputs }, circuitToSolve(undefined, circuit)).queryKey

describe('a plan with its cones', () => {
  it('shows the last one while the next is computed', async () => {
    const { result, rerender, give } = open()
    const first = solved()
    give({ vehicle, setup }, first)
    await waitFor(() => expect(result.current.data?.solution).toBe(first))
    rerender({ setup: wet })
    await waitFor(() => expect(result.current.isFetching).toBe(true))
    expect(result.current.data?.solution).toBe(first)
    const next = solved()
    give({ vehicle, setup: wet }, next)
    await waitFor(() => expect(result.current.data?.solution).toBe(next))
  })

  it('has the speeds of the vehicle that drives, on the cones placed for another', async () => {
    const { result, rerender, give } = open()
    const driven = solved()
    const placed = solved()
    give({ vehicle: heavier, setup }, placed)
    give({ vehicle, setup }, driven)
    rerender({ placedFor: heavier })
    await waitFor(() => expect(result.current.data?.solution).toBe(driven))
    expect(result.current.data?.cones.length).toBeGreaterThan(0)
  })

  it('goes on undisturbed when the stint gets its plan version', async () => {
    const { result, rerender, give } = open()
    const first = solved()
    give({ vehicle, setup }, first)
    await waitFor(() => expect(result.current.data?.solution).toBe(first))
    const marked = result.current.data
    rerender({ planVersionId: '01890000-0000-4000-8000-0000000000aa', document: circuit.document })
    expect(result.current).toMatchObject({ isFetching: false, isPreview: false })
    expect(result.current.data).toBe(marked)
  })
})
