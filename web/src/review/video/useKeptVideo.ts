import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { refused } from '../../api/inputProblem'
import { dropVideo, keepVideo, keptVideo, type KeptVideo } from '../../device/videoStore'

/**
 * The video that is kept on this device for a recording; it is shown as the page opens.
 * @param show - shows it
 */
export function useKeptVideo(recordingId: string, show: (video: KeptVideo) => void) {
  const client = useQueryClient()
  const queryKey = ['kept-video', recordingId]
  const { data } = useQuery({
    queryKey,
    queryFn: async () => (await keptVideo(recordingId).catch(() => undefined)) ?? null,
    networkMode: 'always',
    staleTime: Infinity,
    structuralSharing: false,
  })
  const isShown = useRef(false)
  useEffect(() => {
    if (!data || isShown.current) return
    isShown.current = true
    show(data)
  }, [data, show])
  const { mutate, error } = useMutation({
    networkMode: 'always',
    mutationFn: async (video: KeptVideo | null) => {
      try {
        await (video
          ? keepVideo(recordingId, { name: video.name, modifiedMs: video.modifiedMs, file: video.file })
          : dropVideo(recordingId))
      } catch {
        throw refused('Not kept', [
          { field: 'the video', found: 'no room for it on this device', expected: 'a smaller file, or more room' },
        ])
      }
      return video
    },
    onSuccess: (video) => {
      isShown.current = true
      client.setQueryData(queryKey, video)
    },
  })
  return { isKept: Boolean(data), keep: mutate, error }
}
