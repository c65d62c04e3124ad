import { useCallback, useEffect, useRef, useState } from 'react'

/** A frame where the file does not say how long one is, s. */
export const FRAME_S = 1 / 25

/** A video file that plays from this device: nothing is sent. */
export interface OpenVideo {
  readonly name: string
  readonly url: string
  /** when the file was last written, ms: about when it ends, by the camera’s clock */
  readonly modifiedMs: number
  readonly file: Blob
}

/** Opens a file of this device for as long as the page shows it. */
export function useVideoFile() {
  const [video, setVideo] = useState<OpenVideo | null>(null)
  useEffect(() => () => void (video && URL.revokeObjectURL(video.url)), [video])
  const show = useCallback(
    ({ name, modifiedMs, file }: Omit<OpenVideo, 'url'>) => setVideo({ name, modifiedMs, file, url: URL.createObjectURL(file) }),
    [],
  )
  const open = useCallback((file: File) => show({ name: file.name, modifiedMs: file.lastModified, file }), [show])
  return { video, show, open, close: useCallback(() => setVideo(null), []) }
}

/** A player with its own controls: second by second, frame by frame. */
export function usePlayer(onTime: (timeS: number) => void) {
  const element = useRef<HTMLVideoElement>(null)
  const [isPlaying, setPlaying] = useState(false)
  const [timeS, setTimeS] = useState(0)
  const [lengthS, setLengthS] = useState(0)
  const [rate, setRate] = useState(1)
  const told = useRef(onTime)
  useEffect(() => {
    told.current = onTime
  })
  const note = useCallback(() => {
    const at = element.current?.currentTime ?? 0
    setTimeS(at)
    told.current(at)
  }, [])
  // while it plays, what follows it moves with every picture
  useEffect(() => {
    if (!isPlaying) return
    let frame = 0
    const follow = () => {
      note()
      frame = requestAnimationFrame(follow)
    }
    frame = requestAnimationFrame(follow)
    return () => cancelAnimationFrame(frame)
  }, [isPlaying, note])
  const seek = useCallback((to: number) => {
    const video = element.current
    if (!video) return
    video.currentTime = Math.min(Math.max(0, to), Number.isFinite(video.duration) ? video.duration : to)
  }, [])
  const player = {
    ...{ isPlaying, timeS, lengthS, rate, seek },
    /** the place in the video at this moment; `timeS` is what is shown, which comes later on a busy device */
    nowS: () => element.current?.currentTime ?? timeS,
    toggle: () => void (element.current?.paused ? element.current.play().catch(() => undefined) : element.current?.pause()),
    step: (frames: number) => {
      element.current?.pause()
      seek((element.current?.currentTime ?? 0) + frames * FRAME_S)
    },
    changeRate: (next: number) => {
      setRate(next)
      if (element.current) element.current.playbackRate = next
    },
    events: {
      onPlay: () => setPlaying(true),
      onPause: () => {
        setPlaying(false)
        note()
      },
      onSeeked: note,
      onLoadedMetadata: () => {
        const { duration } = element.current!
        // a file that was never closed tells its length only at its end
        if (Number.isFinite(duration)) setLengthS(duration)
        else seek(1e7)
      },
      onDurationChange: () => {
        const { duration } = element.current!
        if (!Number.isFinite(duration) || duration === lengthS) return
        setLengthS(duration)
        if (lengthS === 0) seek(0)
      },
    },
  }
  return [element, player] as const
}
export type Player = ReturnType<typeof usePlayer>[1]
