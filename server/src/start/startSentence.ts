import { StartProblem } from '../startProblem'

interface Failure {
  readonly code?: string
  readonly message?: string
  readonly syscall?: string
}

const KEPT = 'Nothing in it was changed.'

/** What to do about a failure at the start, in a sentence; null where it is a defect of Ochote's. */
export function startSentence(error: unknown, dataDir: string): string | null {
  if (error instanceof StartProblem) return error.message
  const { code = '', message = '' } = error as Failure
  const file = `${dataDir}/ochote.sqlite`
  if (code === 'EACCES' || code === 'EROFS' || code === 'EPERM' || code === 'SQLITE_READONLY' || code.startsWith('SQLITE_READONLY'))
    return `${dataDir}: Ochote can’t write there (${code}). Let this user write to the folder, or set OCHOTE_DATA to another one.`
  if (code.startsWith('SQLITE_CANTOPEN'))
    return `${file}: the file can’t be opened (${code}). Check that the folder exists and that this user may use it.`
  if (code === 'SQLITE_NOTADB')
    return `${file}: this is not an Ochote database. ${KEPT} Move it away, or bring back a backup with npm run restore.`
  if (code.startsWith('SQLITE_CORRUPT'))
    return `${file}: the database is damaged (${message}). ${KEPT} Bring back a backup with npm run restore.`
  if (code === 'SQLITE_FULL' || code === 'ENOSPC') return `${dataDir}: the disk is full. ${KEPT} Free some space, then start again.`
  if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED'))
    return `${file}: another program holds the database. Close it, then start again.`
  if (/migration directory is corrupt/.test(message)) {
    const missing = /missing: (.*)$/m.exec(message)?.[1] ?? ''
    return `${file}: a newer version of Ochote made this database (${missing}). ${KEPT} Start that version, or bring back a backup from before with npm run restore.`
  }
  if (code === 'EADDRINUSE') return `Ochote could not listen: another program uses the port. Stop it, or set OCHOTE_PORT to another one.`
  if (code === 'EADDRNOTAVAIL' || code === 'ENOTFOUND')
    return `Ochote could not listen: OCHOTE_HOST is no address of this machine (${message}).`
  if (code.startsWith('ERR_OSSL') || code === 'ERR_TLS' || /key values mismatch|PEM|asn1/i.test(message))
    return `OCHOTE_TLS_CERT and OCHOTE_TLS_KEY: the files do not fit together or can’t be read (${message}).`
  if (code === 'ENOENT') return `${message}. Check the path.`
  return null
}
