import { createBrowserRouter, isRouteErrorResponse, useRouteError, type RouteObject } from 'react-router'
import { ProblemNotice } from './problem/ProblemNotice'
import { AppShell } from './shell/AppShell'
import { EmptyState } from './shell/EmptyState'
import { Page } from './shell/Page'
import { TodayPage } from './today/TodayPage'

function BrokenPage() {
  const error = useRouteError()
  return (
    <Page title="This page could not be shown">
      {isRouteErrorResponse(error) ? (
        <EmptyState title="There is no such page">Choose a stage above.</EmptyState>
      ) : (
        <ProblemNotice error={error} onRetry={() => location.reload()} />
      )}
    </Page>
  )
}

const stages: RouteObject[] = [
  { index: true, element: <TodayPage /> },
  { path: 'days/:eventId/plan/:planId?', lazy: async () => ({ Component: (await import('./plan/PlanPage')).PlanPage }) },
  {
    path: '*',
    element: (
      <Page title="There is no such page">
        <EmptyState title="Nothing is at this address">Choose a stage above.</EmptyState>
      </Page>
    ),
  },
]

export const router = createBrowserRouter([
  { element: <AppShell />, errorElement: <BrokenPage />, children: [{ errorElement: <BrokenPage />, children: stages }] },
])
