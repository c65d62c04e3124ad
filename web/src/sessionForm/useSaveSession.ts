import { useQueryClient } from '@tanstack/react-query'
import { archivedSchema, dayViewSchema, type Session, type SessionSave } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { dayQuery } from '../api/queries'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'
import { useDone } from '../undo/UndoProvider'

/**
 * Saves a session of a day, with the stints made for it. It can be undone.
 * @param before - the session as it is stored; null for a new one
 * @param isTold - whether undoing is offered: not where the field itself is at hand
 */
export function useSaveSession(dayId: string, before: Session | null, onDone: () => void = () => undefined, isTold = true) {
  const client = useQueryClient()
  const done = useDone()
  const { queryKey } = dayQuery(dayId)
  const put = ({ session, stints }: SessionSave, fromVersion: number) =>
    request(dayViewSchema, `/api/days/${dayId}/sessions`, {
      method: 'PUT',
      body: { session: { ...session, version: fromVersion }, stints },
    })
  const archive = (path: string) => request(archivedSchema, `${path}/archived`, { method: 'PUT', body: { archived: true } })
  return useVersionedSave({
    version: before?.version ?? 0,
    put,
    onSaved: (day, { session, stints }: SessionSave) => {
      client.setQueryData(queryKey, day)
      const undo = async () => {
        if (before) await put({ session: before, stints: [] }, day.sessions.find((s) => s.id === session.id)?.version ?? 0)
        else await archive(`/api/sessions/${session.id}`)
        for (const stint of stints) await archive(`/api/stints/${stint.id}`)
        await askAgain(client, queryKey)
      }
      if (isTold) done({ says: `The session “${session.name}” is ${before ? 'changed' : 'added'}.`, undo })
      onDone()
    },
    reload: () => askAgain(client, queryKey),
  })
}
