import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query'
import * as z from 'zod'
import { ProblemError } from './request'

/** Another save came first. */
interface Conflict<Content> {
  /** the version stored now */
  readonly version: number
  /** saves over it, with what was sent before or with what is given */
  readonly keepMine: (content?: Content) => void
  /** drops what was to be saved and loads what is stored */
  readonly takeTheirs: () => Promise<void>
}

interface VersionedSaveOptions<Content, Stored> {
  /** the version that is saved over */
  version: number
  put: (content: Content, fromVersion: number) => Promise<Stored>
  onSaved: (stored: Stored, sent: Content) => void
  /** loads what is stored now */
  reload: () => Promise<unknown>
  /** saves under the same name wait for each other, and each is made over what the one before it left */
  oneByOne?: string
}

interface VersionedSave<Content> {
  save: (content: Content, fromVersion?: number) => void
  saving: boolean
  /** why the last save failed, other than a conflict */
  error: Error | null
  /** forgets the failure, so that the next save is tried */
  reset: () => void
  /** saves again what failed */
  retry: () => void
  conflict: Conflict<Content> | null
}

const storedSchema = z.object({ version: z.number() })

/** The version that the last save under a name left; 0 where there was none of late, or it was refused. */
function versionLeft(client: QueryClient, name: string): number {
  const answered = client
    .getMutationCache()
    .findAll({ predicate: ({ options, state }) => options.scope?.id === name && state.status !== 'pending' })
  return storedSchema.safeParse(answered.at(-1)?.state.data).data?.version ?? 0
}

/** Saves something over the version it was made from. When another save came first, the person chooses between the two. */
export function useVersionedSave<Content, Stored>({
  version,
  put,
  onSaved,
  reload,
  oneByOne,
}: VersionedSaveOptions<Content, Stored>): VersionedSave<Content> {
  const client = useQueryClient()
  const { mutate, isPending, error, reset, variables } = useMutation({
    mutationFn: ({ content, fromVersion }: { content: Content; fromVersion: number }) =>
      put(content, oneByOne === undefined ? fromVersion : Math.max(fromVersion, versionLeft(client, oneByOne))),
    onSuccess: (stored, { content }) => onSaved(stored, content),
    ...(oneByOne === undefined ? {} : { scope: { id: oneByOne } }),
  })
  const problem = error instanceof ProblemError ? error.problem : null
  const current = problem?.code === 'conflict' ? problem.currentVersion : null
  return {
    save: (content, fromVersion = version) => mutate({ content, fromVersion }),
    saving: isPending,
    error: current === null ? error : null,
    reset,
    retry: () => variables && mutate({ ...variables, fromVersion: version }),
    conflict:
      current === null || !variables
        ? null
        : {
            version: current,
            keepMine: (content = variables.content) => mutate({ content, fromVersion: current }),
            takeTheirs: async () => {
              await reload()
              reset()
            },
          },
  }
}
