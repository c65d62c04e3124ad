import { useEffect } from 'react'
import { useNavigate } from 'react-router'
import { DAYS_KEY, isForField, LIBRARY_KEY, stagePath, stages, TODAY_KEY } from './stages'

/** One key goes to each stage. */
export function useStageKeys(dayId: string | null): void {
  const navigate = useNavigate()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isForField(event)) return
      const stage = stages.find((s) => s.key === event.key)
      if (event.key === TODAY_KEY) void navigate('/')
      else if (event.key === LIBRARY_KEY) void navigate('/library')
      else if (event.key === DAYS_KEY) void navigate('/days')
      else if (stage && dayId) void navigate(stagePath(dayId, stage.path))
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [dayId, navigate])
}
