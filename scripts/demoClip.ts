import { writeFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { chromiumArgs } from '../e2e/chromiumArgs'
import { drawnClip } from '../e2e/drawnClip'

/** Writes a short drawn video, to try the video of a review with: `npm run demo-clip [file] [seconds]`. */
const [file = 'demo-clip.webm', seconds = '20'] = process.argv.slice(2)
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: chromiumArgs })
const page = await browser.newPage()
await page.goto('about:blank')
writeFileSync(file, await drawnClip(page, Number(seconds), [2]))
await browser.close()
process.stdout.write(`${file}: ${seconds} s, the line is crossed at 2 s\n`)
