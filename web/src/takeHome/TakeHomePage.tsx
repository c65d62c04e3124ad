import type { ReactNode } from 'react'
import { CAUTION } from '../caution/Caution'
import { studentCss } from './studentCss'

/** A page to take home: one file that needs no network, runs nothing, and ends with the caution. */
export const TakeHomePage = ({ title, children }: { title: string; children: ReactNode }) => (
  <html lang="en">
    <head>
      <meta charSet="utf-8" />
      <meta name="viewport" content="width=device-width, initial-scale=1" />
      <meta httpEquiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; media-src data:" />
      <title>{title}</title>
      <style>{studentCss}</style>
    </head>
    <body>
      {children}
      <p className="caution">{CAUTION}</p>
    </body>
  </html>
)
