import { daySchema } from '@ochote/contracts'
import { openData } from '../db/openData'
import { repositoriesOf } from '../repositories'
import { readSettings } from '../start/settings'
import { seed } from './seed'

/** 2026-10-17 on the clocks of this machine. */
const localDate = (at: Date): string =>
  [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((part) => String(part).padStart(2, '0')).join('-')

const { dataDir } = readSettings({ OCHOTE_DATA: process.env.OCHOTE_DATA })
process.umask(0o077)
const { db } = await openData(dataDir)
const [given] = process.argv.slice(2)
const made = await seed(repositoriesOf(db), given === undefined ? localDate(new Date()) : daySchema.shape.date.parse(given))
await db.destroy()
process.stdout.write(made ? 'Made the demonstration data.\n' : 'The data folder already holds a day; nothing was changed.\n')
