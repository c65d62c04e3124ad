import { useParams } from 'react-router'
import { OpenDay } from './OpenDay'

/** A day that is opened by its address: one of the past, or one to come. */
export function DayPage() {
  const { dayId = '' } = useParams()
  return <OpenDay dayId={dayId} />
}
