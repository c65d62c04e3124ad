import * as z from 'zod'
import { debriefDraftSchema, stintViewSchema, type Debrief, type DebriefDraft, type Stint } from '@ochote/contracts'
import { request } from '../api/request'
import { useAutosave } from '../autosave/useAutosave'
import { usePutStint } from '../stint/usePutStint'

/**
 * What an instructor says about a stint, saved by itself after every change.
 * @param stored - what is stored; null before the first save
 * @param suggested - what the log suggests; it is stored once something of it is changed, or it is kept as it is
 */
export function useDebrief(stint: Stint, stored: Debrief | null, suggested: DebriefDraft) {
  const put = usePutStint(stint)
  const path = `/api/stints/${stint.id}/debrief`
  const held = (debrief: Debrief | null) =>
    debrief
      ? { draft: { good: debrief.good, workOn: debrief.workOn, sentence: debrief.sentence }, version: debrief.version }
      : { draft: suggested, version: 0 }
  return useAutosave({
    path,
    stored: held(stored),
    // lines that are still empty stay on the page while they are typed
    put: async (debrief: DebriefDraft, fromVersion, send) => {
      const answer = await send(stintViewSchema, { debrief: withoutGaps(debrief), fromVersion })
      put(answer)
      return { draft: debrief, version: answer.debrief?.version ?? 0 }
    },
    load: async () => {
      const answer = await request(stintViewSchema, `/api/stints/${stint.id}`)
      put(answer)
      return held(answer.debrief)
    },
    read: (kept) => typedDebriefSchema.parse(kept),
    isComplete,
  })
}

const isComplete = ({ workOn }: DebriefDraft) => workOn.every(({ advice }) => advice.trim() !== '')

/** A debrief while it is typed: its lines may still be empty. */
const typedDebriefSchema = z.object({
  good: z.array(z.string().max(200)).max(6),
  workOn: z.array(debriefDraftSchema.shape.workOn.element.extend({ advice: z.string().max(200) })).max(2),
  sentence: z.string().max(400),
})
const withoutGaps = (draft: DebriefDraft): DebriefDraft => ({ ...draft, good: draft.good.filter((line) => line.trim() !== '') })
