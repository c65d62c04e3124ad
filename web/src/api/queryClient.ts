import { QueryClient } from '@tanstack/react-query'
import { ProblemError } from './request'

const MOST_TRIES = 2

/** Only failures that may pass are retried; a change never is. */
const passing = ['unexpected', 'unreachable', 'busy']
const mayPass = (error: Error) => error instanceof ProblemError && passing.includes(error.problem.code)

export const queryClient = new QueryClient({
  defaultOptions: {
    // the server may be on this machine, or its last answers on the device, so ask even without a network
    queries: { networkMode: 'always', retry: (failures, error) => failures < MOST_TRIES && mayPass(error), staleTime: 5_000 },
    mutations: { networkMode: 'always', retry: false },
  },
})
