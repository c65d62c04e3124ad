import { useMutation, useQueryClient, type UseMutationResult } from '@tanstack/react-query'
import { v7 as uuid } from 'uuid'
import type { z } from 'zod'
import { fileKindOf, notJson } from '@ochote/core'
import { askAgain } from '../api/askAgain'
import { refused } from '../api/inputProblem'
import { ProblemError, request } from '../api/request'

const REFUSED = 'This file cannot be used'
const LARGEST_BYTES = 1_000_000

/** Reads a small file; what it holds is checked by the server. */
export async function jsonOf(file: File): Promise<unknown> {
  if (file.size > LARGEST_BYTES) {
    throw refused(REFUSED, [
      { field: file.name, found: `${(file.size / 1e6).toFixed(0)} MB`, expected: `at most ${LARGEST_BYTES / 1e6} MB` },
    ])
  }
  const text = (await file.text()).replace(/^\uFEFF/, '')
  try {
    const document = JSON.parse(text) as unknown
    const kind = fileKindOf(text)
    if (kind?.name === 'a circuit file')
      throw refused(REFUSED, [{ field: file.name, found: kind.name, expected: `a vehicle file. ${kind.usedFor}` }])
    return document
  } catch (error) {
    if (error instanceof ProblemError) throw error
    throw refused(REFUSED, [notJson(text, error, file.name, 'a vehicle file (JSON)')])
  }
}

interface Shelf<S extends z.ZodType> {
  path: string
  /** field of the request that holds the file */
  field: 'document' | 'vehicle'
  /** reads the file; refuses it by a thrown problem */
  read: (file: File) => Promise<unknown>
  answer: S
  queryKey: readonly string[]
}

/** Adds a file to the library; the server checks it and says what is wrong and where. */
export function useImport<S extends z.ZodType>({
  path,
  field,
  read,
  answer,
  queryKey,
}: Shelf<S>): UseMutationResult<z.infer<S>, Error, File> {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async (file: File) => request(answer, path, { method: 'POST', body: { id: uuid(), [field]: await read(file) } }),
    onSuccess: () => askAgain(client, queryKey),
  })
}
