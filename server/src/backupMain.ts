import { backupsIn } from './db/openData'
import { readSettings } from './start/settings'
import { startSentence } from './start/startSentence'
import { backup } from './db/backup'
import { restore } from './db/restore'

const [command, file] = process.argv.slice(2)
const { dataDir } = readSettings({ OCHOTE_DATA: process.env.OCHOTE_DATA })
process.umask(0o077)
try {
  if (command === 'backup') {
    process.stdout.write(`The backup is ${backup(dataDir, file)}\n`)
  } else if (file === undefined) {
    process.stderr.write(`Say which backup: npm run restore -- FILE. Those made here are in ${backupsIn(dataDir)}.\n`)
    process.exitCode = 2
  } else {
    const { contents, before } = restore(dataDir, file)
    const { days, people, entries } = contents
    process.stdout.write(`${dataDir} now holds ${days} days, ${people} people and ${entries} log entries.\n`)
    if (before) process.stdout.write(`What was there before is ${before}\n`)
  }
} catch (error) {
  const sentence = startSentence(error, dataDir)
  process.stderr.write(sentence === null ? `${(error as Error).stack}\n` : `${sentence}\n`)
  process.exitCode = 2
}
