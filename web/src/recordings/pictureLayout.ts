import { unitSets, type CornerPicture, type PictureStrip } from '@ochote/core'
import type { Units } from '@ochote/contracts'

/** A strip as it is drawn. */
interface DrawnStrip {
  readonly title: string
  readonly top: number
  readonly bottom: number
  readonly low: string
  readonly high: string
  readonly driven: string
  readonly planned: string
}

/** A corner's picture, laid out in a box. */
export interface DrawnPicture {
  readonly left: number
  readonly right: number
  readonly bottom: number
  readonly strips: readonly DrawnStrip[]
  /** planned places, with their names under the strips; a name is left out where it would touch the one before */
  readonly marks: readonly { readonly x: number; readonly name: string | null }[]
  readonly faultX: number | null
}

interface Box {
  readonly width: number
  readonly height: number
  /** of the letters */
  readonly type: number
}

/** Lays out a corner's picture: strips over each other on the same metres, the planned places under them. */
export function layOutPicture({ strips, marks, faultX }: CornerPicture, { width, height, type }: Box, units: Units): DrawnPicture {
  const [left, right] = [type * FIGURE_WIDTHS, width - type / 2]
  const bottom = height - type * 1.4
  const each = bottom / strips.length - type * TITLE_HEIGHTS
  const x = (share: number) => left + share * (right - left)
  let lastX = -Infinity
  return {
    ...{ left, right, bottom },
    strips: strips.map((strip, k) => {
      const top = (k + 1) * type * TITLE_HEIGHTS + k * each
      const path = (curve: PictureStrip['driven']) =>
        curve.map(([sx, sy], n) => `${n === 0 ? 'M' : 'L'}${x(sx).toFixed(1)},${(top + (1 - sy) * each).toFixed(1)}`).join('')
      const { title, figure } = stripWords(strip.what, units)
      return {
        ...{ title, top, bottom: top + each, low: figure(strip.from), high: figure(strip.to) },
        ...{ driven: path(strip.driven), planned: path(strip.planned) },
      }
    }),
    marks: marks.map(({ what, x: share }) => {
      const at = x(share)
      const isFree = at - lastX > type * NAME_WIDTHS
      if (isFree) lastX = at
      return { x: at, name: isFree ? what : null }
    }),
    faultX: faultX === null ? null : x(faultX),
  }
}

const FIGURE_WIDTHS = 2.6
const NAME_WIDTHS = 3.4
const TITLE_HEIGHTS = 1.5

function stripWords(what: PictureStrip['what'], units: Units): { title: string; figure: (value: number) => string } {
  const set = unitSets[units]
  switch (what) {
    case 'speed':
      return { title: `speed, ${set.speed}`, figure: (mps) => `${Math.round(mps / set.speedMps)}` }
    case 'brake':
      return { title: 'brake, % of the hardest push', figure: percent }
    case 'throttle':
      return { title: 'throttle, %', figure: percent }
    case 'across':
      return { title: 'place on the road: left up, right down', figure: () => '' }
  }
}
const percent = (share: number) => `${Math.round(100 * share)}`

/** The picture in words, for those who don't see it and under it on paper. */
export const pictureWords = ({ lap, corner, strips }: CornerPicture): string =>
  `Corner ${corner} on recorded lap ${lap}, solid, against the plan, dotted: ${strips.map(({ what }) => (what === 'across' ? 'place on the road' : what)).join(' and ')}`
