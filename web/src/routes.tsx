import { createBrowserRouter, Navigate, isRouteErrorResponse, useParams, useRouteError, type RouteObject } from 'react-router'
import { Button } from '@mui/material'
import { ProblemNotice } from './problem/ProblemNotice'
import { AppShell } from './shell/AppShell'
import { EmptyState } from './shell/EmptyState'
import { Page } from './shell/Page'
import { DayPage } from './today/DayPage'
import { TodayPage } from './today/TodayPage'

/** What browsers say of a part of the page that is not there any more. */
const isMissingPart = (error: unknown): boolean =>
  error instanceof TypeError && /dynamically imported module|module script|preload/i.test(error.message)

function BrokenPage() {
  const error = useRouteError()
  if (isMissingPart(error))
    return (
      <Page title="This page has to be loaded again">
        <EmptyState
          title="Ochote was updated, or its server can’t be reached"
          action={
            <Button variant="contained" onClick={() => location.reload()}>
              Load it again
            </Button>
          }
        >
          This part of the page was not loaded before. What you logged is kept on this device.
        </EmptyState>
      </Page>
    )
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

function OldAddress() {
  const { '*': rest = '' } = useParams()
  return <Navigate to={`/library/${rest}`} replace />
}

const stages: RouteObject[] = [
  { index: true, element: <TodayPage /> },
  { path: 'days', lazy: async () => ({ Component: (await import('./today/DaysPage')).DaysPage }) },
  { path: 'days/:dayId', element: <DayPage /> },
  { path: 'days/:dayId/timetable', lazy: async () => ({ Component: (await import('./timetable/TimetablePage')).TimetablePage }) },
  { path: 'days/:dayId/timetable/screen', lazy: async () => ({ Component: (await import('./timetable/DueBoard')).DueBoard }) },
  {
    path: 'days/:dayId/timetable/sheets',
    lazy: async () => ({ Component: (await import('./timetable/sheets/SheetsPage')).SheetsPage }),
  },
  { path: 'days/:dayId/plan/:planId?', lazy: async () => ({ Component: (await import('./plan/PlanPage')).PlanPage }) },
  {
    path: 'days/:dayId/plan/:planId/placing',
    lazy: async () => ({ Component: (await import('./plan/placing/PlacingPage')).PlacingPage }),
  },
  {
    path: 'days/:dayId/plan/:planId/compare/:otherId?',
    lazy: async () => ({ Component: (await import('./plan/compare/ComparePage')).ComparePage }),
  },
  { path: 'days/:dayId/brief/meeting', lazy: async () => ({ Component: (await import('./brief/MeetingPage')).MeetingPage }) },
  { path: 'days/:dayId/brief/talk/:stintId?', lazy: async () => ({ Component: (await import('./brief/TalkPage')).TalkPage }) },
  { path: 'days/:dayId/brief/calls/:stintId?', lazy: async () => ({ Component: (await import('./brief/CallsPage')).CallsPage }) },
  { path: 'days/:dayId/brief/:stintId?', lazy: async () => ({ Component: (await import('./brief/BriefPage')).BriefPage }) },
  { path: 'days/:dayId/run/lead/:sessionId?', lazy: async () => ({ Component: (await import('./run/lead/LeadPage')).LeadPage }) },
  {
    path: 'days/:dayId/run/wall/:sessionId/spacing',
    lazy: async () => ({ Component: (await import('./run/spacing/SpacingPage')).SpacingPage }),
  },
  { path: 'days/:dayId/run/wall/:sessionId?', lazy: async () => ({ Component: (await import('./run/wall/WallPage')).WallPage }) },
  { path: 'days/:dayId/run/:stintId?', lazy: async () => ({ Component: (await import('./run/RunPage')).RunPage }) },
  { path: 'days/:dayId/group', lazy: async () => ({ Component: (await import('./group/GroupPage')).GroupPage }) },
  { path: 'days/:dayId/debrief/:stintId?', lazy: async () => ({ Component: (await import('./debrief/DebriefPage')).DebriefPage }) },
  { path: 'days/:dayId/review/:stintId?', lazy: async () => ({ Component: (await import('./review/ReviewPage')).ReviewPage }) },
  { path: 'recordings/:recordingId', lazy: async () => ({ Component: (await import('./review/RecordingPage')).RecordingPage }) },
  { path: 'days/:dayId/progress/:studentId?', lazy: async () => ({ Component: (await import('./progress/ProgressPage')).ProgressPage }) },
  { path: 'progress', lazy: async () => ({ Component: (await import('./progress/school/SchoolProgressPage')).SchoolProgressPage }) },
  { path: 'library/vehicles/:vehicleTypeId', lazy: async () => ({ Component: (await import('./vehicle/VehiclePage')).VehiclePage }) },
  { path: 'library/circuits/recce', lazy: async () => ({ Component: (await import('./circuit/make/ReccePage')).ReccePage }) },
  { path: 'library/circuits/draw', lazy: async () => ({ Component: (await import('./circuit/make/DrawPage')).DrawPage }) },
  { path: 'library/circuits/:circuitId', lazy: async () => ({ Component: (await import('./circuit/CircuitPage')).CircuitPage }) },
  {
    path: 'library',
    lazy: async () => ({ Component: (await import('./library/LibraryLayout')).LibraryLayout }),
    children: [
      { index: true, element: <Navigate to="/library/circuits" replace /> },
      { path: 'circuits', lazy: async () => ({ Component: (await import('./library/CircuitsBoard')).CircuitsBoard }) },
      { path: 'vehicles', lazy: async () => ({ Component: (await import('./library/VehiclesBoard')).VehiclesBoard }) },
      { path: 'people', lazy: async () => ({ Component: (await import('./library/PeopleBoard')).PeopleBoard }) },
      { path: 'school', lazy: async () => ({ Component: (await import('./library/SchoolBoard')).SchoolBoard }) },
      { path: 'markers', lazy: async () => ({ Component: (await import('./library/MarkersBoard')).MarkersBoard }) },
    ],
  },
  // old addresses
  { path: 'shelf/*', element: <OldAddress /> },
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
