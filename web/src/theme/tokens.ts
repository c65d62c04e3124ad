/** Every colour of the interface, by what it is for. Stages take colours from the theme, never from here. */
export interface Tokens {
  readonly mode: 'light' | 'dark'
  readonly ground: string
  readonly raised: string
  readonly ink: string
  readonly inkSoft: string
  readonly hairline: string
  /** what can be acted on */
  readonly action: string
  readonly onAction: string
  readonly caution: string
  readonly unsafe: string
  readonly good: string
  /** the track itself */
  readonly asphalt: string
  readonly edge: string
  readonly verge: string
  readonly water: string
  /** the line that is driven: one ink, wide where it is slow */
  readonly line: string
  /** lines and strokes are this many times as heavy */
  readonly weight: number
  /** type is this many times as large */
  readonly type: number
}

export const themeNames = ['light', 'dark', 'glare'] as const
export type ThemeName = (typeof themeNames)[number]

export const tokens: Record<ThemeName, Tokens> = {
  light: {
    mode: 'light',
    ground: '#f7f3ea',
    raised: '#fffdf7',
    ink: '#1e1d1a',
    inkSoft: '#5a564d',
    hairline: '#d9d2c1',
    action: '#1d5a43',
    onAction: '#ffffff',
    caution: '#8a5a00',
    unsafe: '#9c2f1f',
    good: '#1d5a43',
    asphalt: '#dcd6c8',
    edge: '#6f695d',
    verge: '#e9eadb',
    water: '#dbe5e6',
    line: '#2b3a55',
    weight: 1,
    type: 1,
  },
  dark: {
    mode: 'dark',
    ground: '#191a18',
    raised: '#232522',
    ink: '#f0ece1',
    inkSoft: '#b5b0a3',
    hairline: '#3d3f3a',
    action: '#7fc9a6',
    onAction: '#10241b',
    caution: '#e3b04b',
    unsafe: '#ef8a74',
    good: '#7fc9a6',
    asphalt: '#3a3b38',
    edge: '#98938a',
    verge: '#20241f',
    water: '#1f2a2c',
    line: '#c9d6ee',
    weight: 1,
    type: 1,
  },
  glare: {
    mode: 'light',
    ground: '#ffffff',
    raised: '#ffffff',
    ink: '#000000',
    inkSoft: '#1f1f1f',
    hairline: '#000000',
    action: '#003d29',
    onAction: '#ffffff',
    caution: '#5c3a00',
    unsafe: '#7c0f00',
    good: '#003d29',
    asphalt: '#cfcfcf',
    edge: '#000000',
    verge: '#ffffff',
    water: '#ffffff',
    line: '#0b1a3a',
    weight: 1.7,
    type: 1.14,
  },
}
