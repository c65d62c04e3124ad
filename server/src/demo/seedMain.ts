import { daySchema } from '@ochote/contracts'
import { openData } from '../db/openData'
import { repositoriesOf } from '../repositories'
import { readSettings } from '../start/settings'
import { startSentence } from '../start/startSentence'
import { seed } from './seed'

/** 2026-10-17 on the clocks of this machine. */
const localDate = (at: Date): string =>
  [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((part) => String(part).padStart(2, '0')).join('-')

const { dataDir } = readSettings({ OCHOTE_DATA: process.env.OCHOTE_DATA })
const [given] = process.argv.slice(2)
process.umask(0o077)
try {
  const { db, remarks } = await openData(dataDir)
  const made = await seed(repositoriesOf(db), given === undefined ? localDate(new Date()) : daySchema.shape.date.parse(given))
  await db.destroy()
  const outcome = made ? 'Made the demonstration data.' : 'The data folder already holds a day; nothing was changed.'
  process.stdout.write(`${[...remarks, outcome].join('\n')}\n`)
} catch (error) {
  const sentence = startSentence(error, dataDir)
  process.stderr.write(sentence === null ? `${(error as Error).stack}\n` : `${sentence}\n`)
  process.exitCode = 2
}
