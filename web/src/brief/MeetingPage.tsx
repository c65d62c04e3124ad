import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { useParams } from 'react-router'
import { circuitFromDocument, meetingItems, sampleTrack } from '@ochote/core'
import { circuitQuery, dayQuery, schoolQuery } from '../api/queries'
import { Loaded } from '../problem/Loaded'
import { MeetingBoard } from './MeetingBoard'

/** The drivers' meeting: what is covered, and with whom. */
export function MeetingPage() {
  const { dayId = '' } = useParams()
  const day = useQuery(dayQuery(dayId))
  const school = useQuery(schoolQuery)
  const circuit = useQuery({ ...circuitQuery(day.data?.circuit.id ?? ''), enabled: day.data !== undefined })
  const track = useMemo(() => {
    const read = circuit.data ? circuitFromDocument(circuit.data.document) : null
    return read?.ok ? sampleTrack(read.value) : null
  }, [circuit.data])
  return (
    <Loaded query={day}>
      {(data) => (
        <Loaded query={school}>
          {(settled) => (
            <Loaded query={circuit}>
              {() => track && <MeetingBoard day={data} school={settled} items={meetingItems(track, settled.meeting, settled)} />}
            </Loaded>
          )}
        </Loaded>
      )}
    </Loaded>
  )
}
