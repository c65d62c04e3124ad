import { createBrowserRouter, Navigate, isRouteErrorResponse, useRouteError, type RouteObject } from 'react-router'
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
    path: 'days/:eventId/plan/:planId/placing',
    lazy: async () => ({ Component: (await import('./plan/placing/PlacingPage')).PlacingPage }),
  },
  {
    path: 'days/:eventId/plan/:planId/compare/:otherId?',
    lazy: async () => ({ Component: (await import('./plan/compare/ComparePage')).ComparePage }),
  },
  { path: 'days/:eventId/brief/meeting', lazy: async () => ({ Component: (await import('./brief/MeetingPage')).MeetingPage }) },
  { path: 'days/:eventId/brief/talk/:stintId?', lazy: async () => ({ Component: (await import('./brief/TalkPage')).TalkPage }) },
  { path: 'days/:eventId/brief/calls/:stintId?', lazy: async () => ({ Component: (await import('./brief/CallsPage')).CallsPage }) },
  { path: 'days/:eventId/brief/:stintId?', lazy: async () => ({ Component: (await import('./brief/BriefPage')).BriefPage }) },
  { path: 'days/:eventId/run/lead/:sessionId?', lazy: async () => ({ Component: (await import('./run/lead/LeadPage')).LeadPage }) },
  { path: 'days/:eventId/run/wall/:sessionId?', lazy: async () => ({ Component: (await import('./run/wall/WallPage')).WallPage }) },
  { path: 'days/:eventId/run/:stintId?', lazy: async () => ({ Component: (await import('./run/RunPage')).RunPage }) },
  { path: 'days/:eventId/debrief/:stintId?', lazy: async () => ({ Component: (await import('./debrief/DebriefPage')).DebriefPage }) },
  { path: 'days/:eventId/progress/:studentId?', lazy: async () => ({ Component: (await import('./progress/ProgressPage')).ProgressPage }) },
  { path: 'shelf/vehicles/:vehicleId', lazy: async () => ({ Component: (await import('./vehicle/VehiclePage')).VehiclePage }) },
  { path: 'shelf/circuits/recce', lazy: async () => ({ Component: (await import('./circuit/make/ReccePage')).ReccePage }) },
  { path: 'shelf/circuits/draw', lazy: async () => ({ Component: (await import('./circuit/make/DrawPage')).DrawPage }) },
  { path: 'shelf/circuits/:circuitId', lazy: async () => ({ Component: (await import('./circuit/CircuitPage')).CircuitPage }) },
  {
    path: 'shelf',
    lazy: async () => ({ Component: (await import('./shelf/ShelfLayout')).ShelfLayout }),
    children: [
      { index: true, element: <Navigate to="/shelf/circuits" replace /> },
      { path: 'circuits', lazy: async () => ({ Component: (await import('./shelf/CircuitsBoard')).CircuitsBoard }) },
      { path: 'vehicles', lazy: async () => ({ Component: (await import('./shelf/VehiclesBoard')).VehiclesBoard }) },
      { path: 'people', lazy: async () => ({ Component: (await import('./shelf/PeopleBoard')).PeopleBoard }) },
      { path: 'markers', lazy: async () => ({ Component: (await import('./shelf/MarkersBoard')).MarkersBoard }) },
    ],
  },
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
  {
    element: <AppShell />,
    errorElement: <BrokenPage />,
    hydrateFallbackElement: <></>,
    children: [{ errorElement: <BrokenPage />, children: stages }],
  },
])
