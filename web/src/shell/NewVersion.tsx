import { lazy, Suspense, useEffect, useState } from 'react'
import { registerSW } from 'virtual:pwa-register'

// seldom needed, so not part of the first load
const NewVersionNotice = lazy(async () => ({ default: (await import('./NewVersionNotice')).NewVersionNotice }))

/** Offers a new version of Ochote. The page never changes under someone's finger: it waits for the button, or for the next time it is opened. */
export function NewVersion() {
  const [update, setUpdate] = useState<(() => void) | null>(null)
  useEffect(() => {
    const install = registerSW({ immediate: true, onNeedRefresh: () => setUpdate(() => () => void install(true)) })
  }, [])
  return <Suspense>{update && <NewVersionNotice onUpdate={update} onLater={() => setUpdate(null)} />}</Suspense>
}
