import { createTheme, type Theme } from '@mui/material/styles'
import { paperComponents } from './components'
import { tokens, type ThemeName, type Tokens } from './tokens'

declare module '@mui/material/styles' {
  interface Theme {
    tokens: Tokens
  }
  interface ThemeOptions {
    tokens?: Tokens
  }
}

export const FONT = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif'

/** The component theme for one set of tokens: few boxes, no shadows, figures of one width. */
export function makeTheme(name: ThemeName): Theme {
  const t = tokens[name]
  return createTheme({
    tokens: t,
    motion: { reducedMotion: 'system' }, // who asked their device for less motion gets none
    palette: {
      mode: t.mode,
      background: { default: t.ground, paper: t.raised },
      text: { primary: t.ink, secondary: t.inkSoft },
      divider: t.hairline,
      primary: { main: t.action, contrastText: t.onAction },
      info: { main: t.ink },
      error: { main: t.unsafe },
      warning: { main: t.caution },
      success: { main: t.good },
    },
    shape: { borderRadius: 4 },
    typography: {
      fontFamily: FONT,
      fontSize: 14 * t.type,
      h1: { fontSize: `${1.7 * t.type}rem`, fontWeight: 700, letterSpacing: '-0.01em', lineHeight: 1.2 },
      h2: { fontSize: `${1.15 * t.type}rem`, fontWeight: 700, lineHeight: 1.3 },
      h3: { fontSize: `${1 * t.type}rem`, fontWeight: 700, lineHeight: 1.3 },
      overline: { fontSize: `${0.78 * t.type}rem`, fontWeight: 600, letterSpacing: '0.02em', textTransform: 'none', lineHeight: 1.5 },
      button: { textTransform: 'none', fontWeight: 650 },
    },
    components: {
      MuiCssBaseline: {
        styleOverrides: {
          html: { colorScheme: t.mode, scrollbarColor: `${t.edge} ${t.ground}` },
          body: { fontVariantNumeric: 'tabular-nums' },
          ':focus-visible': { outline: `${2 * t.weight}px solid ${t.action}`, outlineOffset: 2 },
          '@media print': { '.no-print': { display: 'none !important' } },
        },
      },
      ...paperComponents(t),
    },
  })
}
