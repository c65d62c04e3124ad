import { ThemeProvider } from '@mui/material'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render, type RenderResult } from '@testing-library/react'
import type { ReactElement, ReactNode } from 'react'
import { MemoryRouter } from 'react-router'
import { makeTheme } from '../theme/makeTheme'
import { TrackCursorProvider } from '../ribbon/trackCursor'

/** Everything the application wraps around a page, with no server behind it. */
export function Around({ children, at = '/' }: { children: ReactNode; at?: string }) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  return (
    <QueryClientProvider client={client}>
      <ThemeProvider theme={makeTheme('light')}>
        <MemoryRouter initialEntries={[at]}>
          <TrackCursorProvider>{children}</TrackCursorProvider>
        </MemoryRouter>
      </ThemeProvider>
    </QueryClientProvider>
  )
}

export const shown = (ui: ReactElement, at = '/'): RenderResult =>
  render(ui, { wrapper: ({ children }) => <Around at={at}>{children}</Around> })
