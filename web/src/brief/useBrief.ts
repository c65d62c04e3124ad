import { briefDraftSchema, stintViewSchema, type BriefDraft, type Stint, type StintView } from '@ochote/contracts'
import { request } from '../api/request'
import { useAutosave } from '../autosave/useAutosave'
import { usePutStint } from '../stint/usePutStint'

/** A stint's aims and whether its student was briefed, saved by itself after every change. */
export function useBrief(stint: Stint) {
  const put = usePutStint(stint)
  const path = `/api/stints/${stint.id}/brief`
  const held = ({ stint: { aims, briefedAt, version } }: Pick<StintView, 'stint'>) => ({ draft: { aims, briefedAt }, version })
  return useAutosave({
    path,
    stored: held({ stint }),
    put: async (brief: BriefDraft, fromVersion, send) => {
      const stored = await send(stintViewSchema, { brief, fromVersion })
      put(stored)
      return held(stored)
    },
    load: async () => {
      const stored = await request(stintViewSchema, `/api/stints/${stint.id}`)
      put(stored)
      return held(stored)
    },
    read: (kept) => briefDraftSchema.parse(kept),
  })
}
