import '@fontsource-variable/atkinson-hyperlegible-next'
import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { queryClient } from './api/queryClient'
import { unsentPaths } from './autosave/unsentPaths'
import { router } from './routes'
import { NewVersion } from './shell/NewVersion'
import { ThemeChoice } from './theme/ThemeChoice'

const root = document.getElementById('root')
if (!root) throw new Error('index.html has no #root')

const show = () =>
  createRoot(root).render(
    <StrictMode>
      <ThemeChoice>
        <QueryClientProvider client={queryClient}>
          <RouterProvider router={router} />
          <NewVersion />
        </QueryClientProvider>
      </ThemeChoice>
    </StrictMode>,
  )
// what is shown includes what was left unsent
if (unsentPaths().length > 0)
  void import('./autosave/unsent')
    .then(({ sendUnsent }) => sendUnsent())
    .catch(() => undefined) // the page is shown all the same
    .finally(show)
else show()
