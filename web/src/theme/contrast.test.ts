import { describe, expect, it } from 'vitest'
import { makeTheme } from './makeTheme'
import { themeNames, tokens } from './tokens'

/** Relative luminance and contrast: WCAG 2.2. */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5]
    .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4))
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!
}
function contrast(a: string, b: string): number {
  const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y)
  return (high! + 0.05) / (low! + 0.05)
}

it('measures black on white as 21', () => expect(contrast('#000000', '#ffffff')).toBeCloseTo(21))

describe.each(themeNames)('the %s theme', (name) => {
  const t = tokens[name]
  it('reads on its grounds', () => {
    for (const ground of [t.ground, t.raised]) {
      expect(contrast(t.ink, ground)).toBeGreaterThan(name === 'glare' ? 15 : 10)
      for (const colour of [t.inkSoft, t.action, t.caution, t.unsafe, t.good]) expect(contrast(colour, ground)).toBeGreaterThan(4.5)
    }
    expect(contrast(t.onAction, t.action)).toBeGreaterThan(4.5)
  })

  it('draws the track’s edge and the line apart from the ground under them', () => {
    for (const ground of [t.verge, t.asphalt]) expect(contrast(t.edge, ground)).toBeGreaterThan(3)
    expect(contrast(t.line, t.asphalt)).toBeGreaterThan(4.5)
  })

  it('gives its tokens to the components', () => expect(makeTheme(name).tokens).toEqual(t))
})

it('draws heavier and larger for glare', () => {
  expect(tokens.glare.weight).toBeGreaterThan(tokens.light.weight)
  expect(tokens.glare.type).toBeGreaterThan(tokens.light.type)
})
