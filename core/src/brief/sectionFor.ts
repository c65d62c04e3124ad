import type { Aim } from '@ochote/contracts'
import { suggestedSections, type Section } from '../plan/sections'
import { cornerOfAim } from './aims'

/** The section to work on: the one that an aim lies in, the first aim first; without such an aim, where most is at stake. */
export function sectionFor(...[track, corners, aims]: [...Parameters<typeof suggestedSections>, readonly Aim[]]): Section | null {
  const sections = suggestedSections(track, corners)
  const ofAims = aims.flatMap((aim) => sections.find((section) => section.corners.includes(cornerOfAim(aim) ?? '')) ?? [])
  return ofAims[0] ?? sections[0] ?? null
}
