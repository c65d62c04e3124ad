import '@fontsource-variable/atkinson-hyperlegible-next'
import { QueryClientProvider } from '@tanstack/react-query'
import { Button } from '@mui/material'
import { enqueueSnackbar, SnackbarProvider } from 'notistack'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { RouterProvider } from 'react-router'
import { queryClient } from './api/queryClient'
import { registerSW } from 'virtual:pwa-register'
import { router } from './routes'
import { ThemeChoice } from './theme/ThemeChoice'

// never under someone's finger: a new version is taken over when it is asked for, or when the page is opened next
const takeOver = registerSW({
  immediate: true,
  onNeedRefresh: () =>
    enqueueSnackbar('A new version of Ochote is here.', {
      persist: true,
      action: () => (
        <Button color="inherit" onClick={() => void takeOver(true)}>
          Take it over
        </Button>
      ),
    }),
})

const root = document.getElementById('root')
if (!root) throw new Error('index.html has no #root')

createRoot(root).render(
  <StrictMode>
    <ThemeChoice>
      <QueryClientProvider client={queryClient}>
        <SnackbarProvider maxSnack={3}>
          <RouterProvider router={router} />
        </SnackbarProvider>
      </QueryClientProvider>
    </ThemeChoice>
  </StrictMode>,
)
