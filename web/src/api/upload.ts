import { INTERFACE_HEADER, problemSchema } from '@ochote/contracts'
import type { z } from 'zod'
import { noteInterface } from './interfaceVersion'
import { ProblemError, unreachable, unreadable } from './request'

interface UploadOptions {
  signal: AbortSignal
  /** called with the share that is sent, 0 to 1 */
  onSent?: (share: number) => void
  /** what the bytes are, where the server asks */
  type?: string
}

/**
 * Sends a file's bytes and checks what comes back. Browsers tell how much was sent only through XMLHttpRequest.
 * @throws ProblemError as `request` does; an AbortError where it is stopped
 */
export async function upload<S extends z.ZodType>(
  schema: S,
  path: string,
  file: Blob,
  { signal, onSent, type = 'application/octet-stream' }: UploadOptions,
): Promise<z.infer<S>> {
  const { status, payload } = await new Promise<{ status: number; payload: unknown }>((resolve, reject) => {
    const xhr = new XMLHttpRequest()
    xhr.open('POST', path)
    xhr.setRequestHeader('content-type', type)
    xhr.upload.onprogress = ({ loaded, total }) => onSent?.(total > 0 ? loaded / total : 0)
    xhr.onload = () => {
      noteInterface(xhr.getResponseHeader(INTERFACE_HEADER))
      resolve({ status: xhr.status, payload: parsed(xhr.responseText) })
    }
    xhr.onerror = () => reject(unreachable())
    xhr.onabort = () => reject(new DOMException('stopped', 'AbortError'))
    signal.addEventListener('abort', () => xhr.abort())
    xhr.send(file)
  })
  if (status >= 200 && status < 300) {
    const read = schema.safeParse(payload)
    if (read.success) return read.data
    throw unreadable(path, read.error, payload)
  }
  const problem = problemSchema.safeParse(payload)
  throw problem.success ? new ProblemError(problem.data) : unreachable()
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}
