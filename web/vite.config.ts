import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

const api = `http://127.0.0.1:${process.env.OCHOTE_PORT ?? 4600}`

export default defineConfig({
  plugins: [
    react(),
    // the device keeps the interface and the server's last answers, so that a tablet opens without its server
    VitePWA({
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Ochote',
        short_name: 'Ochote',
        description: 'Plan, run and debrief coached track sessions.',
        display: 'standalone',
        start_url: '/',
        background_color: '#f8f3ea',
        theme_color: '#1d5a43',
        icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2,wasm}'],
        // the charts and the PDF kit are as large as everything else together: they are kept once they have been used
        // so are the timetable's pages and the reading of a circuit's file, which are work for an office, recorded laps and skills, which are
        // looked at afterwards, and what makes pages to take home
        globIgnores: [
          '**/Chart-*.js',
          '**/pdfStyles-*.js',
          '**/TimetablePage-*.js',
          '**/SheetsPage-*.js',
          '**/sheetCalendar-*.js',
          '**/sheetsPdf-*.js',
          '**/GroupPage-*.js',
          '**/studentFile-*.js',
          '**/recordPage-*.js',
          '**/TakenNote-*.js',
          '**/SchoolProgressPage-*.js',
          '**/ReviewPage-*.js',
          '**/RecordingPage-*.js',
          '**/RecordedLaps-*.js',
          '**/Skills-*.js',
          '**/circuitFile.worker-*.js',
          '**/review.worker-*.js',
        ],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        runtimeCaching: [
          {
            // a built file never changes under its name
            urlPattern: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/assets/'),
            handler: 'CacheFirst',
            options: { cacheName: 'used-files', expiration: { maxEntries: 20 }, cacheableResponse: { statuses: [200] } },
          },
          {
            // but not what streams, nor whether the server answers
            urlPattern: ({ url, request, sameOrigin }) =>
              sameOrigin &&
              request.method === 'GET' &&
              url.pathname.startsWith('/api/') &&
              !url.pathname.startsWith('/api/loggers') &&
              url.pathname !== '/api/health' &&
              url.pathname !== '/api/time',
            handler: 'NetworkFirst',
            options: {
              cacheName: 'last-answers',
              networkTimeoutSeconds: 4,
              expiration: { maxEntries: 400, maxAgeSeconds: 30 * 86_400 },
              cacheableResponse: { statuses: [200] },
              plugins: [
                {
                  // the page says that this is not the server's answer of now
                  cachedResponseWillBeUsed: async ({ cachedResponse }) => {
                    if (!cachedResponse) return null
                    const headers = new Headers(cachedResponse.headers)
                    headers.set('x-ochote-kept', '1')
                    return new Response(await cachedResponse.blob(), { status: cachedResponse.status, headers })
                  },
                },
              ],
            },
          },
        ],
      },
    }),
  ],
  worker: { format: 'es' },
  server: { proxy: { '/api': api } },
  build: { target: 'es2022', chunkSizeWarningLimit: 1800 },
})
