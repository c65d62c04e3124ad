import { useEffect, useRef, useState } from 'react'
import { v4 as uuid } from 'uuid'
import { soundSchema, soundTypes } from '@ochote/contracts'
import { refused } from '../api/inputProblem'
import { upload } from '../api/upload'

/** A spoken comment ends by itself after so long, s. */
const LONGEST_S = 60
const BITS_A_SECOND = 32_000

/**
 * Records what is spoken, where the browser may listen, and stores it with the review.
 * @param onStored - called with its id and length once the server has it
 */
export function useSpeech(recordingId: string, onStored: (soundId: string, lengthS: number) => void) {
  const recorder = useRef<MediaRecorder | null>(null)
  const [lengthS, setLengthS] = useState<number | null>(null)
  const [isSending, setSending] = useState(false)
  const [error, setError] = useState<unknown>(null)
  const stored = useRef(onStored)
  useEffect(() => {
    stored.current = onStored
  })
  useEffect(() => () => recorder.current?.stop(), [])
  useEffect(() => {
    if (lengthS === null) return
    if (lengthS >= LONGEST_S) {
      recorder.current?.stop()
      return
    }
    const timer = setTimeout(() => setLengthS((s) => (s === null ? null : s + 1)), 1000)
    return () => clearTimeout(timer)
  }, [lengthS])

  const send = async (sound: Blob, spokenS: number) => {
    const id = uuid()
    setSending(true)
    try {
      const type = sound.type.split(';')[0]!
      const path = `/api/recordings/${recordingId}/sounds/${id}`
      await upload(soundSchema, path, sound, { signal: new AbortController().signal, type })
      stored.current(id, spokenS)
    } catch (problem) {
      setError(problem)
    } finally {
      setSending(false)
    }
  }
  const start = async () => {
    setError(null)
    const mimeType = soundTypes.find((type) => MediaRecorder.isTypeSupported(type))
    const stream = await navigator.mediaDevices.getUserMedia({ audio: true }).catch(() => null)
    if (!stream || !mimeType) {
      setError(
        refused('Nothing can be recorded', [
          { field: 'the microphone', found: 'none that this page may use', expected: 'one that you allow it to use' },
        ]),
      )
      return
    }
    const parts: Blob[] = []
    const began = performance.now()
    const own = new MediaRecorder(stream, { mimeType, audioBitsPerSecond: BITS_A_SECOND })
    own.ondataavailable = ({ data }) => parts.push(data)
    own.onstop = () => {
      for (const track of stream.getTracks()) track.stop()
      recorder.current = null
      setLengthS(null)
      void send(new Blob(parts, { type: mimeType }), (performance.now() - began) / 1000)
    }
    recorder.current = own
    own.start()
    setLengthS(0)
  }
  return {
    canSpeak: 'MediaRecorder' in window && 'mediaDevices' in navigator,
    isOn: lengthS !== null,
    ...{ lengthS: lengthS ?? 0, isSending, error, start },
    stop: () => recorder.current?.stop(),
  }
}
