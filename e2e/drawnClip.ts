import type { Page } from '@playwright/test'

/**
 * A short video as an onboard camera might have made it, drawn in the browser: a road whose marks come nearer, with a flash at each
 * crossing. Nothing in it comes from outside.
 * @param crossingsS - seconds of the video at which the line is crossed
 * @returns the bytes of a WebM file
 */
export async function drawnClip(page: Page, lengthS: number, crossingsS: readonly number[]): Promise<Buffer> {
  const base64 = await page.evaluate(
    async ({ lengthS, crossingsS }) => {
      const canvas = document.createElement('canvas')
      ;[canvas.width, canvas.height] = [320, 180]
      const context = canvas.getContext('2d')!
      const recorder = new MediaRecorder(canvas.captureStream(25), { mimeType: 'video/webm', videoBitsPerSecond: 300_000 })
      const parts: Blob[] = []
      recorder.ondataavailable = ({ data }) => parts.push(data)
      const ended = new Promise((resolve) => (recorder.onstop = resolve))
      const began = performance.now()
      recorder.start(200)
      await new Promise<void>((resolve) => {
        const draw = () => {
          const s = (performance.now() - began) / 1000
          const crosses = crossingsS.some((at) => Math.abs(at - s) < 0.1)
          context.fillStyle = crosses ? '#f7f3ea' : '#8aa0a0'
          context.fillRect(0, 0, 320, 90)
          context.fillStyle = '#6f695d'
          context.fillRect(0, 90, 320, 90)
          context.fillStyle = '#fffdf7'
          for (let k = 0; k < 6; k++) {
            const near = ((k + s * 3) % 6) / 6
            context.fillRect(158 - 20 * near, 90 + 90 * near ** 2, 4 + 40 * near, 2 + 8 * near)
          }
          context.font = '20px sans-serif'
          context.fillText(`${s.toFixed(1)} s`, 10, 30)
          if (s < lengthS) requestAnimationFrame(draw)
          else resolve()
        }
        draw()
      })
      recorder.stop()
      await ended
      const bytes = new Uint8Array(await new Blob(parts).arrayBuffer())
      let text = ''
      for (const byte of bytes) text += String.fromCharCode(byte)
      return btoa(text)
    },
    { lengthS, crossingsS: [...crossingsS] },
  )
  return Buffer.from(base64, 'base64')
}
