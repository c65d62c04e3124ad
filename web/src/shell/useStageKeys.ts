import { useLayoutEffect } from 'react'
import { useNavigate } from 'react-router'
import { stageOf, type OpenStudent } from './openStudent'
import { DAYS_KEY, isForField, LIBRARY_KEY, stages, TODAY_KEY } from './stages'

/** One key goes to each stage, and stays with the open student. */
export function useStageKeys(dayId: string | null, student: OpenStudent | null): void {
  const navigate = useNavigate()
  // before the page is drawn: a key pressed at once goes with what is seen
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isForField(event)) return
      const stage = stages.find((s) => s.key === event.key)
      if (event.key === TODAY_KEY) void navigate('/')
      else if (event.key === LIBRARY_KEY) void navigate('/library')
      else if (event.key === DAYS_KEY) void navigate('/days')
      else if (stage && dayId) void navigate(stageOf(dayId, stage.path, student))
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [dayId, student, navigate])
}
