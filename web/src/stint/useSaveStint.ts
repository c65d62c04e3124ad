import { useQueryClient } from '@tanstack/react-query'
import { stintViewSchema, type BriefDraft, type DayView, type DebriefDraft, type Stint, type StintView } from '@ochote/contracts'
import { dayQuery, stintQuery } from '../api/queries'
import { request } from '../api/request'
import { useSavedDraft } from '../api/useSavedDraft'
import { useVersionedSave } from '../api/useVersionedSave'

/** Puts a stored stint where the pages look for it, and how to load it again. */
function useStoredStint({ id, dayId }: Stint) {
  const client = useQueryClient()
  return {
    onSaved: (stored: StintView) => {
      client.setQueryData(stintQuery(id).queryKey, stored)
      const listed = { stint: stored.stint, debriefed: stored.debrief !== null }
      client.setQueryData<DayView>(
        dayQuery(dayId).queryKey,
        (day) => day && { ...day, stints: day.stints.map((s) => (s.stint.id === id ? listed : s)) },
      )
    },
    reload: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: dayQuery(dayId).queryKey }),
        client.invalidateQueries({ queryKey: stintQuery(id).queryKey }),
      ]),
  }
}

/** A stint's aims and whether its student was briefed, saved after every change. */
export function useBrief(stint: Stint) {
  return useSavedDraft({
    ...useStoredStint(stint),
    stored: { aims: stint.aims, briefedAt: stint.briefedAt },
    version: stint.version,
    put: (brief: BriefDraft, fromVersion) =>
      request(stintViewSchema, `/api/stints/${stint.id}/brief`, { method: 'PUT', body: { brief, fromVersion } }),
    versionOf: (stored) => stored.stint.version,
  })
}

/** @param version - of the stored debrief; 0 before the first */
export function useSaveDebrief(stint: Stint, version: number, onDone: () => void) {
  const { onSaved, reload } = useStoredStint(stint)
  return useVersionedSave({
    version,
    put: (debrief: DebriefDraft, fromVersion) =>
      request(stintViewSchema, `/api/stints/${stint.id}/debrief`, { method: 'PUT', body: { debrief, fromVersion } }),
    onSaved: (stored) => {
      onSaved(stored)
      onDone()
    },
    reload: async () => {
      await reload()
      onDone()
    },
  })
}
