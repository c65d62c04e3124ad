import * as z from 'zod'

/** What was not stored yet when its page was left, kept on this device: the draft, and the version it was made from. */
export interface KeptDraft<Draft> {
  readonly draft: Draft
  readonly fromVersion: number
}

const PREFIX = 'ochote.draft.'
const envelope = z.object({ draft: z.unknown(), fromVersion: z.number().int().min(0) })

/** Keeps a draft until it is stored. A full device keeps none: the page still holds it. */
export function keepDraft<Draft>(path: string, kept: KeptDraft<Draft>): void {
  try {
    localStorage.setItem(PREFIX + path, JSON.stringify(kept))
  } catch {
    localStorage.removeItem(PREFIX + path) // better none than an older one
  }
}

export const dropDraft = (path: string): void => localStorage.removeItem(PREFIX + path)

/**
 * The draft kept for a path, or null: also where what is kept no longer fits the page.
 * @param read - the draft from what was kept; throws where it is none
 */
export function keptDraft<Draft>(path: string, read: (kept: unknown) => Draft): KeptDraft<Draft> | null {
  const text = localStorage.getItem(PREFIX + path)
  if (text === null) return null
  try {
    const { draft, fromVersion } = envelope.parse(JSON.parse(text))
    return { draft: read(draft), fromVersion }
  } catch {
    dropDraft(path)
    return null
  }
}
